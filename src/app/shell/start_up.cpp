// SPDX-License-Identifier: MIT
#include "app/shell/start_up.h"

#include "app/shell/main_window.h"
#include "app/shell/window_place.h"
#include "app/widgets/theme.h"
#include "render/art/art_drawer.h"
#include "render/text/fonts.h"

#include <QApplication>
#include <QIcon>
#include <QSettings>
#include <QStyleFactory>
#include <QTimer>

namespace scaena::app {

namespace {

constexpr int kIconAfterMillis = 40;

bool likesNight() { return QSettings().value(QStringLiteral("nightLooks"), false).toBool(); }

void dressFilledWindow() {
    // Handing the icon over takes as long as a third of the page; nobody misses it before that.
    QTimer::singleShot(kIconAfterMillis, qApp, [] {
        QApplication::setWindowIcon(QIcon(QStringLiteral(":/scaena/icons/scaena.png")));
    });
    render::DrawingHelper::use();
    render::loadFonts();
    setNight(likesNight());
}

}

void dressEmptyWindow() {
    QApplication::setApplicationName(QStringLiteral("scaena"));
    QApplication::setOrganizationName(QStringLiteral("scaena"));
    QApplication::setApplicationDisplayName(QStringLiteral("Scaena"));
    QApplication::setApplicationVersion(QStringLiteral(SCAENA_VERSION));
    QApplication::setDesktopFileName(QStringLiteral("scaena"));
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    chooseInks(likesNight());
}

void dressApplication() {
    dressEmptyWindow();
    dressFilledWindow();
}

void openWhenSeen(MainWindow& window, const std::function<void()>& then) {
    QObject::connect(&window, &MainWindow::seen, &window, [&window, then] {
        dressFilledWindow();
        window.fill();
        then();
    });
    restorePlace(window);
    window.show();
}

}
