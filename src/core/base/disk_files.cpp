// SPDX-License-Identifier: MIT
#include "core/base/descriptor.h"
#include "core/base/files.h"

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace scaena {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view kStrayStart = ".scaena-";
constexpr std::string_view kStrayEnd = ".tmp";
constexpr auto kStrayAge = 10; // s; a writer that is alive has locked its file long before

Problems writeProblem(const fs::path& path, const std::string& reason) {
    return {{ProblemKind::Refused, "could not be written: " + reason, path.string(), {}}};
}
Problems writeProblem(const fs::path& path) { return writeProblem(path, std::strerror(errno)); }

/// The file that is meant: a link is followed, so that a person who keeps the file elsewhere keeps the link.
Result<fs::path> followed(const fs::path& path) {
    std::error_code error;
    if (!fs::is_symlink(path, error)) {
        return path;
    }
    auto target = fs::weakly_canonical(path, error);
    if (error || !fs::exists(target, error)) {
        return failure(ProblemKind::Refused,
                       "is a link that leads nowhere; remove it, or choose another name", path.string());
    }
    return target;
}

/// Why what stands there cannot be replaced.
std::string refusal(const struct stat& old) {
    if (S_ISDIR(old.st_mode)) {
        return "is a folder";
    }
    if (!S_ISREG(old.st_mode)) {
        return "is no regular file";
    }
    // Also said to an administrator, whom the system would let through.
    return (old.st_mode & 0222) == 0 ? "is read-only" : "";
}

/// A name of our own in the folder: short, whatever the file's own name is. Locked for as long as it is
/// written to.
class Stray {
public:
    explicit Stray(const fs::path& folder) {
        static std::atomic<unsigned> number = 0;
        for (int attempt = 0; attempt < 100 && !m_file.isOpen(); ++attempt) {
            m_path = folder / fmt::format("{}{}-{}{}", kStrayStart, ::getpid(), ++number, kStrayEnd);
            m_file = Descriptor(::open(m_path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666));
            if (!m_file.isOpen() && errno != EEXIST) {
                return;
            }
        }
        ::flock(m_file.get(), LOCK_EX | LOCK_NB);
    }
    ~Stray() {
        if (m_file.isOpen() && !m_moved) {
            ::unlink(m_path.c_str());
        }
    }
    [[nodiscard]] bool isOpen() const { return m_file.isOpen(); }
    [[nodiscard]] int file() const { return m_file.get(); }
    bool moveTo(const fs::path& target) {
        m_moved = ::rename(m_path.c_str(), target.c_str()) == 0;
        return m_moved;
    }

private:
    fs::path m_path;
    Descriptor m_file;
    bool m_moved = false;
};

bool syncFolder(const fs::path& folder) {
    const Descriptor open(::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    return open.isOpen() && (::fsync(open.get()) == 0 || errno == EINVAL);
}

/// The folder that a missing one has to be made in; the folder itself if it is there.
fs::path standing(fs::path folder) {
    std::error_code error;
    while (folder.has_relative_path() && !fs::exists(folder, error)) {
        folder = folder.parent_path();
    }
    return folder;
}

/// Makes the names safe that lead from a folder that stood there to one that was made below it.
bool syncFolders(fs::path folder, const fs::path& stood) {
    bool done = syncFolder(folder);
    while (done && folder != stood && folder.has_parent_path()) {
        folder = folder.parent_path();
        done = syncFolder(folder);
    }
    return done;
}

/// A file with several names is written in its place, since a new one would be known by one of them only.
/// First its new contents are made safe beside it.
Result<void> writeInPlace(const fs::path& target, const std::string& bytes) {
    Stray copy(target.parent_path());
    if (!copy.isOpen() || !writeAll(copy.file(), bytes) || ::fsync(copy.file()) != 0) {
        return tl::unexpected(writeProblem(target));
    }
    const Descriptor file(::open(target.c_str(), O_WRONLY | O_CLOEXEC));
    if (!file.isOpen() || !writeAll(file.get(), bytes) ||
        ::ftruncate(file.get(), static_cast<off_t>(bytes.size())) != 0 || ::fsync(file.get()) != 0) {
        return tl::unexpected(writeProblem(target));
    }
    return {};
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
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC));
    std::string bytes;
    if (!file.isOpen() || !readAll(file.get(), limit, bytes)) {
        return errno == EFBIG
                   ? failure(ProblemKind::Refused,
                             fmt::format("is larger than the limit of {} kB", limit / 1024), path.string())
                   : failure(ProblemKind::Unreadable,
                             "cannot be opened: " + std::string(std::strerror(errno)), path.string());
    }
    return bytes;
}

