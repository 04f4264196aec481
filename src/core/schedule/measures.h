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

/// A cue with its distances (of poses, too) told in another measure, which come to the same on that
/// schedule's screen as before, but for rounding and the parameters' bounds. The same cue where it has no
/// such choice.
[[nodiscard]] model::Cue inMeasure(const Schedule& schedule, const model::Cue& cue, motion::Measure measure);

/// A pose whose way is in dp, told as the cue tells it.
[[nodiscard]] model::Pose poseFor(const Schedule& schedule, const model::Cue& cue, model::Pose pose);

}
