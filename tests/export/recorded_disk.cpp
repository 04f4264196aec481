// SPDX-License-Identifier: MIT
#include "export/recorded_disk.h"

#include "support/files_of_repository.h"

#include <algorithm>
#include <cstdarg>
#include <dlfcn.h>
#include <fcntl.h>
#include <fstream>
#include <functional>
#include <limits>
#include <mutex>
#include <set>
#include <sys/stat.h>
#include <unistd.h>

namespace fs = std::filesystem;

namespace scaena::test {
namespace {

using Kind = DiskChange::Kind;

/// What is recorded, by all threads.
struct Record {
    std::mutex mutex;
    std::string root; ///< nothing: not recording
    std::size_t calls = 0;
    int files = 0;
    std::map<std::string, int> names; ///< as they are now
    std::map<int, std::string> contents;
    std::vector<DiskChange> changes;

    /// Below the root, or nothing.
    std::string below(const std::string& full) const {
        const auto plain = fs::path(full).lexically_normal().string();
        return !root.empty() && plain.starts_with(root + "/") ? plain.substr(root.size() + 1) : std::string();
    }
    void note(DiskChange change) {
        change.at = calls;
        changes.push_back(std::move(change));
    }
    void safe(const std::function<bool(const DiskChange&)>& covers) {
        for (auto& it : changes) {
            if (it.safeAt > calls && covers(it)) {
                it.safeAt = calls;
            }
        }
    }
};

Record& record() {
    static Record it;
    return it;
}

std::string parentOf(const std::string& path) { return fs::path(path).parent_path().string(); }

std::string pathOf(int descriptor) {
    std::error_code error;
    return fs::read_symlink("/proc/self/fd/" + std::to_string(descriptor), error).string();
}

/// Also of a path that is relative to an open folder.
std::string fullPath(int folder, const char* path) {
    return path[0] == '/' ? path
                          : (folder == AT_FDCWD ? fs::current_path().string() : pathOf(folder)) + "/" + path;
}

template <typename Function>
Function real(const char* name) {
    return reinterpret_cast<Function>(dlsym(RTLD_NEXT, name));
}

/// Makes the call; if it worked and concerns the folder, tells what has changed.
template <typename Call, typename Told>
auto recorded(Call call, Told told) {
    auto& it = record();
    const std::unique_lock lock(it.mutex);
    const auto result = call();
    if (result >= 0 && !it.root.empty()) {
        const int kept = errno;
        ++it.calls;
        told(it, result);
        errno = kept;
    }
    return result;
}

int opened(const char* name, int folder, const char* path, int flags, mode_t mode) {
    const auto call = [&] {
        return real<int (*)(int, const char*, int, ...)>(name)(folder, path, flags, mode);
    };
    if ((flags & O_CREAT) == 0) {
        return call();
    }
    return recorded(call, [&](Record& it, int) {
        const auto below = it.below(fullPath(folder, path));
        if (!below.empty() && !it.names.contains(below)) {
            it.names[below] = ++it.files;
            it.note({.kind = Kind::Name, .path = below, .from = {}, .file = it.files, .contents = {}});
        }
    });
}

void noteGone(Record& it, const std::string& below, bool isFolder) {
    if (!below.empty()) {
        it.names.erase(below);
        it.note(
            {.kind = isFolder ? Kind::NoFolder : Kind::NoName, .path = below, .from = {}, .contents = {}});
    }
}

int renamed(const char* name, int fromFolder, const char* from, int toFolder, const char* to) {
    return recorded(
        [&] {
            return real<int (*)(int, const char*, int, const char*)>(name)(fromFolder, from, toFolder, to);
        },
        [&](Record& it, int) {
            const auto source = it.below(fullPath(fromFolder, from));
            const auto target = it.below(fullPath(toFolder, to));
            if (!source.empty() && !target.empty()) {
                it.names[target] = it.names[source];
                it.names.erase(source);
                it.note({.kind = Kind::Rename,
                         .path = target,
                         .from = source,
                         .file = it.names[target],
                         .contents = {}});
            }
        });
}

int madeFolder(const char* name, int folder, const char* path, mode_t mode) {
    return recorded([&] { return real<int (*)(int, const char*, mode_t)>(name)(folder, path, mode); },
                    [&](Record& it, int) {
                        if (const auto below = it.below(fullPath(folder, path)); !below.empty()) {
                            it.note({.kind = Kind::MakeFolder, .path = below, .from = {}, .contents = {}});
                        }
                    });
}

/// The file behind a descriptor; 0 if it is none of the folder's.
int fileOf(const Record& it, int descriptor) {
    const auto found = it.names.find(it.below(pathOf(descriptor)));
    return found == it.names.end() ? 0 : found->second;
}

bool isFolder(int descriptor) {
    struct stat info {};
    return ::fstat(descriptor, &info) == 0 && S_ISDIR(info.st_mode);
}

}

RecordedDisk::RecordedDisk(const fs::path& root) {
    auto& it = record();
    const std::lock_guard lock(it.mutex);
    it.calls = 0;
    it.files = 0;
    it.names.clear();
    it.contents.clear();
    it.changes.clear();
    for (const auto& entry : fs::recursive_directory_iterator(root)) {
        const auto below = entry.path().lexically_relative(root).string();
        if (entry.is_directory()) {
            m_folders.push_back(below);
        } else {
            it.names[below] = ++it.files;
            it.contents[it.files] = readWhole(entry.path());
        }
    }
    std::sort(m_folders.begin(), m_folders.end());
    m_names = it.names;
    m_contents = it.contents;
    it.root = root.string();
}

RecordedDisk::~RecordedDisk() { stop(); }

void RecordedDisk::stop() {
    auto& it = record();
    const std::lock_guard lock(it.mutex);
    it.root.clear();
}

std::size_t RecordedDisk::calls() const { return record().calls; }

void RecordedDisk::writeAfterFailure(std::size_t calls, Lost lost, std::mt19937& random,
                                     const fs::path& into) const {
    auto names = m_names;
    auto contents = m_contents;
    std::set<std::string> folders(m_folders.begin(), m_folders.end());
    const auto luck = [&] { return std::bernoulli_distribution(0.5)(random); };
    for (const auto& it : record().changes) {
        if (it.at > calls) {
            break;
        }
        const bool isData = it.kind == Kind::Data;
        const bool isThere = it.safeAt <= calls || lost == Lost::None || (lost == Lost::Data && !isData) ||
                             (lost == Lost::Random && luck());
        const auto above = parentOf(it.path);
        // Nothing can be in a folder that is not on the disk; a rename is done as a whole or not at all.
        if (!isThere || (!above.empty() && !folders.contains(above))) {
            continue;
        }
        switch (it.kind) {
        case Kind::Data:
            // What is not safe may have come in part.
            contents[it.file] = it.safeAt <= calls || lost == Lost::None || luck()
                                    ? it.contents
                                    : it.contents.substr(0, it.contents.size() / 2);
            break;
        case Kind::Rename:
            names.erase(it.from);
            names[it.path] = it.file;
            break;
        case Kind::Name:
            names[it.path] = it.file;
            break;
        case Kind::NoName:
            names.erase(it.path);
            break;
        case Kind::MakeFolder:
            folders.insert(it.path);
            break;
        case Kind::NoFolder:
            folders.erase(it.path);
            break;
        }
    }
    fs::create_directories(into);
    for (const auto& folder : folders) {
        fs::create_directories(into / folder);
    }
    for (const auto& [name, file] : names) {
        std::ofstream(into / name, std::ios::binary) << contents[file];
    }
}

}

