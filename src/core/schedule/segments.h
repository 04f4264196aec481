// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/beats_pass.h"

namespace scaena::schedule {

/// Fills the schedule's timelines: each cue's tracks with their values settled, in the order in which the
/// cues start. `staticOrder` tells which cue is the first for a property, whose start value the property has
/// before.
void buildTimelines(Schedule& schedule, const std::vector<CuePlan>& plans,
                    const std::vector<int>& staticOrder);

}
