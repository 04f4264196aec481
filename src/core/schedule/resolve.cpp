// SPDX-License-Identifier: MIT
#include "core/schedule/resolve.h"

#include "core/model/graph.h"
#include "core/schedule/beats_pass.h"
#include "core/schedule/metrics.h"
#include "core/schedule/segments.h"

#include <algorithm>

namespace scaena::schedule {

namespace {

Millis lastTime(const Schedule& schedule) {
    Millis last = 0;
    for (const auto& beat : schedule.beats) {
        if (beat.endless()) {
            return beat.start + kEndlessShown;
        }
        last = isNever(beat.end) ? last : std::max(last, beat.end);
    }
    return schedule.outcome == Outcome::Message ? last + kEndlessShown / 4 : last;
}

}

int Schedule::beatAt(double t) const {
    int found = 0;
    for (std::size_t i = 0; i < beats.size(); ++i) {
        if (beats[i].played && beats[i].start <= t && beats[i].end > beats[i].start) {
            found = static_cast<int>(i);
        }
    }
    return found;
}

Schedule resolve(std::shared_ptr<const model::Sequence> sequence, const Conditions& conditions) {
    Schedule schedule;
    const auto& target = targetOr(conditions.target);
    schedule.sequence = isBakedAnywhere(*sequence, target)
                            ? std::make_shared<const model::Sequence>(asCarried(*sequence, target))
                            : std::move(sequence);
    schedule.conditions = conditions;
    schedule.screen = screenOf(deviceOr(conditions.device), conditions.landscape);
    schedule.safeArea = safeAreaOf(deviceOr(conditions.device), conditions.landscape);
    BeatsPass pass(*schedule.sequence, conditions);
    pass.run(schedule);
    buildTimelines(schedule, pass.plans(), pass.staticOrder());
    schedule.end = lastTime(schedule);
    measure(schedule);
    return schedule;
}

Schedule resolve(const model::Sequence& sequence, const Conditions& conditions) {
    return resolve(std::make_shared<const model::Sequence>(sequence), conditions);
}

}
