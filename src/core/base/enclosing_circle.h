// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"

#include <vector>

namespace scaena {

struct Circle {
    Point centre;
    double radius = 0;
};

/// The smallest circle that holds all points (Welzl's algorithm, in an order of its own that is always the
/// same). Radius 0 for none or one.
[[nodiscard]] Circle enclosingCircle(std::vector<Point> points);

}
