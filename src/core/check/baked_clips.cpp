// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

#include <fmt/format.h>

namespace scaena::check {

std::vector<Finding> bakedClips(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& layer : subject.sequence().layers) {
        const auto* clip = layer.as<model::ClipContent>();
        for (const auto& target : plan::targets()) {
            if (!clip || !target.player.bakesClips) {
                continue;
            }
            Finding finding;
            finding.severity = Severity::Note;
            finding.target = target.id;
            finding.place = {Place::Kind::Layer, layer.id, {}};
            finding.sentence =
                fmt::format("The clip “{}” is written as {} pictures, {} a second: {} plays no "
                            "Lottie by itself.",
                            layer.name, plan::bakedFrames(*clip), plan::kBakedRate, target.name);
            found.push_back(std::move(finding));
        }
    }
    return found;
}

}
