// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <functional>

namespace scaena::art {

struct SvgOptions {
    std::string idPrefix; ///< of the ids the writer makes, so that several pictures share a page
    bool keepIds = true;  ///< of the art's own parts
    /// Where the pixels of a picture are to be found, as an address; without it its SVG is written itself.
    std::function<std::string(const Picture&)> picture;
    std::string attributes; ///< of the root, as they stand in the text; replaces the name space
};

/// The art as an SVG document that readSvg reads back to the same art. `currentColor` stays what it is.
[[nodiscard]] std::string writeSvg(const Art& art, const SvgOptions& options = {});

}
