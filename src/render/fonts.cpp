// SPDX-License-Identifier: MIT
#include "render/fonts.h"

#include <QFontDatabase>
#include <QStringList>
#include <cmath>

static void initFontResources() {
    Q_INIT_RESOURCE(fonts);
} // a static library's resources have to be asked for

namespace scaena::render {

void loadFonts() {
    static const bool loaded = [] {
        initFontResources();
        for (const char* name :
             {"IBMPlexSans-Regular", "IBMPlexSans-Medium", "IBMPlexSans-SemiBold", "IBMPlexSerif-Regular",
              "IBMPlexSerif-SemiBold", "JetBrainsMono-Regular", "JetBrainsMono-Medium"}) {
            QFontDatabase::addApplicationFont(
                QStringLiteral(":/scaena/fonts/%1.ttf").arg(QLatin1String(name)));
        }
        return true;
    }();
    (void)loaded;
}

QFont font(model::Typeface typeface, double pixels, bool bold) {
    loadFonts();
    static const QString families[] = {QStringLiteral("IBM Plex Sans"), QStringLiteral("IBM Plex Serif"),
                                       QStringLiteral("JetBrains Mono")};
    QFont font(families[static_cast<int>(typeface)]);
    font.setPixelSize(std::max(1, static_cast<int>(std::lround(pixels))));
    font.setWeight(!bold                               ? QFont::Normal
                   : typeface == model::Typeface::Mono ? QFont::Medium
                                                       : QFont::DemiBold);
    return font;
}

}
