// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/colour.h"

namespace scaena::art {

/// A colour of CSS Color 3 and the hex forms of CSS Color 4: names, #rgb, #rgba, #rrggbb, #rrggbbaa, rgb(),
/// rgba(), hsl(), hsla(). Nothing for `none`, `currentColor` and anything unknown.
[[nodiscard]] std::optional<Colour> parseCssColour(std::string_view text);

}
