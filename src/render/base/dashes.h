// SPDX-License-Identifier: MIT
#pragma once

#include <QPainterPath>
#include <vector>

namespace scaena::render {

/// The dashes of a path as open lines, by its length to a few thousandths of a unit; where a closed contour
/// begins and ends within a dash, that dash is one. `dashes`: drawn, left out, drawn …, an even number of
/// them with a sum above zero.
[[nodiscard]] QPainterPath dashed(const QPainterPath& path, const std::vector<double>& dashes, double offset);

}
