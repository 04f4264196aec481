// SPDX-License-Identifier: MIT
#include "app/arrange/stage/stage_handles.h"

#include <QLineF>
#include <cmath>

namespace scaena::app {

namespace {
constexpr double kHandleReach = 7; // pixels
constexpr double kTurnArm = 20;    // pixels above the upper edge
}

QPointF signsOf(Handle handle) {
    switch (handle) {
    case Handle::TopLeft:
        return {-1, -1};
    case Handle::Top:
        return {0, -1};
    case Handle::TopRight:
        return {1, -1};
    case Handle::Right:
        return {1, 0};
    case Handle::BottomRight:
        return {1, 1};
    case Handle::Bottom:
        return {0, 1};
    case Handle::BottomLeft:
        return {-1, 1};
    case Handle::Left:
        return {-1, 0};
    default:
        return {0, 0};
    }
}

const std::array<Handle, 10>& StageHandles::all() {
    static const std::array<Handle, 10> list = {
        Handle::Pivot,      Handle::Turn, Handle::TopLeft, Handle::TopRight, Handle::BottomRight,
        Handle::BottomLeft, Handle::Top,  Handle::Right,   Handle::Bottom,   Handle::Left};
    return list;
}

StageHandles::StageHandles(const schedule::LayerState& state, Point pivot, double scale)
    : m_map(schedule::toScreen(state)), m_size(state.size), m_pivot(pivot), m_scale(scale) {}

QPointF StageHandles::mapped(double x, double y) const {
    const Point p = m_map.map({x, y});
    return {p.x, p.y};
}

QPolygonF StageHandles::outline() const {
    QPolygonF polygon;
    for (const auto handle : {Handle::TopLeft, Handle::TopRight, Handle::BottomRight, Handle::BottomLeft}) {
        polygon << at(handle);
    }
    return polygon;
}

QPointF StageHandles::at(Handle handle) const {
    if (handle == Handle::Pivot) {
        return mapped((m_pivot.x - 0.5) * m_size.width, (m_pivot.y - 0.5) * m_size.height);
    }
    if (handle == Handle::Turn) {
        const QPointF top = at(Handle::Top);
        QLineF arm(at(Handle::Body), top);
        arm.setLength(arm.length() + kTurnArm / m_scale);
        return arm.length() > 0 ? arm.p2() : top;
    }
    const QPointF signs = signsOf(handle);
    return mapped(signs.x() * m_size.width / 2, signs.y() * m_size.height / 2);
}

Handle StageHandles::hit(QPointF point, bool withPivot) const {
    const bool roomy = QLineF(at(Handle::Left), at(Handle::Right)).length() * m_scale > 44 &&
                       QLineF(at(Handle::Top), at(Handle::Bottom)).length() * m_scale > 44;
    for (const auto handle : all()) {
        const bool edge = handle >= Handle::Top && handle <= Handle::Left;
        if (edge && !roomy) {
            continue; // on a small box they would leave no room for moving it
        }
        if (handle == Handle::Pivot && !withPivot && m_pivot == Point{0.5, 0.5}) {
            continue;
        }
        const double reach = handle == Handle::Pivot ? 5 : kHandleReach;
        if (QLineF(point, at(handle)).length() * m_scale <= reach) {
            return handle;
        }
    }
    return outline().containsPoint(point, Qt::OddEvenFill) ? Handle::Body : Handle::None;
}

}