Result<void> DiskFiles::writeAtomically(const fs::path& path, const std::string& bytes, Wait wait) {
    std::error_code error;
    const auto stood = standing(fs::absolute(path, error).parent_path());
    if (path.has_parent_path()) {
        fs::create_directories(path.parent_path(), error);
        if (error) {
            return tl::unexpected(writeProblem(path, error.message()));
        }
    }
    const auto target = followed(path);
    if (!target) {
        return tl::unexpected(target.error());
    }
    struct stat old {};
    const bool isThere = ::stat(target->c_str(), &old) == 0;
    if (const auto why = isThere ? refusal(old) : std::string(); !why.empty()) {
        return tl::unexpected(writeProblem(path, "it " + why));
    }
    if (isThere && old.st_nlink > 1) {
        return writeInPlace(*target, bytes);
    }
    const auto folder = target->has_parent_path() ? target->parent_path() : fs::path(".");
    Stray stray(folder);
    if (!stray.isOpen()) {
        return tl::unexpected(writeProblem(path));
    }
    if (isThere) {
        // The owner first, since giving a file away clears some bits of its mode. Not everybody may.
        if (old.st_uid != ::geteuid() || old.st_gid != ::getegid()) {
            (void)!::fchown(stray.file(), old.st_uid, old.st_gid);
        }
        ::fchmod(stray.file(), old.st_mode & 07777);
    }
    const bool waits = wait == Wait::ForDisk;
    const bool done =
        writeAll(stray.file(), bytes) && (!waits || ::fsync(stray.file()) == 0) && stray.moveTo(*target) &&
        (!waits || syncFolders(fs::absolute(folder, error), isThere ? fs::absolute(folder, error) : stood));
    return done ? Result<void>() : tl::unexpected(writeProblem(path));
}

void DiskFiles::clearStrays(const fs::path& folder) {
    std::error_code error;
    fs::directory_iterator it(folder, fs::directory_options::skip_permission_denied, error);
    for (; !error && it != fs::directory_iterator(); it.increment(error)) {
        const auto name = it->path().filename().string();
        if (!name.starts_with(kStrayStart) || !name.ends_with(kStrayEnd)) {
            continue;
        }
        const Descriptor file(::open(it->path().c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
        struct stat info {};
        if (!file.isOpen() || ::fstat(file.get(), &info) != 0 ||
            ::flock(file.get(), LOCK_EX | LOCK_NB) != 0) {
            continue;
        }
        const auto writer = static_cast<pid_t>(std::atol(name.c_str() + kStrayStart.size()));
        const bool runs = writer > 0 && (::kill(writer, 0) == 0 || errno == EPERM);
        if (!runs || ::time(nullptr) - info.st_mtime > kStrayAge) {
            ::unlink(it->path().c_str());
        }
    }
}

Result<void> DiskFiles::settle(const fs::path& folder) {
    const Descriptor open(::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    return open.isOpen() && ::syncfs(open.get()) == 0 ? Result<void>() : tl::unexpected(writeProblem(folder));
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

Result<std::unique_ptr<Folder>> DiskFiles::openFolder(const fs::path& path, Make make) {
    if (make == Make::Never && !exists(path)) {
        return failure(ProblemKind::NotFound, "does not exist", path.string());
    }
    return openDiskFolder(path);
}

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

}
