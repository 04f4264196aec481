// SPDX-License-Identifier: MIT
#include "export/ios/xcode_project.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostFiles = 20000;
constexpr std::string_view kEnding = ".storyboard";

/// The name of an Xcode project in the folder, without its ending.
std::string xcodeName(const FileAccess& files, const fs::path& folder) {
    for (const auto& path : files.list(folder, kMostFiles)) {
        const auto first = path.begin()->string();
        if (first.ends_with(".xcodeproj")) {
            return first.substr(0, first.size() - 10);
        }
    }
    return {};
}

std::optional<std::string> withStoryboard(const std::string& plist, const std::string& name) {
    const std::string key = "<key>UILaunchStoryboardName</key>";
    const auto at = plist.find(key);
    if (at == std::string::npos) {
        const auto dict = plist.find("<dict>");
        return dict == std::string::npos
                   ? std::nullopt
                   : std::optional(std::string(plist).insert(
                         dict + 6, fmt::format("\n\t{}\n\t<string>{}</string>", key, name)));
    }
    const auto from = plist.find("<string>", at);
    const auto to = from == std::string::npos ? from : plist.find("</string>", from);
    if (to == std::string::npos || plist.substr(from + 8, to - from - 8) == name) {
        return std::nullopt;
    }
    return plist.substr(0, from + 8) + name + plist.substr(to);
}

}

AppPlace xcodePlace(const FileAccess& files, const fs::path& folder) {
    const auto name = xcodeName(files, folder);
    if (name.empty()) {
        return {};
    }
    const bool ownFolder = hasFile(files, folder / name, "Info.plist") ||
                           hasFile(files, folder / name, "Assets.xcassets/Contents.json");
    return {ownFolder ? name + "/" : "", "an Xcode project"};
}

void suggestStoryboard(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                       const Export& made, const std::string& within) {
    for (const auto& file : made.files) {
        if (!file.path.ends_with(kEnding)) {
            continue;
        }
        const auto slash = file.path.rfind('/');
        const auto name = file.path.substr(slash + 1, file.path.size() - slash - 1 - kEnding.size());
        const auto outer = within.empty() ? slash + 1 : file.path.rfind(within);
        suggest(list, files, folder, file.path.substr(0, outer) + "Info.plist",
                [&](const std::string& text) { return withStoryboard(text, name); });
    }
}

}
