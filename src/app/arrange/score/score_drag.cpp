// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_drag.h"

#include <cmath>

namespace scaena::app {

std::unique_ptr<ScoreDrag> makeDrag(const DragContext& context, const ScoreHit& hit, QPointF at, bool adds) {
    auto drag = makePlaceDrag(context, hit, at, adds);
    return drag ? std::move(drag) : makeTimeDrag(context, hit, context.layout.timeAt(at.x()));
}

Millis snapped(const schedule::Schedule& schedule, double time, double reach, double needle, int exceptCue) {
    double best = std::round(time);
    double distance = reach;
    const auto consider = [&](double candidate) {
        if (candidate < kNever && std::abs(candidate - time) < distance) {
            distance = std::abs(candidate - time);
            best = candidate;
        }
    };
    consider(std::round(needle));
    for (const auto& beat : schedule.beats) {
        consider(beat.start);
        consider(beat.end);
    }
    for (std::size_t i = 0; i < schedule.cues.size(); ++i) {
        if (static_cast<int>(i) != exceptCue && !schedule.cues[i].dropped()) {
            consider(schedule.cues[i].start);
            consider(schedule.cues[i].end);
        }
    }
    for (const auto& gate : schedule.gates) {
        consider(gate.open);
    }
    return static_cast<Millis>(best);
}

}
