// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"

#include <pugixml.hpp>

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

/// What a <marker> element says of how its contents are laid out.
struct MarkerFrame {
    Matrix map; ///< from its contents to its viewport
    Point hook; ///< what of the viewport lies on the vertex
    Rect seen;  ///< the viewport in the coordinates of the contents
    Size view;  ///< what percentages within refer to
    bool inPixels = false, turns = false, turnsBack = false;
    double degrees = 0; ///< unless it turns with the path

    /// From the contents to the path's coordinates.
    [[nodiscard]] Matrix placed(const MarkerPlace& place, bool isStart, double lineWidth) const;
};

/// Nothing for one without a size. `view`: what its own percentages refer to.
[[nodiscard]] std::optional<MarkerFrame> markerFrame(const pugi::xml_node& marker, Size view);

}
