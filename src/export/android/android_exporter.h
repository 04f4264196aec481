// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/android_options.h"
#include "export/common/exporter.h"

namespace scaena::exporting {

/// Android from version 6 (API 23) on: resources, launch themes and a Kotlin player. See
/// docs/exporters/android.md.
class AndroidExporter : public Exporter {
public:
    plan::ExportId id() const override { return "android"; }
    std::vector<ExportOption> options() const override { return {kPackageOption, kIconAlwaysOption}; }
    std::string name() const override { return "Android"; }
    Result<Export> build(const ExportInput& input) const override;
    AppPlace placeIn(const FileAccess& files, const std::filesystem::path& folder) const override;
    std::vector<Suggestion> suggestions(const FileAccess& files, const std::filesystem::path& folder,
                                        const Export& made) const override;
};

}
