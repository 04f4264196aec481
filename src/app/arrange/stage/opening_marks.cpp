// SPDX-License-Identifier: MIT
#include "app/arrange/stage/opening_marks.h"

#include "app/widgets/theme.h"
#include "core/schedule/evaluate.h"

#include <cmath>

namespace scaena::app {

namespace {

QRectF around(QPointF middle, double diameter) {
    return {middle.x() - diameter / 2, middle.y() - diameter / 2, diameter, diameter};
}

/// A fine line that is seen on any picture.
void drawLine(QPainter& painter, double unit, const std::function<void()>& draw) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(255, 255, 255, 170), 1.4 * unit));
    draw();
    QPen dashes(QColor(0x23, 0x27, 0x2F, 200), 1 * unit);
    dashes.setDashPattern({5, 4});
    painter.setPen(dashes);
    draw();
}

}

std::optional<QPointF> OpeningMarks::plateHandle() const {
    if (!plate) {
        return {};
    }
    const double reach = plate->width() / 2 * std::sqrt(0.5);
    return plate->center() + QPointF(reach, -reach);
}

bool isInOpening(const schedule::Schedule& schedule, double t) {
    return t >= 0 && t < schedule.beats.front().end;
}

OpeningMarks openingMarks(const schedule::Schedule& schedule, double t) {
    OpeningMarks marks;
    if (!isInOpening(schedule, t)) {
        return marks;
    }
    const auto& traits = schedule.plan->target->opening;
    const auto& screen = schedule.screen;
    const QPointF middle(screen.width / 2, screen.height / 2);
    const int icon = schedule.plan->icon;
    const auto* layer = icon < 0 ? nullptr : schedule.plan->layers[static_cast<std::size_t>(icon)].source;
    const auto* plate = layer ? model::plateOf(*layer) : nullptr;
    if (traits.iconOnly) {
        const double visible = plate ? traits.plateVisible : traits.iconVisible;
        marks.circle = around(middle, visible);
        if (plate) {
            marks.plate = around(middle, visible);
        }
        marks.footerBox = QRectF(middle.x() - traits.footer.width / 2,
                                 screen.height - traits.footerMargin - traits.footer.height,
                                 traits.footer.width, traits.footer.height);
    } else if (plate && schedule.plan->layers[static_cast<std::size_t>(icon)].inOpening) {
        const auto& place = schedule::openingPlace(*layer, traits, screen);
        const Point centre = schedule::openingCentre(place, traits, schedule.places());
        marks.plate = around({centre.x, centre.y}, plate->diameter);
    }
    return marks;
}

void paintOpeningMarks(QPainter& painter, const OpeningMarks& marks, bool held, double scale) {
    const double unit = 1 / scale;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& disc : {marks.circle, marks.plate}) {
        if (disc) {
            drawLine(painter, unit, [&] { painter.drawEllipse(*disc); });
        }
    }
    if (marks.footerBox) {
        drawLine(painter, unit, [&] { painter.drawRect(*marks.footerBox); });
    }
    if (const auto handle = marks.plateHandle(); handle && held) {
        painter.setPen(QPen(theme().night ? QColor("#F08793") : QColor("#B23A48"), 1.2 * unit));
        painter.setBrush(Qt::white);
        painter.drawEllipse(*handle, 4 * unit, 4 * unit);
    }
    painter.restore();
}

}
