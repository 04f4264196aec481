// SPDX-License-Identifier: MIT
#include "core/base/folder.h"

#include "core/base/descriptor.h"

#include <cerrno>
#include <cstring>
#include <dirent.h>
#include <fcntl.h>
#include <fmt/format.h>
#include <map>
#include <sys/file.h>
#include <sys/stat.h>
#include <thread>
#include <unistd.h>

namespace scaena {

namespace fs = std::filesystem;

namespace {

constexpr int kFolder = O_RDONLY | O_DIRECTORY | O_NOFOLLOW | O_CLOEXEC;
constexpr std::size_t kMostOpen = 96; ///< folders; a program may have some hundred descriptors

class DiskFolder : public Folder {
public:
    DiskFolder(fs::path path, Descriptor root, std::vector<fs::path> made)
        : m_path(std::move(path)), m_root(std::make_shared<Descriptor>(std::move(root))),
          m_made(std::move(made)) {}

    /// What was made for nothing goes; the system refuses to remove a folder that holds something.
    ~DiskFolder() override {
        for (auto it = m_made.rbegin(); it != m_made.rend(); ++it) {
            ::rmdir(it->c_str());
        }
    }

    Result<void> lock(std::chrono::milliseconds patience) override {
        const auto until = std::chrono::steady_clock::now() + patience;
        while (::flock(m_root->get(), LOCK_EX | LOCK_NB) != 0) {
            if (errno != EWOULDBLOCK && errno != EINTR) {
                return {}; // a file system without locks
            }
            if (std::chrono::steady_clock::now() >= until) {
                return failure(ProblemKind::Refused,
                               "is being written to by another export; try again when it is done",
                               m_path.string());
            }
            std::this_thread::sleep_for(std::chrono::milliseconds(20));
        }
        return {};
    }

