// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"

#include <pugixml.hpp>
#include <string>

namespace scaena::art {

/// An SVG document that shows nothing but this element of another one, in its place: what else was painted
/// stays as definitions only, since the element may refer to it, and its ancestors keep what is inherited and
/// where they stand, but neither fade nor cut nor filter. `surrounding` is what `currentColor` stands for.
[[nodiscard]] std::string fragmentOf(const pugi::xml_node& element, const Rect& viewBox,
                                     const std::string& surrounding = "#000");

}
