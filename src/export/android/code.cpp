// SPDX-License-Identifier: MIT
#include "core/model/graph.h"
#include "core/model/with_copies.h"
#include "core/moves/lower.h"
#include "export/android/build.h"
#include "export/android/kotlin_data.h"
#include "export/common/names.h"
#include "export/common/player_needs.h"
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
        if (text && layer.shownWhen == model::ShownWhen::Message && !model::isCopy(layer)) {
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
    UsedParts ofLooks;
    for (const auto& look : looks) {
        collectParts(ofLooks, look.value);
    }
    const auto parts = playerNeeds(tree, std::move(ofLooks));
    for (const char* player :
         {"LaunchTiming.kt", "LaunchArt.kt", "LaunchDrawing.kt", "LaunchProgress.kt", "LaunchPlayer.kt"}) {
        const auto used = onlyUsed(embedded::find(player), parts);
        if (!used.empty()) {
            build.add(folder + player, withPackage(used, build.names));
        }
    }
    build.add("compose/" + build.names.objectName + "/LaunchCompose.kt",
              withPackage(embedded::find("LaunchCompose.kt"), build.names));
    addStrings(build);
    build.add(folder + build.names.objectName + ".kt", kotlinData(build, tree, looks));
}

}
