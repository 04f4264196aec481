// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"

namespace scaena::art {

/// What Android draws of a path of which a vector shows a part: `start`, `end` and `offset` in parts of its
/// length, round its end again if they lead there. Of several contours it is the first (VectorDrawable.cpp,
/// applyTrim; SkPathMeasure).
[[nodiscard]] Path trimmed(const Path& path, double start, double end, double offset);

}
