// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/place.h"

#include <QRectF>
#include <QString>
#include <optional>
#include <vector>

namespace scaena::app {

/// A line along which something snapped, in dp.
struct Guide {
    bool upright = true;
    double at = 0;
};

/// A part of the screen, as people say it: "a third of the height".
struct ScreenPart {
    double share = 0.5; ///< of the width or height
    QString name;
};

/// What a layer that is dragged snaps to: the screen, its safe area, other layers by edges and middles, and
/// parts of the screen by its middle.
class StageSnaps {
public:
    explicit StageSnaps(const model::PlacesOn& on);
    void add(const QRectF& box);

    struct Found {
        QPointF by; ///< dp from where it was dragged to
        std::vector<Guide> guides;
        std::optional<ScreenPart> across, down; ///< its middle lies at such a part
    };
    /// For a box dragged there; lines further away than `reach` dp do not count.
    [[nodiscard]] Found find(const QRectF& box, double reach) const;

private:
    struct Part {
        double at; ///< dp
        ScreenPart part;
    };
    std::vector<double> m_uprights, m_levels; ///< dp
    std::vector<Part> m_across, m_down;
};

}
