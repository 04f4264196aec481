// SPDX-License-Identifier: MIT
#include "export/common/app_places.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kLargestText = 4u << 20;
constexpr std::size_t kMostFiles = 20000;

bool has(const FileAccess& files, const fs::path& folder, const char* name) {
    return files.exists(folder / name);
}

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

AppPlace androidPlace(const FileAccess& files, const fs::path& folder) {
    if (has(files, folder, "AndroidManifest.xml")) {
        return {"", "the sources of a Gradle module"};
    }
    if (has(files, folder, "src/main/AndroidManifest.xml")) {
        return {"src/main/", "a Gradle module"};
    }
    if (has(files, folder, "app/src/main/AndroidManifest.xml")) {
        return {"app/src/main/", "a Gradle project"};
    }
    return {};
}

AppPlace iosPlace(const FileAccess& files, const fs::path& folder) {
    const auto name = xcodeName(files, folder);
    if (name.empty()) {
        return {};
    }
    const bool ownFolder =
        has(files, folder / name, "Info.plist") || has(files, folder / name, "Assets.xcassets/Contents.json");
    return {ownFolder ? name + "/" : "", "an Xcode project"};
}

AppPlace webPlace(const FileAccess& files, const fs::path& folder) {
    const auto listed = files.list(folder / "public", 1);
    if (has(files, folder, "package.json") && !listed.empty()) {
        return {"public/", "a web project with a public folder"};
    }
    return has(files, folder, "index.html") ? AppPlace{"", "a site with a page"} : AppPlace{};
}

/// The text of the file below the folder; nothing if there is none.
std::optional<std::string> textOf(const FileAccess& files, const fs::path& folder, const std::string& path) {
    const auto text = files.read(folder / path, kLargestText);
    return text ? std::optional(*text) : std::nullopt;
}

const std::string* bytesEnding(const Export& made, const std::string& ending) {
    for (const auto& file : made.files) {
        if (file.path.ends_with(ending)) {
            return &file.bytes;
        }
    }
    return nullptr;
}

/// The value between two marks, the first time they occur.
std::string between(const std::string& text, const std::string& from, const std::string& to) {
    const auto begin = text.find(from);
    const auto end = begin == std::string::npos ? begin : text.find(to, begin + from.size());
    return end == std::string::npos ? std::string()
                                    : text.substr(begin + from.size(), end - begin - from.size());
}

/// The launch theme on the activity that the launcher starts.
std::optional<std::string> withTheme(const std::string& manifest, const std::string& style) {
    const auto launcher = manifest.find("android.intent.category.LAUNCHER");
    const auto activity = launcher == std::string::npos ? launcher : manifest.rfind("<activity", launcher);
    const auto end = activity == std::string::npos ? activity : manifest.find('>', activity);
    if (end == std::string::npos) {
        return std::nullopt;
    }
    auto head = manifest.substr(activity, end - activity);
    const std::string wanted = "android:theme=\"@style/" + style + "\"";
    if (head.find(wanted) != std::string::npos) {
        return std::nullopt;
    }
    if (const auto theme = head.find("android:theme=\""); theme != std::string::npos) {
        head.replace(theme, head.find('"', theme + 15) + 1 - theme, wanted);
    } else {
        head.insert(9, " " + wanted); // behind "<activity"
    }
    return manifest.substr(0, activity) + head + manifest.substr(end);
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

std::optional<std::string> withLaunch(const std::string& page, const std::string& head,
                                      const std::string& body) {
    const auto headAt = page.find("<head>");
    const auto bodyAt = page.find("<body");
    const auto bodyEnd = bodyAt == std::string::npos ? bodyAt : page.find('>', bodyAt);
    if (headAt == std::string::npos || bodyEnd == std::string::npos ||
        page.find("launch/launch-player.js") != std::string::npos) {
        return std::nullopt;
    }
    return page.substr(0, headAt + 6) + "\n" + head + page.substr(headAt + 6, bodyEnd + 1 - headAt - 6) +
           "\n" + body + page.substr(bodyEnd + 1);
}

}

AppPlace placeIn(const FileAccess& files, const fs::path& folder, const Id& target) {
    if (target == "android") {
        return androidPlace(files, folder);
    }
    if (target == "ios") {
        return iosPlace(files, folder);
    }
    if (target == "web") {
        return webPlace(files, folder);
    }
    if (target == "flutter" && has(files, folder, "pubspec.yaml")) {
        return {"", "a Flutter project"};
    }
    if (target == "react-native" && has(files, folder, "package.json")) {
        return {"", "a React Native project"};
    }
    return {};
}

Export placed(Export made, const AppPlace& place) {
    for (auto& file : made.files) {
        file.path = place.prefix + file.path;
    }
    return made;
}

std::vector<Suggestion> suggestionsFor(const FileAccess& files, const fs::path& folder, const Export& made) {
    std::vector<Suggestion> list;
    const auto suggest = [&](const std::string& path, auto change) {
        const auto before = textOf(files, folder, path);
        if (const auto after = before ? change(*before) : std::nullopt) {
            list.push_back({path, *before, *after});
        }
    };
    for (const auto& file : made.files) {
        const auto themes = file.path.find("res/values/");
        if (themes != std::string::npos && file.path.ends_with("_themes.xml")) {
            const auto style = between(file.bytes, "name=\"Launch.", "\"");
            suggest(file.path.substr(0, themes) + "AndroidManifest.xml",
                    [&](const std::string& text) { return withTheme(text, "Launch." + style); });
        }
        if (file.path.ends_with(".storyboard")) {
            const auto slash = file.path.rfind('/');
            const auto name = file.path.substr(slash + 1, file.path.size() - slash - 1 - 11);
            const auto outer = made.target == "ios" ? file.path.substr(0, file.path.rfind("Launch/"))
                                                    : file.path.substr(0, slash + 1);
            suggest(outer + "Info.plist",
                    [&](const std::string& text) { return withStoryboard(text, name); });
        }
    }
    if (made.target == "flutter" && std::any_of(made.files.begin(), made.files.end(), [](const auto& it) {
            return it.path.find("assets/launch/") != std::string::npos;
        })) {
        suggest("pubspec.yaml", withAssets);
    }
    const auto* head = bytesEnding(made, "launch/head.html");
    const auto* body = bytesEnding(made, "launch/body.html");
    if (head && body) {
        suggest("index.html", [&](const std::string& text) { return withLaunch(text, *head, *body); });
    }
    return list;
}

}
