// SPDX-License-Identifier: MIT
#include "render/text/fonts.h"

#include <QFontDatabase>
#include <QStringList>
#include <cmath>
#include <map>
#include <mutex>

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

QString fontFamily(const std::string& bytes) {
    static std::mutex mutex;
    static std::map<std::size_t, QString> known; // by the hash of the content; fonts are few
    const std::size_t key = std::hash<std::string>()(bytes);
    const std::lock_guard lock(mutex);
    const auto found = known.find(key);
    if (found != known.end()) {
        return found->second;
    }
    const int id = QFontDatabase::addApplicationFontFromData(QByteArray::fromStdString(bytes));
    const auto families = id < 0 ? QStringList() : QFontDatabase::applicationFontFamilies(id);
    return known[key] = families.value(0);
}

QFont ownFont(const std::string& bytes, const model::TextContent& text, double pixels) {
    QFont made = font(text.typeface, pixels, text.bold);
    if (const QString family = fontFamily(bytes); !family.isEmpty()) {
        made.setFamily(family);
        made.setWeight(text.bold ? QFont::Bold : QFont::Normal);
    }
    return made;
}

}
