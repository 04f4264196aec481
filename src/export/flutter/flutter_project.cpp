// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_project.h"

#include <algorithm>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

std::optional<std::string> withAssets(const std::string& pubspec) {
    if (pubspec.find("assets/launch/") != std::string::npos) {
        return std::nullopt;
    }
    const auto flutter = pubspec.find("\nflutter:\n");
    if (flutter == std::string::npos) {
        return std::nullopt;
    }
    const auto assets = pubspec.find("\n  assets:\n", flutter);
    return assets == std::string::npos
               ? std::string(pubspec).insert(flutter + 10, "  assets:\n    - assets/launch/\n")
               : std::string(pubspec).insert(assets + 11, "    - assets/launch/\n");
}

}

AppPlace flutterPlace(const FileAccess& files, const fs::path& folder) {
    return hasFile(files, folder, "pubspec.yaml") ? AppPlace{"", "a Flutter project"} : AppPlace{};
}

void suggestAssets(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                   const Export& made) {
    const bool any = std::any_of(made.files.begin(), made.files.end(), [](const auto& it) {
        return it.path.find("assets/launch/") != std::string::npos;
    });
    if (any) {
        suggest(list, files, folder, "pubspec.yaml", withAssets);
    }
}

}
