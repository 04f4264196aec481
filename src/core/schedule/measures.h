// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/motion/track.h"
#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// What all of a measure is in dp, across and down, for a layer of that middle and size at rest, turned by so
/// many degrees. To the edge it is another way forward (to the right, downwards) than back.
[[nodiscard]] Point measured(motion::Measure measure, Point centre, Size size, double turn, Size screen,
                             bool toTheRight, bool downwards);

/// A cue's move with its distances told in another measure, which come to the same on that schedule's screen
/// as before, but for rounding to whole numbers and the parameters' bounds. The same move where it has no
/// such choice.
[[nodiscard]] model::Move inMeasure(const Schedule& schedule, const model::Cue& cue, motion::Measure measure);

}
