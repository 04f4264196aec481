// SPDX-License-Identifier: MIT
#include "app/arrange/stage/seam_marks.h"

#include "app/widgets/theme.h"

#include <QFontMetricsF>
#include <QObject>
#include <QPolygonF>
#include <cmath>

namespace scaena::app {

namespace {

constexpr std::size_t kMostMarks = 32;

using schedule::SeamGap;

const QColor kInk(0xB2, 0x3A, 0x48), kPaper(255, 255, 255);

QPolygonF outline(const std::array<Point, 4>& corners) {
    QPolygonF polygon;
    for (const auto& corner : corners) {
        polygon << QPointF(corner.x, corner.y);
    }
    return polygon;
}

void outlined(QPainter& painter, const QPolygonF& polygon, double unit, const QList<qreal>& dashes) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(255, 255, 255, 200), 2.6 * unit));
    painter.drawPolygon(polygon);
    QPen pen(kInk, 1.4 * unit);
    pen.setDashPattern(dashes);
    painter.setPen(pen);
    painter.drawPolygon(polygon);
}

/// From each corner to where it jumps, with a head.
void arrows(QPainter& painter, const QPolygonF& from, const QPolygonF& to, double unit) {
    for (int i = 0; i < from.size(); ++i) {
        const QLineF way(from[i], to[i]);
        if (way.length() < 5 * unit) {
            continue;
        }
        for (const bool beneath : {true, false}) {
            painter.setPen(QPen(beneath ? QColor(255, 255, 255, 200) : kInk, (beneath ? 2.6 : 1.2) * unit));
            painter.drawLine(way);
            for (const double turn : {150.0, -150.0}) {
                QLineF head(way.p2(), way.p2() + QPointF(5 * unit, 0));
                head.setAngle(way.angle() + turn);
                painter.drawLine(head);
            }
        }
    }
}

void label(QPainter& painter, QPointF at, const QString& text, Size screen, double unit) {
    painter.save();
    painter.translate(at);
    painter.scale(unit, unit);
    const QFont font = uiFont(11, true);
    const QFontMetricsF metrics(font);
    QRectF box(0, 4, metrics.horizontalAdvance(text) + 14, metrics.height() + 5);
    box.moveLeft(std::clamp(-box.width() / 2, -at.x() / unit + 4,
                            std::max(-at.x() / unit + 4, (screen.width - at.x()) / unit - box.width() - 4)));
    box.moveTop(
        std::clamp(box.top(), -at.y() / unit + 4, (screen.height - at.y()) / unit - box.height() - 4));
    painter.setPen(Qt::NoPen);
    painter.setBrush(kInk);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(kPaper);
    painter.setFont(font);
    painter.drawText(box, Qt::AlignCenter, text);
    painter.restore();
}

QString shortWords(const SeamGap& gap) {
    if (gap.layer.empty()) {
        return gap.picture ? QObject::tr("the picture changes")
                           : QObject::tr("the ground changes by %1").arg(gap.colours, 0, 'f', 0);
    }
    if (gap.jump > schedule::kSeenJump) {
        return QObject::tr("%1 dp").arg(std::max(1.0, std::round(gap.jump)));
    }
    return gap.fade > 0 ? QObject::tr("there at once") : QObject::tr("gone at once");
}

}

bool isAtSeam(const schedule::Schedule& schedule, double time) {
    const auto& opening = schedule.beats.front();
    return opening.played && std::abs(time - opening.end) <= kSeamNear;
}

void paintSeam(QPainter& painter, const std::vector<SeamGap>& gaps, Size screen, double scale) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double unit = 1 / scale;
    std::size_t left = kMostMarks; // the worst come first; more than these nobody can tell apart
    for (const auto& gap : gaps) {
        if (left-- == 0) {
            label(painter, {screen.width / 2, screen.height},
                  QObject::tr("and %1 more").arg(gaps.size() - kMostMarks), screen, unit);
            break;
        }
        const QPolygonF from = gap.from ? outline(*gap.from) : QPolygonF();
        const QPolygonF to = gap.to ? outline(*gap.to) : QPolygonF();
        if (!from.isEmpty()) {
            outlined(painter, from, unit, {1.5, 2.5});
        }
        if (!to.isEmpty()) {
            outlined(painter, to, unit, {6, 2});
        }
        if (!from.isEmpty() && !to.isEmpty()) {
            arrows(painter, from, to, unit);
        }
        const QRectF box = from.boundingRect().united(to.boundingRect());
        label(painter,
              gap.layer.empty() ? QPointF(screen.width / 2, 44) : QPointF(box.center().x(), box.bottom()),
              shortWords(gap), screen, unit);
    }
    painter.restore();
}

QString seamWords(const model::Sequence& sequence, const std::vector<SeamGap>& gaps) {
    QStringList lines;
    for (const auto& gap : gaps) {
        lines << QString::fromStdString(schedule::describe(sequence, gap));
    }
    return lines.join(QLatin1Char('\n'));
}

}
