// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/folder.h"
#include "core/base/result.h"

#include <filesystem>
#include <map>
#include <string>
#include <vector>

namespace scaena {

/// The one door to the disk. Tests use MemoryFiles, which can also be told to fail.
class FileAccess {
public:
    virtual ~FileAccess() = default;

    /// The whole file; refuses files larger than `limit` bytes.
    [[nodiscard]] virtual Result<std::string> read(const std::filesystem::path& path,
                                                   std::size_t limit) const = 0;
    /// Whether a write returns only when the bytes are safe from a loss of power. Whoever writes many files
    /// waits once, by `settle`.
    enum class Wait { ForDisk, No };
    /// Replaces the file as a whole or leaves the old one untouched; makes missing folders. What stood there
    /// keeps its mode, owner and group as far as the system lets us, a link to it and its other names stay
    /// what they are. Refused in words: a file that is read-only, no regular file, or a link that leads
    /// nowhere.
    [[nodiscard]] virtual Result<void> writeAtomically(const std::filesystem::path& path,
                                                       const std::string& bytes, Wait wait) = 0;
    [[nodiscard]] Result<void> writeAtomically(const std::filesystem::path& path, const std::string& bytes) {
        return writeAtomically(path, bytes, Wait::ForDisk);
    }
    /// Waits until all that was written to the folder's file system is safe.
    [[nodiscard]] virtual Result<void> settle(const std::filesystem::path& folder) = 0;
    [[nodiscard]] virtual Result<void> remove(const std::filesystem::path& path) = 0;
    [[nodiscard]] virtual bool exists(const std::filesystem::path& path) const = 0;
    /// Every file below the folder, relative to it, in order; at most `limit`. Links to folders are not
    /// followed.
    [[nodiscard]] virtual std::vector<std::filesystem::path> list(const std::filesystem::path& folder,
                                                                  std::size_t limit) const = 0;
    /// Names of the files that lie in the folder itself, in order; at most `limit`.
    [[nodiscard]] virtual std::vector<std::string> namesIn(const std::filesystem::path& folder,
                                                           std::size_t limit) const = 0;
    enum class Make { IfMissing, Never };
    /// The folder, to work in it and nowhere else.
    [[nodiscard]] virtual Result<std::unique_ptr<Folder>> openFolder(const std::filesystem::path& path,
                                                                     Make make) = 0;
};

class DiskFiles : public FileAccess {
public:
    Result<std::string> read(const std::filesystem::path& path, std::size_t limit) const override;
    using FileAccess::writeAtomically;
    Result<void> writeAtomically(const std::filesystem::path& path, const std::string& bytes,
                                 Wait wait) override;
    Result<void> settle(const std::filesystem::path& folder) override;
    Result<void> remove(const std::filesystem::path& path) override;
    bool exists(const std::filesystem::path& path) const override;
    std::vector<std::filesystem::path> list(const std::filesystem::path& folder,
                                            std::size_t limit) const override;
    std::vector<std::string> namesIn(const std::filesystem::path& folder, std::size_t limit) const override;
    Result<std::unique_ptr<Folder>> openFolder(const std::filesystem::path& path, Make make) override;

    /// Removes what writers that were killed left in the folder; those that still write are left alone.
    static void clearStrays(const std::filesystem::path& folder);
};

/// Files in memory. `failAfter` counts down with every change; at zero, that and each later change fails.
class MemoryFiles : public FileAccess {
public:
    Result<std::string> read(const std::filesystem::path& path, std::size_t limit) const override;
    using FileAccess::writeAtomically;
    Result<void> writeAtomically(const std::filesystem::path& path, const std::string& bytes,
                                 Wait wait) override;
    Result<void> settle(const std::filesystem::path& folder) override;
    Result<void> remove(const std::filesystem::path& path) override;
    bool exists(const std::filesystem::path& path) const override;
    std::vector<std::filesystem::path> list(const std::filesystem::path& folder,
                                            std::size_t limit) const override;
    std::vector<std::string> namesIn(const std::filesystem::path& folder, std::size_t limit) const override;
    Result<std::unique_ptr<Folder>> openFolder(const std::filesystem::path& path, Make make) override;
    virtual Result<void> move(const std::filesystem::path& from, const std::filesystem::path& to);

    std::map<std::filesystem::path, std::string> contents;
    int failAfter = -1; ///< negative: never

private:
    bool changeFails();
};

}
