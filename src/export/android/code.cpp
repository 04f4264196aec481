// SPDX-License-Identifier: MIT
#include "core/model/graph.h"
#include "core/motion/lower.h"
#include "export/android/build.h"
#include "export/android/kotlin_data.h"
#include "export/common/names.h"
#include "export/common/xml.h"

#include "embedded_players.h"

namespace scaena::exporting {

namespace {

/// The text of a string resource: what has a meaning there is escaped.
std::string resourceText(const std::string& text) {
    std::string out;
    for (const char c : text) {
        if (c == '\n') {
            out += "\\n";
            continue;
        }
        if (c == '\'' || c == '"' || c == '\\' || (out.empty() && (c == '@' || c == '?'))) {
            out += '\\';
        }
        out += c;
    }
    return out;
}

std::string withPackage(std::string_view player, const AndroidNames& names) {
    std::string text(player);
    const std::string_view mark = "@PACKAGE@";
    text.replace(text.find(mark), mark.size(), names.codePackage);
    return text;
}

/// What is spoken: while it loads, and in place of what a message shows.
void addStrings(AndroidBuild& build) {
    pugi::xml_document document;
    auto root = document.append_child("resources");
    const auto add = [&](const std::string& name, const std::string& text) {
        with(root.append_child("string"), "name", name).text() = resourceText(text).c_str();
    };
    add(build.names.resource("loading"), "Loading");
    for (const auto& layer : build.sequence().layers) {
        const auto* text = layer.as<model::TextContent>();
        if (text && layer.shownWhen == model::ShownWhen::Message) {
            add(build.names.resource("says", layer.id), text->text);
        }
    }
    build.add("res/values/" + build.names.resource("strings") + ".xml", xmlText(document));
}

}

void addCode(AndroidBuild& build, const std::vector<LayerDrawable>& drawables) {
    const auto folder = build.names.codeFolder();
    const auto tree = timingTree(build.plans);
    const auto looks = kotlinLooks(build, drawables);
    auto parts = partsOf(tree);
    for (const auto& look : looks) {
        collectParts(parts, look.value);
    }
    parts.erase("player.steady"); // people may have set all animations to play faster or slower
    parts.insert({"player.pace", "player.system", "player.stillness"});
    if (std::any_of(drawables.begin(), drawables.end(), [](const auto& it) { return it.layered; })) {
        parts.insert("player.layered");
    }
    const auto& layers = build.sequence().layers;
    if (std::any_of(layers.begin(), layers.end(), [](const auto& it) {
            const auto* backdrop = it.template as<model::BackdropContent>();
            return backdrop != nullptr && backdrop->picture;
        })) {
        parts.insert("Backdrop.picture");
    }
    if (!parts.contains("LayerLook.toColor")) {
        parts.insert("player.plainBackdrops");
    }
    if (!parts.contains("LayerLook.wide") && !parts.contains("LayerLook.wideScale")) {
        parts.insert("player.oneLook");
    }
    if (parts.contains("Outcome.message")) {
        parts.insert("player.retry");
    }
    for (const char* player : {"LaunchTiming.kt", "LaunchArt.kt", "LaunchPlayer.kt"}) {
        build.add(folder + player,
                  withPackage(onlyUsed(embedded::find(player), parts, kKotlinHabits), build.names));
    }
    build.add("compose/" + build.names.objectName + "/LaunchCompose.kt",
              withPackage(embedded::find("LaunchCompose.kt"), build.names));
    addStrings(build);
    build.add(folder + build.names.objectName + ".kt", kotlinData(build, tree, looks));
}

}
