// SPDX-License-Identifier: MIT
#include "app/shell/start_options.h"
#include "app/widgets/theme.h"
#include "render/text/fonts.h"

#include <QApplication>
#include <QSettings>
#include <QStyleFactory>

using namespace scaena::app;

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("scaena"));
    QApplication::setOrganizationName(QStringLiteral("scaena"));
    QApplication::setApplicationDisplayName(QStringLiteral("Scaena"));
    QApplication::setApplicationVersion(QStringLiteral(SCAENA_VERSION));
    QApplication::setDesktopFileName(QStringLiteral("scaena"));
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/scaena/icons/scaena.png")));
    scaena::render::loadFonts();
    setNight(QSettings().value(QStringLiteral("nightLooks"), false).toBool());

    const auto options = readStartOptions(QApplication::arguments());
    MainWindow window;
    startWith(window, options);
    return QApplication::exec();
}
