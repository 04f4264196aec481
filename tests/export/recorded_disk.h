// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <map>
#include <random>
#include <string>
#include <vector>

/// What a disk may hold after the power failed. All changes below a folder are recorded where the C library
/// would make the system call; of what was not made safe by then (fsync of the file or of its folder,
/// syncfs), any part may be missing.
namespace scaena::test {

/// One change, and when it is safe.
struct DiskChange {
    enum class Kind { Data, Name, NoName, Rename, MakeFolder, NoFolder };
    Kind kind;
    std::string path;     ///< below the folder; of data: nothing
    std::string from;     ///< of a rename
    int file = 0;         ///< which one, whatever its name
    std::string contents; ///< of data: the whole file after it
    std::size_t at = 0;   ///< how many system calls had been made by then
    std::size_t safeAt = static_cast<std::size_t>(-1);
};

class RecordedDisk {
public:
    /// Records what this process does below `root` for as long as it lives; there is one at a time.
    explicit RecordedDisk(const std::filesystem::path& root);
    ~RecordedDisk();
    RecordedDisk(const RecordedDisk&) = delete;
    RecordedDisk& operator=(const RecordedDisk&) = delete;

    /// Nothing is recorded from now on.
    void stop();

    /// How many calls have been made; the power can fail after each.
    [[nodiscard]] std::size_t calls() const;

    /// What of the changes that were not safe has reached the disk.
    enum class Lost { All, None, Data, Random };
    /// Writes what stands there after a failure behind that many calls.
    void writeAfterFailure(std::size_t calls, Lost lost, std::mt19937& random,
                           const std::filesystem::path& into) const;

private:
    std::map<std::string, int> m_names; ///< at the beginning
    std::map<int, std::string> m_contents;
    std::vector<std::string> m_folders;
};

}
