// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

#include <QPainter>
#include <QRectF>
#include <optional>

namespace scaena::app {

/// The shapes the system gives the opening's things, in dp of the screen.
struct OpeningMarks {
    std::optional<QRectF> circle;    ///< what newer Android shows of the icon
    std::optional<QRectF> plate;     ///< the disc behind the icon, where there is one
    std::optional<QRectF> footerBox; ///< the largest footer mark

    /// Where the plate's rim is taken hold of.
    [[nodiscard]] std::optional<QPointF> plateHandle() const;
};

/// Whether the moment lies in the opening's own time.
[[nodiscard]] bool isInOpening(const schedule::Schedule& schedule, double t);
[[nodiscard]] OpeningMarks openingMarks(const schedule::Schedule& schedule, double t);
/// `held`: with the handle of the plate. `scale`: pixels a dp.
void paintOpeningMarks(QPainter& painter, const OpeningMarks& marks, bool held, double scale);

}
