// SPDX-License-Identifier: MIT
#pragma once

#include "render/frames/scene.h"

#include <optional>
#include <vector>

class QPainter;

namespace scaena::render {

class ArtPictures;

/// Paints a frame with its upper left corner at the painter's origin, one dp a unit. The caller sets the
/// scale and, if wanted, the clip to the screen's shape.
/// With `pictures`, art that is slow to paint is shown by its picture, as soon as there is one.
void paintFrame(QPainter& painter, const Scene& scene, const schedule::Frame& frame,
                ArtPictures* pictures = nullptr);

/// Rectangles in dp outside of which each row of the frame is of one colour; nothing if that cannot be told.
[[nodiscard]] std::optional<std::vector<QRectF>> busyParts(const Scene& scene, const schedule::Frame& frame);

/// The rectangle in dp in which the layer can paint; nothing if that may be anywhere.
[[nodiscard]] std::optional<QRectF> reachOf(const Scene& scene, const schedule::LayerState& state);

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
/// The same as the window background of older Android draws it: at the nearest multiple of 45°, from side to
/// side or from corner to corner (android.graphics.drawable.GradientDrawable.Orientation).
[[nodiscard]] GradientLine gradientByEighths(double cssAngle, const QRectF& rect);

}
