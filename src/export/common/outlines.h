// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/exporter.h"

namespace scaena::exporting {

/// A contour the player draws by and by.
struct OutlineData {
    std::string path;     ///< dp about the layer's centre
    model::ColourRef ref; ///< colour of the palette; empty: `colour`
    Colour colour;
    double strokeWidth = 0; ///< dp; 0: the contour of a fill, a hairline that gives way to it
};

/// Whether some cue draws the layer's outline.
[[nodiscard]] bool isDrawn(const model::Sequence& sequence, const LayerId& layer);

/// The outlines of a layer that has a "draw" cue; none for every other layer.
[[nodiscard]] std::vector<OutlineData> outlinesOf(const ExportInput& input, const model::Layer& layer,
                                                  model::Appearance appearance);

}
