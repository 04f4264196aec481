// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <optional>

namespace scaena::exporting {

struct VectorOptions {
    Size size;                 ///< dp; the viewport has the same numbers
    Rect box;                  ///< where in it the art is fitted
    std::string currentColour; ///< colour reference or literal for currentColor
    bool fillsOnly = false;    ///< leave strokes out
    std::string groupName;     ///< if not empty, the art stands in a group of that name
    Point pivot = {0.5, 0.5};  ///< about which the group turns and grows, as fractions of `box`
    std::string vectorName;    ///< android:name of the root, for animating its alpha
    std::vector<std::pair<std::string, double>>
        pose;         ///< where the group stands before it is animated: "scaleX", 0.8
    double alpha = 1; ///< of the root
};

/// Why a VectorDrawable cannot show this art exactly, or nothing. Known to it are paths, clip paths, and
/// gradients; not dashes, group opacity over several shapes, even-odd clips, focal or skewed radial
/// gradients, strokes under uneven scaling, and texts above the limit of resources.
[[nodiscard]] std::optional<std::string> whyNotVector(const art::Art& art);

/// The art as the XML of a `vector`. Transforms are worked into the coordinates. Only for art with no
/// whyNotVector.
[[nodiscard]] std::string vectorDrawable(const art::Art& art, const VectorOptions& options);

/// A text's outline as art whose origin is in the middle; painted in its current colour.
[[nodiscard]] art::Art textArt(const art::Path& outline, Size size);

/// "#AARRGGBB".
[[nodiscard]] std::string androidColour(Colour colour);

}
