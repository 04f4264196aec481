// SPDX-License-Identifier: MIT
#include "core/model/graph.h"
#include "core/motion/lower.h"
#include "export/android/build.h"
#include "export/android/kotlin_data.h"
#include "export/common/names.h"

#include "embedded_players.h"

namespace scaena::exporting {

namespace {

std::string withPackage(std::string_view player, const AndroidNames& names) {
    std::string text(player);
    const std::string_view mark = "@PACKAGE@";
    text.replace(text.find(mark), mark.size(), names.codePackage);
    return text;
}

}

void addCode(AndroidBuild& build, const std::vector<LayerDrawable>& drawables) {
    const auto folder = build.names.codeFolder();
    for (const char* player : {"LaunchTiming.kt", "LaunchPlayer.kt"}) {
        build.add(folder + player, withPackage(embedded::find(player), build.names));
    }
    build.add("compose/LaunchCompose.kt", withPackage(embedded::find("LaunchCompose.kt"), build.names));
    build.add(folder + build.names.objectName + ".kt", kotlinData(build, drawables));
}

}
