// SPDX-License-Identifier: MIT
#include "core/start/app_project.h"

#include "core/start/project_kinds.h"

#include <algorithm>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostFiles = 20'000;

std::string lowered(std::string text) {
    for (char& c : text) {
        c = c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    }
    return text;
}

}

bool mentions(const std::string& name, std::initializer_list<const char*> words) {
    const auto text = lowered(name);
    return std::any_of(words.begin(), words.end(),
                       [&](const char* word) { return text.find(word) != std::string::npos; });
}

bool isPicture(const fs::path& path) {
    const auto ending = lowered(path.extension().string());
    return ending == ".png" || ending == ".webp" || ending == ".jpg" || ending == ".jpeg" ||
           ending == ".xml" || ending == ".svg" || ending == ".pdf";
}

std::optional<ProjectFindings> lookThrough(const FileAccess& files, const fs::path& root,
                                           const std::atomic<bool>& stop) {
    auto list = files.list(root, kMostFiles);
    // What tools made is not what a person wrote.
    std::erase_if(list, [](const fs::path& path) {
        return std::any_of(path.begin(), path.end(), [](const fs::path& part) {
            return part == "build" || part == "node_modules" || part == "Pods" || part == ".gradle" ||
                   part == "androidTest";
        });
    });
    if (root.extension() != ".xcassets") {
        if (auto found = androidProject(files, root, list, stop)) {
            return found;
        }
    }
    if (auto found = appleProject(files, root, list, stop)) {
        return found;
    }
    return webProject(files, root, list);
}

}
