// SPDX-License-Identifier: MIT
#include "export/common/app_places.h"

#include <algorithm>
#include <fmt/format.h>
#include <pugixml.hpp>

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

/// Where an element's start tag lies in the text it was read from: from its name to the ">" or "/>" that ends
/// it. Empty if the text does not say so.
struct StartTag {
    std::size_t begin = 0, end = 0;
    [[nodiscard]] bool isEmpty() const { return begin == end; }
};

StartTag startTagOf(const pugi::xml_node& node, const std::string& text) {
    const auto begin = node.offset_debug();
    const std::string name = node.name();
    if (begin < 0 || text.compare(static_cast<std::size_t>(begin), name.size(), name) != 0) {
        return {};
    }
    char quote = 0;
    for (auto at = static_cast<std::size_t>(begin); at < text.size(); ++at) {
        if (quote != 0) {
            quote = text[at] == quote ? '\0' : quote;
        } else if (text[at] == '"' || text[at] == '\'') {
            quote = text[at];
        } else if (text[at] == '>') {
            return {static_cast<std::size_t>(begin), at > 0 && text[at - 1] == '/' ? at - 1 : at};
        }
    }
    return {};
}

/// The text with that attribute of the node set. Everything else stays as it is, to the blank.
std::optional<std::string> withAttribute(std::string text, const pugi::xml_node& node,
                                         const std::string& name, const std::string& value) {
    const auto tag = startTagOf(node, text);
    const auto before = node.attribute(name.c_str());
    if (tag.isEmpty() || value == before.value()) {
        return std::nullopt;
    }
    if (!before) {
        text.insert(tag.begin + std::string_view(node.name()).size(), " " + name + "=\"" + value + "\"");
        return text;
    }
    const auto at =
        text.find(name, tag.begin); // no value of a well-formed tag before it holds its name and "="
    const auto from = text.find_first_of("\"'", at);
    const auto to = from == std::string::npos ? from : text.find(text[from], from + 1);
    if (to == std::string::npos || to > tag.end) {
        return std::nullopt;
    }
    return text.replace(from + 1, to - from - 1, value);
}

bool startsFromLauncher(const pugi::xml_node& component) {
    return !component
                .find_node([](const pugi::xml_node& node) {
                    return std::string_view(node.name()) == "category" &&
                           std::string_view(node.attribute("android:name").value()) ==
                               "android.intent.category.LAUNCHER";
                })
                .empty();
}

/// ".Main" and "com.example.Main" are the same class of the package com.example.
bool isSameClass(std::string_view a, std::string_view b) {
    const auto ends = [](std::string_view whole, std::string_view tail) {
        return !tail.empty() && (whole == tail || (tail.front() == '.' && whole.ends_with(tail)));
    };
    return ends(a, b) || ends(b, a);
}

/// The launch theme on the activity that the launcher starts, by itself or by an alias.
std::optional<std::string> withTheme(const std::string& manifest, const std::string& style) {
    pugi::xml_document document;
    if (!document.load_buffer(manifest.data(), manifest.size())) {
        return std::nullopt;
    }
    const auto application = document.child("manifest").child("application");
    pugi::xml_node activity;
    for (const auto& component : application.children()) {
        const std::string_view kind = component.name();
        if (activity.empty() && (kind == "activity" || kind == "activity-alias") &&
            startsFromLauncher(component)) {
            activity = component;
        }
    }
    if (std::string_view(activity.name()) == "activity-alias") { // which has no theme of its own
        const std::string wanted = activity.attribute("android:targetActivity").value();
        activity = application.find_child([&](const pugi::xml_node& node) {
            return std::string_view(node.name()) == "activity" &&
                   isSameClass(node.attribute("android:name").value(), wanted);
        });
    }
    return activity.empty() ? std::nullopt
                            : withAttribute(manifest, activity, "android:theme", "@style/" + style);
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

AppPlace placeIn(const FileAccess& files, const fs::path& folder, plan::ExportId target) {
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
