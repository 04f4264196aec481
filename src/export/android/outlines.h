// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"

namespace scaena::exporting {

/// A contour the player draws by and by; see `Outline` in LaunchPlayer.kt.
struct OutlineData {
    std::string path;   ///< dp about the layer's centre
    std::string colour; ///< R.color.… or 0xAARRGGBB.toInt()
    bool isResource = false;
    double strokeWidth = 0; ///< dp; 0: the contour of a fill
};

/// The outlines of a layer that has a "draw" cue; none for every other layer.
[[nodiscard]] std::vector<OutlineData> outlinesOf(const AndroidBuild& build, const model::Layer& layer);

}
