// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/start/dropped_file.h"

namespace scaena::start {

/// What using files asks of whoever keeps the project.
struct FileUse {
    /// Keeps the bytes under that path, or one like it; gives the path they have.
    std::function<std::string(const std::string& path, const std::string& bytes)> keep;
    std::function<bool(const std::string& bytes)> isFont; ///< whether letters can be set in it
    model::ColourRef ink;                                 ///< for art that takes its colour from outside
};

struct FilesUsed {
    model::Sequence sequence;
    std::vector<LayerId> made; ///< in the order of the files
    Problems problems;         ///< of files that were not used
    Problems warnings;         ///< of what is not as it was drawn
};

/// The layer shows the file instead of what it shows now: its cues, place, name and colours stay, and it
/// stays icon, footer mark and in the opening where what it has become can be. `path`: how the file is kept.
/// What belonged to the former file alone (its night version, other densities, the part that was shown) goes.
/// Nothing is changed where that cannot be; `problem` says why then.
[[nodiscard]] model::Sequence replaceFile(model::Sequence sequence, const LayerId& layer,
                                          const DroppedFile& file, const std::string& path,
                                          std::string& problem);

/// Makes layers of the files, or gives them to the chosen layer: a font to a text, a single picture to a
/// backdrop. Pictures of one name in several densities become one layer.
[[nodiscard]] FilesUsed useFiles(model::Sequence sequence, const std::vector<DroppedFile>& files,
                                 const LayerId& chosen, const FileUse& use);

}
