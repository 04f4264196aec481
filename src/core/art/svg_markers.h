// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"

namespace scaena::art {

/// Where a marker stands along a path, and which way the path goes there.
struct MarkerPlace {
    enum class Kind : unsigned char { Start, Mid, End } kind = Kind::Mid;
    Point at;
    double degrees = 0; ///< of the bisector of what comes in and what goes out (SVG 2 §13.7.4)
};

/// The vertices of a path whose every segment is one as it was written: arcs, which became several curves,
/// have vertices of their own here.
[[nodiscard]] std::vector<MarkerPlace> markerPlaces(const Path& path);

}
