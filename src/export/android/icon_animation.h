// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"

namespace scaena::exporting {

/// Writes the `animated-vector` of the icon with one animator for each segment the system plays, and the interpolators
/// they need. Returns when the last one ends, 0 if nothing moves.
[[nodiscard]] Millis addIconAnimation(AndroidBuild& build, int iconLayer);

}
