// SPDX-License-Identifier: MIT
#include "core/schedule/resolve.h"

#include "core/plan/compile.h"

namespace scaena::schedule {

Schedule resolve(plan::PlanPtr plan, const Conditions& conditions) {
    Schedule schedule;
    static_cast<Timing&>(schedule) = time(*plan, conditions);
    schedule.sequence = plan->document;
    schedule.conditions = conditions;
    schedule.screen = screenOf(deviceOf(conditions.device), conditions.landscape);
    schedule.safeArea = safeAreaOf(deviceOf(conditions.device), conditions.landscape);
    schedule.values = Timelines(*plan, schedule, conditions.reducedMotion);
    schedule.plan = std::move(plan);
    return schedule;
}

Schedule resolve(std::shared_ptr<const model::Sequence> sequence, const Conditions& conditions) {
    return resolve(plan::compile(std::move(sequence), plan::targetOf(conditions.target)), conditions);
}

Schedule resolve(const model::Sequence& sequence, const Conditions& conditions) {
    return resolve(std::make_shared<const model::Sequence>(sequence), conditions);
}

}
