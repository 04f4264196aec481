// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"
#include "core/start/found_motion.h"

namespace scaena::start {

/// A motion as poses of a cue.
struct Laid {
    Millis begin = 0, length = 1;
    model::Repeat repeat;
    std::vector<std::pair<double, MotionKey>> keys; ///< at 0..1 of the cue
};

/// `isFirst`, `isLast`: no other motion of the same thing begins before it, or after it. What an element is
/// before and after a motion that does not stay is written out with it; `notes`: what is not as in the file.
[[nodiscard]] Laid laidDown(const FoundMotion& motion, bool isFirst, bool isLast,
                            std::vector<std::string>& notes);

/// The same motion from its end to its beginning.
[[nodiscard]] FoundMotion backwards(FoundMotion motion);

}
