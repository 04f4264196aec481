// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

namespace scaena::art {

/// The art as an SVG document that readSvg reads back to the same art. `currentColor` stays what it is.
[[nodiscard]] std::string writeSvg(const Art& art);

}
