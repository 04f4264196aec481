// SPDX-License-Identifier: MIT
#pragma once

#include <QImage>
#include <QPainter>
#include <functional>

namespace scaena::render {

/// Paints something half transparent as a whole: into a picture as large as `bounds` (device pixels) or the
/// clip, then that picture with the opacity. `paint` gets a painter with the same transform.
void paintGrouped(QPainter& painter, double opacity, const std::function<void(QPainter&)>& paint,
                  QRectF deviceBounds = {});

}
