// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::check {

namespace {

bool isBesides(double angle, double step) { return std::abs(std::remainder(angle, step)) > 0.5; }

struct Difference {
    const char* rule = nullptr; ///< null: there is none
    std::string sentence;
};

/// What the system's frame of the target makes of a backdrop of the opening.
Difference differenceOn(const plan::Target& target, const model::Layer& layer) {
    const auto* backdrop = layer.as<model::BackdropContent>();
    if (!backdrop || target.opening.iconOnly) {
        return {};
    }
    if (target.id == plan::TargetId("android") && model::pictureOf(layer)) {
        return {"opening-without-picture",
                fmt::format("Up to Android 11 the opening shows the colour of “{}” without its picture: a "
                            "window's background cannot cut a picture to the screen.",
                            layer.name)};
    }
    const bool isGradient = !backdrop->fill.to.empty();
    if (target.id == plan::TargetId("android") && isGradient && isBesides(90 - backdrop->fill.angle, 45)) {
        return {
            "gradient-turned",
            fmt::format("Up to Android 11 the opening's gradient “{}” runs at the nearest multiple of 45°.",
                        layer.name)};
    }
    const bool isStoryboard = target.opening.turnedPlaces == plan::TurnedPlaces::LowScreens;
    if (isStoryboard && isGradient && isBesides(backdrop->fill.angle, 90)) {
        return {"gradient-stretched",
                fmt::format("{}: in the opening the gradient “{}” is stretched with the screen, so its angle "
                            "is only nearly right.",
                            target.name, layer.name)};
    }
    return {};
}

}

std::vector<Finding> openingGrounds(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& target : plan::targets()) {
        for (const auto& id : subject.sequence().opening.layers) {
            const auto* layer = model::findThing(subject.sequence().layers, id);
            auto difference = layer ? differenceOn(target, *layer) : Difference();
            if (!difference.rule) {
                continue;
            }
            Finding finding;
            finding.rule = difference.rule;
            finding.severity = Severity::Note;
            finding.target = target.id;
            finding.place = {Place::Kind::Layer, id, {}};
            finding.sentence = std::move(difference.sentence);
            found.push_back(std::move(finding));
        }
    }
    return found;
}

}
