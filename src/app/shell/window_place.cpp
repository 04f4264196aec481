// SPDX-License-Identifier: MIT
#include "app/shell/window_place.h"

#include <QGuiApplication>
#include <QScreen>
#include <QSettings>
#include <QWidget>
#include <algorithm>

namespace scaena::app {

namespace {

constexpr QSize kFirstSize(1280, 800);
/// Of the frame: nobody can know it before the window is there (Qt documentation, Window Geometry).
constexpr int kTitleBar = 40, kBorder = 4;

QString placeKey() { return QStringLiteral("window/place"); }
QString maximisedKey() { return QStringLiteral("window/maximised"); }

}

QRect placeWithin(const QRect& wanted, const QRect& free) {
    const QRect room = free.adjusted(kBorder, kTitleBar, -kBorder, -kBorder);
    const QSize size = wanted.size().boundedTo(room.size());
    const int x = std::clamp(wanted.x(), room.left(), room.left() + room.width() - size.width());
    const int y = std::clamp(wanted.y(), room.top(), room.top() + room.height() - size.height());
    return {QPoint(x, y), size};
}

void restorePlace(QWidget& window) {
    const QSettings settings;
    const auto before = settings.value(placeKey()).toRect();
    const auto* screen = before.isValid() ? QGuiApplication::screenAt(before.center()) : nullptr;
    screen = screen ? screen : QGuiApplication::primaryScreen();
    if (!screen) {
        return;
    }
    const QRect free = screen->availableGeometry();
    QRect wanted(QPoint(), kFirstSize);
    wanted.moveCenter(free.center());
    window.setMinimumSize(window.minimumSize().boundedTo(placeWithin(free, free).size()));
    window.setGeometry(placeWithin(before.isValid() ? before : wanted, free));
    if (settings.value(maximisedKey()).toBool()) {
        window.setWindowState(window.windowState() | Qt::WindowMaximized);
    }
}

void rememberPlace(const QWidget& window) {
    QSettings settings;
    settings.setValue(maximisedKey(), window.isMaximized());
    const auto place = window.isMaximized() ? window.normalGeometry() : window.geometry();
    if (place.isValid()) {
        settings.setValue(placeKey(), place);
    }
}

}
