// SPDX-License-Identifier: MIT
#include "core/base/files.h"

#include <algorithm>

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fmt/format.h>
#include <fstream>
#include <sys/stat.h>
#include <unistd.h>

namespace scaena {

namespace fs = std::filesystem;

namespace {

Result<void> writeFailed(const fs::path& path, const std::string& reason) {
    return failure(ProblemKind::Refused, "could not be written: " + reason, path.string());
}

bool writeAll(int descriptor, const std::string& bytes, bool waits) {
    std::size_t done = 0;
    while (done < bytes.size()) {
        const auto count = ::write(descriptor, bytes.data() + done, bytes.size() - done);
        if (count < 0 && errno != EINTR) {
            return false;
        }
        done += count > 0 ? static_cast<std::size_t>(count) : 0;
    }
    return !waits || ::fsync(descriptor) == 0;
}

Result<std::string> tooLarge(const fs::path& path, std::size_t limit) {
    return failure(ProblemKind::Refused, fmt::format("is larger than the limit of {} kB", limit / 1024),
                   path.string());
}

}

Result<std::string> DiskFiles::read(const fs::path& path, std::size_t limit) const {
    std::error_code error;
    if (!fs::exists(path, error)) {
        return failure(ProblemKind::NotFound, "does not exist", path.string());
    }
    if (!fs::is_regular_file(path, error)) {
        return failure(ProblemKind::Unreadable, "is not a regular file", path.string());
    }
    std::ifstream stream(path, std::ios::binary);
    if (!stream) {
        return failure(ProblemKind::Unreadable, "cannot be opened: " + std::string(std::strerror(errno)),
                       path.string());
    }
    const auto size = fs::file_size(path, error);
    if (error || size > limit) {
        return tooLarge(path, limit);
    }
    std::string bytes(size + 1, '\0'); // one more, to notice a file that grows while it is read
    stream.read(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    bytes.resize(static_cast<std::size_t>(stream.gcount()));
    if (bytes.size() > limit) {
        return tooLarge(path, limit);
    }
    return bytes;
}

Result<void> DiskFiles::writeAtomically(const fs::path& path, const std::string& bytes, Wait wait) {
    std::error_code error;
    if (path.has_parent_path()) {
        fs::create_directories(path.parent_path(), error);
        if (error) {
            return writeFailed(path, error.message());
        }
    }
    // A link is followed, so that a person who keeps the file elsewhere keeps the link.
    const fs::path target = fs::is_symlink(path, error) ? fs::weakly_canonical(path, error) : path;
    std::string temporary = target.string() + ".XXXXXX";
    const int descriptor = ::mkstemp(temporary.data());
    if (descriptor < 0) {
        return writeFailed(path, std::strerror(errno));
    }
    struct stat old {};
    ::fchmod(descriptor, ::stat(target.c_str(), &old) == 0 ? (old.st_mode & 0777) : 0644);
    const bool written = writeAll(descriptor, bytes, wait == Wait::ForDisk);
    const std::string reason = written ? "" : std::strerror(errno);
    ::close(descriptor);
    if (!written || ::rename(temporary.c_str(), target.c_str()) != 0) {
        const std::string why = written ? std::strerror(errno) : reason;
        ::unlink(temporary.c_str());
        return writeFailed(path, why);
    }
    return {};
}

Result<void> DiskFiles::settle(const fs::path& folder) {
    const int descriptor = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    const bool settled = descriptor >= 0 && ::syncfs(descriptor) == 0;
    const std::string reason = settled ? "" : std::strerror(errno);
    if (descriptor >= 0) {
        ::close(descriptor);
    }
    return settled ? Result<void>() : writeFailed(folder, reason);
}

Result<void> DiskFiles::remove(const fs::path& path) {
    std::error_code error;
    fs::remove(path, error);
    if (error) {
        return failure(ProblemKind::Refused, "could not be removed: " + error.message(), path.string());
    }
    return {};
}

bool DiskFiles::exists(const fs::path& path) const {
    std::error_code error;
    return fs::exists(path, error);
}

bool MemoryFiles::changeFails() {
    if (failAfter < 0) {
        return false;
    }
    if (failAfter > 0) {
        --failAfter;
        return false;
    }
    return true;
}

Result<std::string> MemoryFiles::read(const fs::path& path, std::size_t limit) const {
    const auto found = contents.find(path.lexically_normal());
    if (found == contents.end()) {
        return failure(ProblemKind::NotFound, "does not exist", path.string());
    }
    if (found->second.size() > limit) {
        return tooLarge(path, limit);
    }
    return found->second;
}

Result<void> MemoryFiles::writeAtomically(const fs::path& path, const std::string& bytes, Wait) {
    if (changeFails()) {
        return writeFailed(path, "no space left");
    }
    contents[path.lexically_normal()] = bytes;
    return {};
}

Result<void> MemoryFiles::settle(const fs::path&) { return {}; }

Result<void> MemoryFiles::remove(const fs::path& path) {
    if (changeFails()) {
        return failure(ProblemKind::Refused, "could not be removed: no space left", path.string());
    }
    contents.erase(path.lexically_normal());
    return {};
}

bool MemoryFiles::exists(const fs::path& path) const { return contents.count(path.lexically_normal()) > 0; }

std::vector<fs::path> DiskFiles::list(const fs::path& folder, std::size_t limit) const {
    std::vector<fs::path> found;
    std::error_code error;
    fs::recursive_directory_iterator it(folder, fs::directory_options::skip_permission_denied, error);
    for (; !error && it != fs::recursive_directory_iterator() && found.size() < limit; it.increment(error)) {
        std::error_code ignored;
        if (it->is_regular_file(ignored)) {
            found.push_back(it->path().lexically_relative(folder));
        }
    }
    std::sort(found.begin(), found.end());
    return found;
}

std::vector<std::string> DiskFiles::namesIn(const fs::path& folder, std::size_t limit) const {
    std::vector<std::string> found;
    std::error_code error;
    fs::directory_iterator it(folder, fs::directory_options::skip_permission_denied, error);
    for (; !error && it != fs::directory_iterator() && found.size() < limit; it.increment(error)) {
        std::error_code ignored;
        if (it->is_regular_file(ignored)) {
            found.push_back(it->path().filename().string());
        }
    }
    std::sort(found.begin(), found.end());
    return found;
}

std::vector<std::string> MemoryFiles::namesIn(const fs::path& folder, std::size_t limit) const {
    std::vector<std::string> found;
    for (const auto& path : list(folder, limit)) {
        if (!path.has_parent_path()) {
            found.push_back(path.string());
        }
    }
    return found;
}

std::vector<fs::path> MemoryFiles::list(const fs::path& folder, std::size_t limit) const {
    std::vector<fs::path> found;
    for (const auto& [path, bytes] : contents) {
        const auto relative = path.lexically_relative(folder);
        if (!relative.empty() && relative != "." && *relative.begin() != ".." && found.size() < limit) {
            found.push_back(relative);
        }
    }
    return found;
}

}
