// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/started.h"

namespace scaena::start {

/// Frames of a moving picture as a Lottie clip of pictures, each shown for its own time (to the nearest
/// hundredth of a second, the finest a GIF knows).
[[nodiscard]] std::string clipOfFrames(const std::vector<PictureFrame>& frames, Size pixels);

}
