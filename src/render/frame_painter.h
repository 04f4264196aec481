// SPDX-License-Identifier: MIT
#pragma once

#include "render/scene.h"

#include <optional>

class QPainter;

namespace scaena::render {

/// Paints a frame with its upper left corner at the painter's origin, one dp a unit. The caller sets the
/// scale and, if wanted, the clip to the screen's shape.
void paintFrame(QPainter& painter, const Scene& scene, const schedule::Frame& frame);

/// Left and right in dp, between which anything of the frame lies that is not one colour a row; nothing if
/// that may be the whole width.
struct BusyColumns {
    double from = 0, to = 0;
};
[[nodiscard]] std::optional<BusyColumns> busyColumns(const Scene& scene, const schedule::Frame& frame);

/// One layer alone, with nothing behind it.
void paintLayer(QPainter& painter, const Scene& scene, const schedule::LayerState& state, Size screen);

/// The system's own bars over a frame: clock and signs above, a handle below.
void paintSystemBars(QPainter& painter, const Scene& scene, const schedule::Frame& frame,
                     const schedule::Device& device);

/// Two points between which a gradient of a CSS angle runs over a rectangle.
struct GradientLine {
    QPointF from, to;
};
[[nodiscard]] GradientLine gradientLine(double cssAngle, const QRectF& rect);

}
