// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

#include <vector>

namespace scaena::app {

/// In which row of its layer's lane each cue stands: cues of one layer that overlap in time get rows of their
/// own. As few rows as can be, from above in the order in which the cues start.
struct LaneRows {
    std::vector<int> layerOfCue; ///< -1: of no layer
    std::vector<int> rowOfCue;
    std::vector<int> rows; ///< of each layer's lane, at least 1; 0 for copies of others, which have none
};
[[nodiscard]] LaneRows laneRows(const schedule::Schedule& schedule);

}
