// SPDX-License-Identifier: MIT
#include "render/frames/progress_painter.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace scaena::render {

namespace {

constexpr int kDots = 5;

void ring(QPainter& painter, const QRectF& box, double thickness, double part, const QColor& colour,
          const QColor& track) {
    const double side = std::min(box.width(), box.height()) - thickness;
    const QRectF circle(box.center().x() - side / 2, box.center().y() - side / 2, side, side);
    painter.setBrush(Qt::NoBrush);
    if (track.isValid()) {
        painter.setPen(QPen(track, thickness));
        painter.drawEllipse(circle);
    }
    if (part > 0) {
        painter.setPen(QPen(colour, thickness, Qt::SolidLine, Qt::RoundCap));
        painter.drawArc(circle, 90 * 16, -static_cast<int>(std::lround(part * 360 * 16)));
    }
}

void bar(QPainter& painter, const QRectF& box, double thickness, double part, const QColor& colour,
         const QColor& track) {
    const QRectF whole(box.left(), box.center().y() - thickness / 2, box.width(), thickness);
    const double round = thickness / 2;
    painter.setPen(Qt::NoPen);
    if (track.isValid()) {
        painter.setBrush(track);
        painter.drawRoundedRect(whole, round, round);
    }
    if (part > 0) {
        painter.setBrush(colour);
        painter.drawRoundedRect(
            QRectF(whole.left(), whole.top(), std::max(thickness, whole.width() * part), thickness), round,
            round);
    }
}

void dots(QPainter& painter, const QRectF& box, double thickness, double part, const QColor& colour,
          const QColor& track) {
    painter.setPen(Qt::NoPen);
    for (int i = 0; i < kDots; ++i) {
        const double filled = std::clamp(part * kDots - i, 0.0, 1.0);
        const QPointF at(box.left() + thickness / 2 + (box.width() - thickness) * i / (kDots - 1),
                         box.center().y());
        if (track.isValid() && filled < 1) {
            painter.setBrush(track);
            painter.drawEllipse(at, thickness / 2, thickness / 2);
        }
        if (filled > 0) {
            painter.setBrush(colour);
            painter.drawEllipse(at, thickness / 2 * filled, thickness / 2 * filled);
        }
    }
}

}

void paintProgress(QPainter& painter, const model::ProgressContent& content, const QRectF& box, double part,
                   const QColor& colour, const QColor& track) {
    switch (content.form) {
    case model::ProgressForm::Ring:
        ring(painter, box, content.thickness, part, colour, track);
        break;
    case model::ProgressForm::Bar:
        bar(painter, box, content.thickness, part, colour, track);
        break;
    case model::ProgressForm::Dots:
        dots(painter, box, content.thickness, part, colour, track);
        break;
    }
}

}
