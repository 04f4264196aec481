// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_marks.h"

#include "app/widgets/theme.h"

#include <QFontMetricsF>
#include <QPainterPath>

namespace scaena::app {

namespace {

const QColor kDark(0x23, 0x27, 0x2F);
const QColor kLight(255, 255, 255);

/// A line that is seen on any picture: light with dark dashes.
void seenAnywhere(QPainter& painter, double unit, const std::function<void()>& draw, double dash = 3) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(255, 255, 255, 220), unit));
    draw();
    QPen pen(QColor(0x23, 0x27, 0x2F, 220), unit);
    pen.setDashPattern({dash, dash});
    painter.setPen(pen);
    draw();
}

}

void paintHandles(QPainter& painter, const StageHandles& handles, double scale, bool locked) {
    const double unit = 1 / scale;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    seenAnywhere(painter, unit, [&] { painter.drawPolygon(handles.outline()); });
    if (locked) {
        painter.restore();
        return;
    }
    const QColor ink = theme().night ? QColor("#F08793") : QColor("#B23A48");
    painter.setPen(QPen(ink, 1.2 * unit));
    painter.drawLine(handles.at(Handle::Top), handles.at(Handle::Turn));
    painter.setBrush(kLight);
    painter.drawEllipse(handles.at(Handle::Turn), 4 * unit, 4 * unit);
    const bool roomy = QLineF(handles.at(Handle::Left), handles.at(Handle::Right)).length() * scale > 44 &&
                       QLineF(handles.at(Handle::Top), handles.at(Handle::Bottom)).length() * scale > 44;
    for (const auto handle : StageHandles::all()) {
        const bool corner = handle >= Handle::TopLeft && handle <= Handle::BottomLeft;
        const bool edge = handle >= Handle::Top && handle <= Handle::Left;
        if (corner || (edge && roomy)) {
            const double half = (corner ? 3.5 : 2.6) * unit;
            painter.drawRect(QRectF(handles.at(handle) - QPointF(half, half), QSizeF(2 * half, 2 * half)));
        }
    }
    const QPointF pivot = handles.at(Handle::Pivot);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(kLight, 2.4 * unit));
    for (int pass = 0; pass < 2; ++pass) {
        painter.drawEllipse(pivot, 3.2 * unit, 3.2 * unit);
        painter.drawLine(pivot - QPointF(6 * unit, 0), pivot + QPointF(6 * unit, 0));
        painter.drawLine(pivot - QPointF(0, 6 * unit), pivot + QPointF(0, 6 * unit));
        painter.setPen(QPen(ink, 1 * unit));
    }
    painter.restore();
}

void paintGuides(QPainter& painter, const std::vector<Guide>& guides, Size screen, double scale) {
    painter.save();
    painter.setPen(QPen(QColor("#B23A48"), 1 / scale));
    for (const auto& guide : guides) {
        painter.drawLine(guide.upright ? QLineF(guide.at, 0, guide.at, screen.height)
                                       : QLineF(0, guide.at, screen.width, guide.at));
    }
    painter.restore();
}

void paintGhosts(QPainter& painter, const schedule::Schedule& schedule, int cue, double scale) {
    const auto& span = schedule.cues[static_cast<std::size_t>(cue)];
    const auto& it = schedule.sequence->cues[static_cast<std::size_t>(cue)];
    const int layer = model::indexOf(schedule.sequence->layers, it.layer);
    if (span.dropped() || isNever(span.start) || isNever(span.end) || span.end <= span.start || layer < 0 ||
        model::coversScreen(schedule.sequence->layers[static_cast<std::size_t>(layer)].kind())) {
        return;
    }
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double unit = 1 / scale;
    QPainterPath way;
    constexpr int kSteps = 48;
    std::vector<QPointF> dots;
    for (int i = 0; i <= kSteps; ++i) {
        const double t = span.start + double(span.end - span.start) * i / kSteps;
        const auto state = schedule::stateOf(schedule, layer, t);
        const Point at = state.outer.map(state.centre);
        const QPointF point(at.x, at.y);
        i == 0 ? way.moveTo(point) : way.lineTo(point);
        if (i % 6 == 0) {
            dots.push_back(point);
        }
    }
    const QColor ink = theme().night ? QColor("#7FB0E0") : QColor("#2F5D8A");
    if (way.length() > 2 * unit) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(255, 255, 255, 170), 2.4 * unit));
        painter.drawPath(way);
        painter.setPen(QPen(ink, 1.2 * unit));
        painter.drawPath(way);
        painter.setBrush(ink);
        painter.setPen(Qt::NoPen);
        for (const auto& dot : dots) { // closer together where it is slower
            painter.drawEllipse(dot, 1.7 * unit, 1.7 * unit);
        }
    }
    for (const double t : {double(span.start), double(span.end)}) {
        const auto state = schedule::stateOf(schedule, layer, t);
        QPen pen(t == span.start ? QColor(ink.red(), ink.green(), ink.blue(), 190) : ink, unit);
        pen.setDashPattern(t == span.start ? QList<qreal>{2, 3} : QList<qreal>{5, 2});
        painter.setPen(pen);
        painter.setBrush(Qt::NoBrush);
        painter.drawPolygon(StageHandles(state, {0.5, 0.5}, scale).outline());
    }
    painter.restore();
}

void paintNumbers(QPainter& painter, QPointF at, const QString& text, Size screen, double scale) {
    painter.save();
    painter.translate(at);
    painter.scale(1 / scale, 1 / scale);
    const QFont font = timeFont(11);
    const QFontMetricsF metrics(font);
    QRectF box(14, 14, metrics.horizontalAdvance(text) + 12, metrics.height() + 6);
    const double right = (screen.width - at.x()) * scale;
    const double bottom = (screen.height - at.y()) * scale;
    box.moveLeft(std::min(box.left(), right - box.width() - 4));
    box.moveTop(std::min(box.top(), bottom - box.height() - 4));
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(kDark.red(), kDark.green(), kDark.blue(), 225));
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(kLight);
    painter.setFont(font);
    painter.drawText(box, Qt::AlignCenter, text);
    painter.restore();
}

}