using namespace scaena::test;

/// These stand before the C library's own functions in this program, for the standard library as well.
extern "C" {

int open(const char* path, int flags, ...) {
    va_list arguments;
    va_start(arguments, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(arguments, mode_t) : 0;
    va_end(arguments);
    return opened("openat", AT_FDCWD, path, flags, mode);
}

int open64(const char* path, int flags, ...) {
    va_list arguments;
    va_start(arguments, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(arguments, mode_t) : 0;
    va_end(arguments);
    return opened("openat64", AT_FDCWD, path, flags, mode);
}

int openat(int folder, const char* path, int flags, ...) {
    va_list arguments;
    va_start(arguments, flags);
    const mode_t mode = (flags & O_CREAT) != 0 ? va_arg(arguments, mode_t) : 0;
    va_end(arguments);
    return opened("openat", folder, path, flags, mode);
}

ssize_t write(int descriptor, const void* bytes, size_t count) {
    static const auto next = real<ssize_t (*)(int, const void*, size_t)>("write");
    if (record().root.empty()) {
        return next(descriptor, bytes, count);
    }
    const auto at = ::lseek(descriptor, 0, SEEK_CUR);
    return recorded(
        [&] { return next(descriptor, bytes, count); },
        [&](Record& it, ssize_t done) {
            if (const int file = fileOf(it, descriptor); file && at >= 0) {
                auto& contents = it.contents[file];
                contents.resize(std::max(contents.size(), static_cast<std::size_t>(at + done)));
                contents.replace(static_cast<std::size_t>(at), static_cast<std::size_t>(done),
                                 static_cast<const char*>(bytes), static_cast<std::size_t>(done));
                it.note({.kind = Kind::Data, .path = {}, .from = {}, .file = file, .contents = contents});
            }
        });
}

int ftruncate(int descriptor, off_t size) noexcept {
    return recorded([&] { return real<int (*)(int, off_t)>("ftruncate")(descriptor, size); },
                    [&](Record& it, int) {
                        if (const int file = fileOf(it, descriptor)) {
                            it.contents[file].resize(static_cast<std::size_t>(size));
                            it.note({.kind = Kind::Data,
                                     .path = {},
                                     .from = {},
                                     .file = file,
                                     .contents = it.contents[file]});
                        }
                    });
}

/// Of a file: its contents. Of a folder: the names in it.
int fsync(int descriptor) {
    return recorded([&] { return 0; },
                    [&](Record& it, int) {
                        if (const int file = fileOf(it, descriptor)) {
                            it.safe([&](const DiskChange& change) {
                                return change.kind == Kind::Data && change.file == file;
                            });
                        } else if (isFolder(descriptor)) {
                            const auto full = pathOf(descriptor);
                            const auto folder = full == it.root ? std::string() : it.below(full);
                            if (!folder.empty() || full == it.root) {
                                it.safe([&](const DiskChange& change) {
                                    return change.kind != Kind::Data && parentOf(change.path) == folder &&
                                           (change.kind != Kind::Rename || parentOf(change.from) == folder);
                                });
                            }
                        }
                    });
}

int syncfs(int descriptor) noexcept {
    static const auto next = real<int (*)(int)>("syncfs");
    if (record().root.empty()) {
        return next(descriptor);
    }
    return recorded([] { return 0; },
                    [](Record& it, int) { it.safe([](const DiskChange&) { return true; }); });
}

int rename(const char* from, const char* to) noexcept {
    return renamed("renameat", AT_FDCWD, from, AT_FDCWD, to);
}

int renameat(int fromFolder, const char* from, int toFolder, const char* to) noexcept {
    return renamed("renameat", fromFolder, from, toFolder, to);
}

int unlink(const char* path) noexcept {
    return recorded([&] { return real<int (*)(const char*)>("unlink")(path); },
                    [&](Record& it, int) { noteGone(it, it.below(fullPath(AT_FDCWD, path)), false); });
}

int unlinkat(int folder, const char* path, int flags) noexcept {
    return recorded([&] { return real<int (*)(int, const char*, int)>("unlinkat")(folder, path, flags); },
                    [&](Record& it, int) {
                        noteGone(it, it.below(fullPath(folder, path)), (flags & AT_REMOVEDIR) != 0);
                    });
}

int rmdir(const char* path) noexcept {
    return recorded([&] { return real<int (*)(const char*)>("rmdir")(path); },
                    [&](Record& it, int) { noteGone(it, it.below(fullPath(AT_FDCWD, path)), true); });
}

int mkdir(const char* path, mode_t mode) noexcept { return madeFolder("mkdirat", AT_FDCWD, path, mode); }

int mkdirat(int folder, const char* path, mode_t mode) noexcept {
    return madeFolder("mkdirat", folder, path, mode);
}
}
