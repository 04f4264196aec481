// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"

#include <pugixml.hpp>

namespace scaena::art {

/// The outline of a basic shape element (path, rect, circle, ellipse, line, polyline, polygon), or nothing if
/// the element is none. Percentages refer to `view`. `complete` turns false where the element's data is
/// malformed.
[[nodiscard]] std::optional<Path> shapePath(const pugi::xml_node& element, Size view, bool& complete);

/// The map a viewBox and preserveAspectRatio ask for, onto the viewport (SVG 2 §8.6).
[[nodiscard]] Matrix viewBoxMap(const Rect& viewBox, std::string_view preserveAspectRatio,
                                const Rect& viewport);
[[nodiscard]] std::optional<Rect> parseViewBox(std::string_view text);

/// Length of a diagonal as SVG uses it for percentages that are neither widths nor heights.
[[nodiscard]] double diagonalOf(Size view);

}
