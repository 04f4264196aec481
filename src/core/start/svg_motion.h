// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/found_motion.h"

#include <functional>
#include <pugixml.hpp>

namespace scaena::start {

/// The declarative animations of an SVG document (SVG 1.1, 19; SMIL): transforms and opacity of groups and
/// shapes, and lines that draw themselves. They are taken out of the document, and elements that move get an
/// id if they have none. `boundsOf`: the box of the element of that id, in units of the view box.
void takeSvgAnimations(pugi::xml_document& document, MotionsFound& found);

/// The animations of its style sheets and style attributes (CSS Animations 1, CSS Transforms 1).
void takeCssAnimations(pugi::xml_document& document,
                       const std::function<std::optional<Rect>(const std::string&)>& boundsOf,
                       MotionsFound& found);

/// The map from the element's own coordinates, before its own transform, to those of the view box.
[[nodiscard]] Matrix outerMap(const pugi::xml_node& element);
/// The id of the element, made from its name if it has none.
std::string idOf(pugi::xml_node element);
/// "1.5s", "300ms", "2": ms; nothing for clock values and events.
[[nodiscard]] std::optional<double> clockMillis(std::string_view text);

}
