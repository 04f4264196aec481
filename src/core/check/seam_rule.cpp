// SPDX-License-Identifier: MIT
#include "core/check/seam_rule.h"

#include "core/schedule/devices.h"
#include "core/schedule/seam.h"

#include <fmt/format.h>

namespace scaena::check {

std::vector<Finding> seamFindings(const plan::PlanPtr& plan) {
    std::vector<Finding> findings;
    for (const auto& [gap, conditions] : schedule::worstSeam(plan)) {
        const bool night = conditions.appearance == model::Appearance::Dark;
        Finding finding;
        finding.rule = "seam";
        finding.severity = Severity::Warning;
        finding.target = plan->target->id;
        finding.place = gap.layer.empty() ? Place{Place::Thing::Opening, {}, {}}
                                          : Place{Place::Thing::Layer, gap.layer, {}};
        finding.sentence = fmt::format("{} (on a {}{}), where the app takes over: {}", plan->target->name,
                                       schedule::deviceOf(conditions.device).name, night ? " by night" : "",
                                       schedule::describe(*plan->document, gap));
        finding.limit =
            fmt::format("seen from {} dp, {} % of opacity or a colour distance of {} on (CIE 1976)",
                        schedule::kSeenJump, 100 * schedule::kSeenFade, schedule::kSeenColours);
        finding.seen = conditions;
        finding.remedy = Remedy{"Mend it", fmt::format("mend the seam on {}", plan->target->name),
                                [conditions = conditions](model::Sequence sequence) {
                                    return schedule::mendSeam(std::move(sequence), conditions);
                                }};
        findings.push_back(std::move(finding));
    }
    return findings;
}

}
