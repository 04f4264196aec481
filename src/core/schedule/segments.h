// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/beats_pass.h"

namespace scaena::schedule {

/// Fills the schedule's timelines: each cue's tracks with their values settled, in the order in which the cues start.
void buildTimelines(Schedule& schedule, const std::vector<CuePlan>& plans);

}
