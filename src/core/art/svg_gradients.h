// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_style.h"

#include <unordered_map>

namespace scaena::art {

using ElementsById = std::unordered_map<std::string, pugi::xml_node>;

/// The gradient element `id` as it paints a shape with these bounds, in the shape's coordinates; attributes
/// and stops are inherited along `href`. Nothing if there is no such gradient. A gradient of one stop or with
/// a degenerate vector becomes a plain colour, as SVG asks.
[[nodiscard]] std::optional<Paint> gradientPaint(const std::string& id, const ElementsById& elements,
                                                 const StyleSheet& sheet, const Rect& shapeBounds, Size view,
                                                 double opacity);

}
