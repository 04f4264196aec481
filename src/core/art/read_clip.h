// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/result.h"
#include "core/base/times.h"

namespace scaena::art {

/// What there is to know of a Lottie composition before anything draws it (Lottie Animation Community,
/// specification 1.0: "w", "h", "fr", "ip", "op", "markers").
struct ClipInfo {
    Size size;             ///< of the composition, px
    double frameRate = 60; ///< frames a second
    Millis length = 0;
    struct Marker {
        std::string name;
        Millis at = 0, length = 0;
    };
    std::vector<Marker> markers;
    std::vector<std::string> losses; ///< what a launch sequence cannot show of it, in words
};

/// Checks a Lottie JSON document before a renderer sees it. Fails for anything that is not one, is far too
/// large or too deep, or asks for pictures from elsewhere alone.
[[nodiscard]] Result<ClipInfo> readClip(std::string_view text, const std::string& name = {});

}
