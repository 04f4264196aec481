// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_project.h"

#include <algorithm>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

std::optional<std::string> withAssets(const std::string& pubspec, const std::string& pictures) {
    if (pubspec.find(pictures) != std::string::npos) {
        return std::nullopt;
    }
    const auto flutter = pubspec.find("\nflutter:\n");
    if (flutter == std::string::npos) {
        return std::nullopt;
    }
    const auto line = "    - " + pictures + "\n";
    const auto assets = pubspec.find("\n  assets:\n", flutter);
    return assets == std::string::npos ? std::string(pubspec).insert(flutter + 10, "  assets:\n" + line)
                                       : std::string(pubspec).insert(assets + 11, line);
}

}

AppPlace flutterPlace(const FileAccess& files, const fs::path& folder) {
    return hasFile(files, folder, "pubspec.yaml") ? AppPlace{"", "a Flutter project"} : AppPlace{};
}

void suggestAssets(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                   const Export& made) {
    const std::string below = "assets/launch/";
    for (const auto& file : made.files) {
        const auto at = file.path.find(below);
        if (at != std::string::npos) {
            const auto own = file.path.find('/', at + below.size()) + 1; // the sequence's own folder
            suggest(list, files, folder, "pubspec.yaml", [&](const std::string& pubspec) {
                return withAssets(pubspec, file.path.substr(at, own - at));
            });
            return;
        }
    }
}

}
