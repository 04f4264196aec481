// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

namespace scaena::check {

std::vector<Finding> missingIcon(const Subject& subject) {
    std::vector<Finding> found;
    if (model::iconLayer(subject.sequence())) {
        return found;
    }
    for (const auto& target : plan::targets()) {
        if (!target.hasAppIcon) {
            continue;
        }
        Finding finding;
        finding.severity = Severity::Note;
        finding.target = target.id;
        finding.sentence = "There is no artwork or image an icon could be made of.";
        found.push_back(std::move(finding));
    }
    return found;
}

}
