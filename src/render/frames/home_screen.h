// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <QRectF>
#include <QString>

class QPainter;

namespace scaena::render {

/// Where the app's own icon lies on the made-up home screen.
[[nodiscard]] QRectF homeIconRect(QSizeF screen);

/// The app on the home screen.
struct HomeApp {
    QImage icon;          ///< already cut to the system's mask (iconImage)
    double roundness = 0; ///< of the mask's corners, as a part of the side
    QString name;
};

/// A plain home screen of made-up icons, one of them the app's. `pressed`: how far its icon is pressed, 0..1.
void paintHomeScreen(QPainter& painter, const HomeApp& app, bool night, QSizeF screen, double pressed);

/// The part of the screen an app's window covers while it opens (0 its icon, 1 the whole screen).
[[nodiscard]] QRectF windowRect(QSizeF screen, double part);

}
