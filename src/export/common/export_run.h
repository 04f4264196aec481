// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/app_places.h"
#include "export/common/export_writer.h"

namespace scaena::exporting {

/// One export from a sequence to a folder, as the window and the command line both do it: build, place and
/// plan, write. The steps may lie far apart and run in different threads.

/// The files, in memory. Refused while the study holds an error (check::Severity::Error).
[[nodiscard]] Result<Export> build(const ExportInput& input, plan::ExportId target);

/// An export against the folder it is meant for.
struct PlacedExport {
    std::filesystem::path folder; ///< empty: none is chosen yet, everything would be added
    Export made;                  ///< its files at their places in the folder
    AppPlace place;
    WritePlan plan;
    std::vector<Suggestion> suggestions; ///< for files of the person's own
};

/// Finishes first what an export that was killed had written down; where that cannot be done, why, and
/// nothing else was touched. `looksOnly`: the folder is left as it is.
[[nodiscard]] Result<PlacedExport> place(FileAccess& files, const std::filesystem::path& folder, Export built,
                                         bool looksOnly);

/// All or nothing (export_writer.h).
[[nodiscard]] Result<void> write(FileAccess& files, const PlacedExport& placed, const WritePlan& plan,
                                 bool force);

}