    Result<std::optional<std::string>> read(const fs::path& path, std::size_t limit) const override {
        const auto parent = open(path.parent_path(), false);
        if (!parent) {
            return tl::unexpected(parent.error());
        }
        if (!*parent) {
            return std::nullopt;
        }
        const Descriptor file(::openat((*parent)->get(), path.filename().c_str(),
                                       O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
        if (!file.isOpen()) {
            return errno == ENOENT ? Result<std::optional<std::string>>(std::nullopt)
                                   : tl::unexpected(problem(path, "cannot be read"));
        }
        struct stat info {};
        if (::fstat(file.get(), &info) != 0 || !S_ISREG(info.st_mode)) {
            return failure(ProblemKind::Refused, "is not a regular file", (m_path / path).string());
        }
        std::string bytes;
        if (static_cast<std::size_t>(info.st_size) > limit || !readAll(file.get(), limit, bytes)) {
            return failure(ProblemKind::Refused,
                           fmt::format("cannot be read, or is larger than {} kB", limit / 1024),
                           (m_path / path).string());
        }
        return bytes;
    }

    bool exists(const fs::path& path) const override {
        const auto parent = open(path.parent_path(), false);
        struct stat info {};
        return parent && *parent &&
               ::fstatat((*parent)->get(), path.filename().c_str(), &info, AT_SYMLINK_NOFOLLOW) == 0;
    }

    Result<void> create(const fs::path& path, const std::string& bytes) override {
        const auto parent = open(path.parent_path(), true);
        if (!parent) {
            return tl::unexpected(parent.error());
        }
        const Descriptor file(::openat((*parent)->get(), path.filename().c_str(),
                                       O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0666));
        if (!file.isOpen() || !scaena::writeAll(file.get(), bytes)) {
            auto why = problem(path, "could not be written");
            if (file.isOpen()) {
                ::unlinkat((*parent)->get(), path.filename().c_str(), 0);
            }
            prune(path.parent_path());
            return tl::unexpected(std::move(why));
        }
        return {};
    }

    Result<void> move(const fs::path& from, const fs::path& to) override {
        const auto source = open(from.parent_path(), false);
        if (!source) {
            return tl::unexpected(source.error());
        }
        if (!*source) {
            errno = ENOENT;
            return tl::unexpected(problem(from, "could not be read"));
        }
        const auto target = open(to.parent_path(), true);
        if (!target) {
            return tl::unexpected(target.error());
        }
        const int out = (*source)->get(), in = (*target)->get();
        keepLook(in, to.filename(), out, from.filename());
        if (::renameat(out, from.filename().c_str(), in, to.filename().c_str()) != 0) {
            auto why = problem(to, "could not be written");
            prune(to.parent_path());
            return tl::unexpected(std::move(why));
        }
        return {};
    }

    Result<void> remove(const fs::path& path) override {
        const auto parent = open(path.parent_path(), false);
        if (!parent) {
            return tl::unexpected(parent.error());
        }
        if (!*parent) {
            return {};
        }
        if (::unlinkat((*parent)->get(), path.filename().c_str(), 0) != 0 && errno != ENOENT) {
            return tl::unexpected(problem(path, "could not be removed"));
        }
        prune(path.parent_path());
        return {};
    }

    void removeFolder(const fs::path& path) override {
        const auto folder = open(path, false);
        if (!folder || !*folder) {
            return;
        }
        const int again = ::openat((*folder)->get(), ".", kFolder);
        if (DIR* entries = again < 0 ? nullptr : ::fdopendir(again)) {
            while (const auto* entry = ::readdir(entries)) {
                ::unlinkat((*folder)->get(), entry->d_name, 0); // folders are refused by the system
            }
            ::closedir(entries);
        }
        prune(path);
    }

    Result<void> settle() override {
        return ::syncfs(m_root->get()) == 0 ? Result<void>()
                                            : tl::unexpected(problem({}, "could not be written"));
    }

private:
    using Opened = std::shared_ptr<const Descriptor>;

    /// The folder below ours, or nothing if it is not there. Kept open, since a file is looked at, made and
    /// moved one after the other, and all in the same few folders.
    Result<Opened> open(const fs::path& path, bool make) const {
        if (auto known = opened(path.string())) {
            return known;
        }
        Opened folder = m_root;
        fs::path walked;
        for (const auto& part : path) {
            walked /= part;
            if (part == ".." || path.is_absolute()) {
                return failure(ProblemKind::Refused, "leads out of the folder", (m_path / path).string());
            }
            if (auto known = opened(walked.string())) {
                folder = std::move(known);
                continue;
            }
            if (make) {
                ::mkdirat(folder->get(), part.c_str(), 0777);
            }
            Descriptor next(::openat(folder->get(), part.c_str(), kFolder));
            if (!next.isOpen()) {
                if (errno == ENOENT && !make) {
                    return Opened();
                }
                if (errno == ELOOP || errno == ENOTDIR) {
                    return failure(
                        ProblemKind::Refused,
                        "is a link or a file where a folder has to be; nothing is written through links",
                        (m_path / walked).string());
                }
                return tl::unexpected(problem(walked, "cannot be opened"));
            }
            folder = std::make_shared<Descriptor>(std::move(next));
            if (m_opened.size() == kMostOpen) {
                m_opened.clear();
            }
            m_opened[walked.string()] = folder;
        }
        return folder;
    }

    /// What was opened before, unless somebody has removed it since.
    Opened opened(const std::string& path) const {
        const auto known = m_opened.find(path);
        if (known == m_opened.end()) {
            return nullptr;
        }
        struct stat info {};
        if (::fstat(known->second->get(), &info) != 0 || info.st_nlink == 0) {
            m_opened.erase(known);
            return nullptr;
        }
        return known->second;
    }

    /// Removes the folder and those it lies in, as far as they are empty, never our own.
    void prune(fs::path path) const {
        for (; !path.empty() && path != "."; path = path.parent_path()) {
            const auto parent = open(path.parent_path(), false);
            if (!parent || !*parent ||
                ::unlinkat((*parent)->get(), path.filename().c_str(), AT_REMOVEDIR) != 0) {
                return;
            }
        }
    }

    /// What replaces a file has its mode.
    static void keepLook(int targetFolder, const fs::path& target, int sourceFolder, const fs::path& source) {
        struct stat old {};
        if (::fstatat(targetFolder, target.c_str(), &old, AT_SYMLINK_NOFOLLOW) == 0 && S_ISREG(old.st_mode)) {
            ::fchmodat(sourceFolder, source.c_str(), old.st_mode & 0777, 0);
        }
    }

    Problems problem(const fs::path& path, const std::string& what) const {
        return {{ProblemKind::Refused, what + ": " + std::strerror(errno), (m_path / path).string(), {}}};
    }

    fs::path m_path;
    Opened m_root;
    mutable std::map<std::string, Opened> m_opened;
    std::vector<fs::path> m_made; ///< the folder itself and those above it that were not there
};

}

Result<std::unique_ptr<Folder>> openDiskFolder(const fs::path& path) {
    std::vector<fs::path> made;
    std::error_code error;
    const auto full = fs::absolute(path, error);
    for (auto folder = full.has_filename() ? full : full.parent_path();
         !fs::exists(folder, error) && !folder.empty(); folder = folder.parent_path()) {
        made.insert(made.begin(), folder);
    }
    fs::create_directories(full, error);
    Descriptor root(error ? -1 : ::open(full.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (!root.isOpen()) {
        const std::string why = error ? error.message() : std::strerror(errno);
        for (auto it = made.rbegin(); it != made.rend(); ++it) {
            ::rmdir(it->c_str());
        }
        return failure(ProblemKind::Refused, "cannot be opened as a folder: " + why, path.string());
    }
    return std::make_unique<DiskFolder>(full, std::move(root), std::move(made));
}

}
