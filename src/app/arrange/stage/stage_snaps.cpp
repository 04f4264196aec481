// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_snaps.h"

#include <QObject>
#include <array>
#include <cmath>

namespace scaena::app {

StageSnaps::StageSnaps(const model::PlacesOn& on) {
    const auto& screen = on.screen;
    m_uprights = {0, screen.width / 2, screen.width, on.safe.x, on.safe.right()};
    m_levels = {0, screen.height / 2, screen.height, on.safe.y, on.safe.bottom()};
    const std::array<ScreenPart, 4> across = {{{1 / 4.0, QObject::tr("a quarter of the width")},
                                               {1 / 3.0, QObject::tr("a third of the width")},
                                               {2 / 3.0, QObject::tr("two thirds of the width")},
                                               {3 / 4.0, QObject::tr("three quarters of the width")}}};
    const std::array<ScreenPart, 4> down = {{{1 / 4.0, QObject::tr("a quarter of the height")},
                                             {1 / 3.0, QObject::tr("a third of the height")},
                                             {2 / 3.0, QObject::tr("two thirds of the height")},
                                             {3 / 4.0, QObject::tr("three quarters of the height")}}};
    for (const auto& part : across) {
        m_across.push_back({screen.width * part.share, part});
    }
    for (const auto& part : down) {
        m_down.push_back({screen.height * part.share, part});
    }
}

void StageSnaps::add(const QRectF& box) {
    m_uprights.insert(m_uprights.end(), {box.left(), box.center().x(), box.right()});
    m_levels.insert(m_levels.end(), {box.top(), box.center().y(), box.bottom()});
}

/// The nearest line for left, middle and right, and for top, middle and bottom; where none is near, the
/// nearest part of the screen for the middle.
StageSnaps::Found StageSnaps::find(const QRectF& box, double reach) const {
    Found found;
    const auto nearest = [&](const std::vector<double>& lines, const std::vector<Part>& parts,
                             std::array<double, 3> edges, std::optional<ScreenPart>& part, bool upright) {
        double best = reach;
        double shift = 0;
        double line = 0;
        const auto consider = [&](double edge, double at) {
            const bool isNearer = std::abs(at - edge) < best;
            if (isNearer) {
                best = std::abs(at - edge);
                shift = at - edge;
                line = at;
            }
            return isNearer;
        };
        for (double edge : edges) {
            for (double it : lines) {
                consider(edge, it);
            }
        }
        if (best >= reach) {
            for (const auto& it : parts) {
                if (consider(edges[0], it.at)) {
                    part = it.part;
                }
            }
        }
        if (best < reach) {
            found.guides.push_back({upright, line});
        }
        return shift;
    };
    found.by.setX(
        nearest(m_uprights, m_across, {box.center().x(), box.left(), box.right()}, found.across, true));
    found.by.setY(nearest(m_levels, m_down, {box.center().y(), box.top(), box.bottom()}, found.down, false));
    return found;
}

}
