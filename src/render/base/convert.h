// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <QBrush>
#include <QColor>
#include <QPainterPath>
#include <QTransform>

/// From the core's plain values to Qt's.
namespace scaena::render {

[[nodiscard]] inline QColor toQt(Colour c) { return {c.r, c.g, c.b, c.a}; }
[[nodiscard]] inline QPointF toQt(Point p) { return {p.x, p.y}; }
[[nodiscard]] inline QRectF toQt(const Rect& r) { return {r.x, r.y, r.width, r.height}; }
[[nodiscard]] inline QTransform toQt(const Matrix& m) { return {m.a, m.b, m.c, m.d, m.e, m.f}; }
[[nodiscard]] QPainterPath toQt(const art::Path& path, art::FillRule rule = art::FillRule::NonZero);
[[nodiscard]] art::Path fromQt(const QPainterPath& path);
/// Qt::NoBrush for a paint that paints nothing.
[[nodiscard]] QBrush toQt(const art::Paint& paint, Colour currentColour);

}
