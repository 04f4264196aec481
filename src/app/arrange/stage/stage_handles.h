// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/evaluate.h"

#include <QPointF>
#include <QPolygonF>
#include <array>

namespace scaena::app {

/// What of the selected layer the pointer takes hold of.
enum class Handle {
    None,
    Body,
    TopLeft,
    TopRight,
    BottomRight,
    BottomLeft,
    Top,
    Right,
    Bottom,
    Left,
    Turn,
    Pivot,
    Plate ///< the rim of the disc behind an icon; not a handle of the box, see OpeningMarks
};

/// The handles of one layer, in dp of the screen. A pure function of its state.
class StageHandles {
public:
    StageHandles(const schedule::LayerState& state, Point pivot, double scale);

    [[nodiscard]] QPolygonF outline() const;
    [[nodiscard]] QPointF at(Handle handle) const;
    /// The handle under a point, edges and corners before the body. A pivot in the middle, where people take
    /// hold of a layer to move it, is only found `withPivot`.
    [[nodiscard]] Handle hit(QPointF point, bool withPivot) const;
    [[nodiscard]] const Matrix& map() const { return m_map; }
    [[nodiscard]] static const std::array<Handle, 10>& all();

private:
    [[nodiscard]] QPointF mapped(double x, double y) const;

    Matrix m_map;
    Size m_size;
    Point m_pivot;
    double m_scale; ///< pixels a dp
};

/// Where a handle lies in its box, -1 … 1 from its middle.
[[nodiscard]] QPointF signsOf(Handle handle);

}
