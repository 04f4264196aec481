// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/files.h"

/// A change to many files of a folder that is done as a whole or not at all, also if the program is killed or
/// the power fails in the middle of it.
///
/// First everything new is written into a folder of our own inside (kStagingFolder), where no build looks;
/// then what is going to be done is written down there; then the files are moved to their places. Whoever
/// opens the folder next finishes what was written down, and throws away what was not.
namespace scaena::exporting {

inline constexpr std::string_view kStagingFolder = ".scaena-export";

struct FileStep {
    std::string path;                 ///< in the folder
    std::optional<std::string> bytes; ///< what shall stand there; nothing: it goes
    std::string before;               ///< SHA-256 of what has to stand there until then; empty: no file
};

/// The folder, locked for us, with what another run left unfinished brought to its end. Waits for another
/// export into it for some seconds, then says so.
[[nodiscard]] Result<std::unique_ptr<Folder>> openForChange(FileAccess& files,
                                                            const std::filesystem::path& path);

/// Brings to its end what a run that was killed left in the folder. Does nothing where nothing was left.
[[nodiscard]] Result<void> finishEarlier(FileAccess& files, const std::filesystem::path& path);

/// Does all steps, or none and says why. Right before each file is replaced it is looked at again: one that
/// is not as the step says, because somebody edited it meanwhile, is not touched, and then none is.
[[nodiscard]] Result<void> change(Folder& folder, const std::vector<FileStep>& steps);

/// SHA-256 of the file; empty if there is none.
[[nodiscard]] Result<std::string> hashOf(const Folder& folder, const std::filesystem::path& path);

/// Whether the path stays within the folder it is relative to.
[[nodiscard]] bool isInside(const std::string& path);

inline constexpr std::size_t kLargestFile = 64u << 20;

}
