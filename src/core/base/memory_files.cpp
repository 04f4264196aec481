// SPDX-License-Identifier: MIT
#include "core/base/files.h"

#include <fmt/format.h>

namespace scaena {

namespace fs = std::filesystem;

namespace {

Result<void> writeFailed(const fs::path& path, const std::string& reason) {
    return failure(ProblemKind::Refused, "could not be written: " + reason, path.string());
}

Result<std::string> tooLarge(const fs::path& path, std::size_t limit) {
    return failure(ProblemKind::Refused, fmt::format("is larger than the limit of {} kB", limit / 1024),
                   path.string());
}

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

Result<void> MemoryFiles::move(const fs::path& from, const fs::path& to) {
    if (changeFails()) {
        return writeFailed(to, "no space left");
    }
    contents[to.lexically_normal()] = std::move(contents.at(from.lexically_normal()));
    contents.erase(from.lexically_normal());
    return {};
}

Result<std::unique_ptr<Folder>> MemoryFiles::openFolder(const fs::path& path, Make) {
    return openMemoryFolder(*this, path);
}

bool MemoryFiles::exists(const fs::path& path) const {
    const auto normal = path.lexically_normal();
    const auto found = contents.lower_bound(normal);
    if (found == contents.end()) {
        return false;
    }
    // A folder is there as soon as something lies in it.
    const auto relative = found->first.lexically_relative(normal);
    return found->first == normal || (!relative.empty() && *relative.begin() != "..");
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
