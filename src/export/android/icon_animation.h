// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"

namespace scaena::exporting {

/// Where the icon stands before its first animator starts: values of the group's properties that are not at
/// rest, and the picture's alpha. The system shows the static vector until then.
struct IconPose {
    std::vector<std::pair<std::string, double>> group;
    double alpha = 1;
};
[[nodiscard]] IconPose iconPose(const study::Study& study, int iconLayer);

/// Writes the `animated-vector` of the icon with one animator for each segment the system plays, and the
/// interpolators they need. Returns when the last one ends, 0 if nothing moves.
[[nodiscard]] Millis addIconAnimation(AndroidBuild& build, int iconLayer);

}
