// SPDX-License-Identifier: MIT
#pragma once

#include "render/scene.h"

class QPainter;

namespace scaena::render {

/// Where the app's own icon lies on the made-up home screen.
[[nodiscard]] QRectF homeIconRect(QSizeF screen);

/// A plain home screen of made-up icons, one of them the app's. `pressed`: how far its icon is pressed, 0..1.
void paintHomeScreen(QPainter& painter, const Scene& scene, const model::Sequence& sequence, QSizeF screen,
                     double pressed);

/// The part of the screen an app's window covers while it opens (0 its icon, 1 the whole screen).
[[nodiscard]] QRectF windowRect(QSizeF screen, double part);

}
