// SPDX-License-Identifier: MIT
#include "core/check/rules.h"
#include "core/schedule/devices.h"
#include "core/schedule/seam.h"

#include <fmt/format.h>

namespace scaena::check {

namespace {

/// Of each layer, and of the ground, the worst among all devices, upright and sideways, and both appearances.
/// Each can be mended as far as the sequence decides it.
std::vector<Finding> seamsOn(const plan::PlanPtr& plan) {
    std::vector<Finding> found;
    for (const auto& [gap, conditions] : schedule::worstSeam(plan)) {
        const bool night = conditions.appearance == model::Appearance::Dark;
        Finding finding;
        finding.severity = Severity::Warning;
        finding.target = plan->target->id;
        finding.place = gap.layer.empty() ? Place{Place::Kind::Opening, {}, {}}
                                          : Place{Place::Kind::Layer, gap.layer, {}};
        finding.sentence = fmt::format("{} (on a {}{}{}), where the app takes over: {}", plan->target->name,
                                       schedule::deviceOf(conditions.device).name,
                                       conditions.landscape ? " held sideways" : "", night ? " by night" : "",
                                       schedule::describe(*plan->document, gap));
        finding.limit =
            fmt::format("seen from {} dp, {} % of opacity or a colour distance of {} on (CIE 1976)",
                        schedule::kSeenJump, 100 * schedule::kSeenFade, schedule::kSeenColours);
        finding.seen = conditions;
        finding.remedy = seamRemedy(conditions);
        found.push_back(std::move(finding));
    }
    return found;
}

}

Remedy seamRemedy(const schedule::Conditions& conditions) {
    return {"Mend it", fmt::format("mend the seam on {}", plan::targetOf(conditions.target).name),
            [conditions](model::Sequence sequence) {
                return schedule::mendSeam(std::move(sequence), conditions);
            }};
}

std::vector<Finding> seams(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& target : plan::targets()) {
        for (auto& it : seamsOn(subject.plan(target.id))) {
            found.push_back(std::move(it));
        }
    }
    return found;
}

}
