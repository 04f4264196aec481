// SPDX-License-Identifier: MIT
#include "export/android/gradle_project.h"

#include <pugixml.hpp>

namespace scaena::exporting {

namespace fs = std::filesystem;

namespace {

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

}

AppPlace gradlePlace(const FileAccess& files, const fs::path& folder) {
    if (hasFile(files, folder, "AndroidManifest.xml")) {
        return {"", "the sources of a Gradle module"};
    }
    if (hasFile(files, folder, "src/main/AndroidManifest.xml")) {
        return {"src/main/", "a Gradle module"};
    }
    if (hasFile(files, folder, "app/src/main/AndroidManifest.xml")) {
        return {"app/src/main/", "a Gradle project"};
    }
    return {};
}

void suggestTheme(std::vector<Suggestion>& list, const FileAccess& files, const fs::path& folder,
                  const Export& made) {
    for (const auto& file : made.files) {
        const auto themes = file.path.find("res/values/");
        if (themes != std::string::npos && file.path.ends_with("_themes.xml")) {
            const auto style = between(file.bytes, "name=\"Launch.", "\"");
            suggest(list, files, folder, file.path.substr(0, themes) + "AndroidManifest.xml",
                    [&](const std::string& text) { return withTheme(text, "Launch." + style); });
        }
    }
}

}
