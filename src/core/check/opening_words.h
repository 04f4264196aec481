// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

#include <string>
#include <vector>

namespace scaena::check {

/// What the system of the launch's target cannot show of the opening as it was designed, and what it shows
/// instead, one sentence each. Empty where nothing is lost.
[[nodiscard]] std::vector<std::string> openingWords(const schedule::Schedule& launch);

/// How long the icon moves in the opening, and how long the system lets that be seen.
struct IconMotion {
    Millis asked = 0;    ///< end of the last cue the opening has for the icon; 0: it stands still
    Millis seen = 0;     ///< of it on this target, device and start
    bool goesOn = false; ///< what is not seen of it the player carries on
};
[[nodiscard]] IconMotion iconMotionOf(const schedule::Schedule& launch);

}
