// SPDX-License-Identifier: MIT
#include "app/arrange/score/lane_rows.h"

#include "core/model/with_copies.h"

#include <algorithm>

namespace scaena::app {

LaneRows laneRows(const schedule::Schedule& schedule) {
    const auto& plan = *schedule.plan;
    LaneRows lanes;
    lanes.rows.assign(plan.layers.size(), 1);
    lanes.rowOfCue.assign(plan.cues.size(), 0);
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < plan.cues.size(); ++i) {
        lanes.layerOfCue.push_back(plan.cues[i].layer);
        if (!isNever(schedule.cues[i].start)) {
            order.push_back(i);
        }
    }
    std::stable_sort(order.begin(), order.end(),
                     [&](auto a, auto b) { return schedule.cues[a].start < schedule.cues[b].start; });
    std::vector<std::vector<Millis>> freeFrom(plan.layers.size()); // for each row of each lane
    for (const auto i : order) {
        const auto& span = schedule.cues[i];
        auto& ends = freeFrom[static_cast<std::size_t>(plan.cues[i].layer)];
        const auto row =
            std::find_if(ends.begin(), ends.end(), [&](Millis end) { return end <= span.start; });
        const auto place = row - ends.begin();
        const Millis end = std::max(span.end, span.start + 1); // what has no length still takes its place
        if (row == ends.end()) {
            ends.push_back(end);
        } else {
            *row = end;
        }
        lanes.rowOfCue[i] = static_cast<int>(place);
    }
    for (std::size_t layer = 0; layer < freeFrom.size(); ++layer) {
        const bool isMade = model::isCopy(*plan.layers[layer].source);
        lanes.rows[layer] = isMade ? 0 : std::max(1, static_cast<int>(freeFrom[layer].size()));
    }
    return lanes;
}

}
