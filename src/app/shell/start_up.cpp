// SPDX-License-Identifier: MIT
#include "app/shell/start_up.h"

#include "app/widgets/theme.h"
#include "render/art/art_drawer.h"
#include "render/text/fonts.h"

#include <QApplication>
#include <QIcon>
#include <QSettings>
#include <QStyleFactory>

namespace scaena::app {

void dressApplication() {
    QApplication::setApplicationName(QStringLiteral("scaena"));
    QApplication::setOrganizationName(QStringLiteral("scaena"));
    QApplication::setApplicationDisplayName(QStringLiteral("Scaena"));
    QApplication::setApplicationVersion(QStringLiteral(SCAENA_VERSION));
    QApplication::setDesktopFileName(QStringLiteral("scaena"));
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/scaena/icons/scaena.png")));
    render::DrawingHelper::use();
    render::loadFonts();
    setNight(QSettings().value(QStringLiteral("nightLooks"), false).toBool());
}

}
