// SPDX-License-Identifier: MIT
#include "app/export/target_words.h"

#include <QtGlobal>
#include <algorithm>

namespace scaena::app {

namespace {

constexpr TargetWords kTargetWords[] = {
    {"android", QT_TRANSLATE_NOOP("ExportRoom", "resources, themes, icons, Kotlin"),
     QT_TRANSLATE_NOOP("ExportRoom", "…/app/src/main")},
    {"ios", QT_TRANSLATE_NOOP("ExportRoom", "storyboard, catalogue, icons, Swift"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with your app's sources")},
    {"flutter", QT_TRANSLATE_NOOP("ExportRoom", "both native openings, a widget"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with pubspec.yaml")},
    {"react-native", QT_TRANSLATE_NOOP("ExportRoom", "both native openings, a component"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with package.json")},
    {"web", QT_TRANSLATE_NOOP("ExportRoom", "markup, styles, script, manifest"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder your site is served from, for example public")},
    {"lottie", QT_TRANSLATE_NOOP("ExportRoom", "compositions for light and dark"),
     QT_TRANSLATE_NOOP("ExportRoom", "any folder")},
};

}

const TargetWords& wordsOf(plan::ExportId exportId) {
    return *std::find_if(std::begin(kTargetWords), std::end(kTargetWords),
                         [&](const TargetWords& it) { return it.id == exportId; });
}

}
