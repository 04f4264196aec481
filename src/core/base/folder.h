// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"

#include <chrono>
#include <filesystem>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace scaena {

/// One folder, from which no path leads out: names are resolved below it, and links in it are not followed,
/// so that neither a manifest that was tampered with nor a link somebody put there makes us write or remove
/// elsewhere. All paths are relative to it. Made by FileAccess::openFolder.
class Folder {
public:
    virtual ~Folder() = default;

    /// Waits until nobody else has it, at most so long; then it is ours until this object goes. Another
    /// program that was killed has it no longer.
    [[nodiscard]] virtual Result<void> lock(std::chrono::milliseconds patience) = 0;

    /// The whole file; nothing if there is none. A link, a folder, a pipe in its place, or a link on the way,
    /// is a problem.
    [[nodiscard]] virtual Result<std::optional<std::string>> read(const std::filesystem::path& path,
                                                                  std::size_t limit) const = 0;
    [[nodiscard]] virtual bool exists(const std::filesystem::path& path) const = 0;
    /// A new file, in folders that are made if they are missing; not safe from a loss of power before
    /// settle().
    [[nodiscard]] virtual Result<void> create(const std::filesystem::path& path,
                                              const std::string& bytes) = 0;
    /// Replaces what is there, in one step; makes missing folders.
    [[nodiscard]] virtual Result<void> move(const std::filesystem::path& from,
                                            const std::filesystem::path& to) = 0;
    /// A file, and the folders that are empty without it. None being there is no problem.
    [[nodiscard]] virtual Result<void> remove(const std::filesystem::path& path) = 0;
    /// A folder with the files in it; folders in it stay, and it with them.
    virtual void removeFolder(const std::filesystem::path& path) = 0;
    /// Waits until all that was done here is safe from a loss of power.
    [[nodiscard]] virtual Result<void> settle() = 0;
};

class MemoryFiles;

/// Opens a folder of the disk; a folder that is not there is made, and taken away again if it stays empty.
[[nodiscard]] Result<std::unique_ptr<Folder>> openDiskFolder(const std::filesystem::path& path);
[[nodiscard]] std::unique_ptr<Folder> openMemoryFolder(MemoryFiles& files, const std::filesystem::path& path);

}
