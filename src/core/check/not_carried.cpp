// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

#include <fmt/format.h>

namespace scaena::check {

std::vector<Finding> notCarried(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& target : plan::targets()) {
        const auto plan = subject.plan(target.id);
        for (std::size_t i = 0; i < plan->cues.size(); ++i) {
            const auto& cue = plan->cues[i];
            if (!cue.isDropped() || cue.carry.isTooLong) { // that is told by who knows two ways out of it
                continue;
            }
            const auto& id = subject.sequence().cues[i].id;
            Finding finding;
            finding.severity = Severity::Note;
            finding.target = target.id;
            finding.place = {Place::Kind::Cue, id, {}};
            finding.sentence =
                fmt::format("{}: cue “{}” is not carried: {}", target.name, id, cue.carry.reason.text());
            found.push_back(std::move(finding));
        }
    }
    return found;
}

}
