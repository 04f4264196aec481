// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/score_layout.h"

#include <QPainter>

namespace scaena::app {

/// The mark on the beats where the app takes over with a visible jump.
[[nodiscard]] inline QRectF seamMark(const ScoreLayout& layout, const schedule::Schedule& schedule) {
    const double x = layout.xOf(schedule.beats.front().end);
    return {x - 9, layout.beatRow().bottom() - 8, 18, 12};
}

/// A step, as the picture makes one.
inline void paintSeamMark(QPainter& painter, const QRectF& mark, QColor ink, QColor page) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(page, 1.5));
    painter.setBrush(ink);
    painter.drawRoundedRect(mark, 3, 3);
    painter.setPen(QPen(QColor(255, 255, 255), 1.6, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin));
    const QPointF c = mark.center();
    painter.drawPolyline(
        QPolygonF({c + QPointF(-5.5, 2), c + QPointF(0, 2), c + QPointF(0, -2), c + QPointF(5.5, -2)}));
    painter.restore();
}

}
