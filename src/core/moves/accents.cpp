// SPDX-License-Identifier: MIT
#include "core/moves/families.h"
#include "core/moves/track_builder.h"

namespace scaena::moves {

using model::MoveKind;
using motion::Basis;
using motion::Property;

namespace {

void pulse(TrackBuilder& it) {
    const auto there = [&](double value) -> std::vector<motion::Keyframe> {
        return {
            {0, 1, Basis::OnTop, it.easing()}, {0.5, value, Basis::OnTop, it.easing()}, {1, 1, Basis::OnTop}};
    };
    it.addBothScales(there(it.part("size")));
    if (it.part("dim") < 1) {
        it.add(Property::Opacity, there(it.part("dim")));
    }
}

/// To one side, through the middle to the other, and back to where it began.
void swayTo(TrackBuilder& it, Property property, double reach) {
    if (reach != 0) {
        it.add(property, {{0, 0, Basis::OnTop, it.easing()},
                          {0.25, reach, Basis::OnTop, it.easing()},
                          {0.75, -reach, Basis::OnTop, it.easing()},
                          {1, 0, Basis::OnTop}});
    }
}

void sway(TrackBuilder& it) {
    swayTo(it, Property::Rotation, it.number("angle"));
    const auto way = it.way(motion::Axis::Across, "across");
    swayTo(it, way.property, way.by);
}

}

std::vector<MoveDefinition> accents() {
    return {
        {MoveKind::Pulse,
         "Pulse",
         "pulses",
         {number("size", "Size", "%", 108, 1, 400), number("dim", "Dims to", "%", 100, 0, 100)},
         kEaseInOut,
         1200,
         forAll,
         pulse,
         CalmForm::Rest},
        {MoveKind::Sway,
         "Sway",
         "sways",
         {number("angle", "Angle", "°", 8, -360, 360), number("across", "Sideways", "dp", 0, -1000, 1000),
          thereAndBackMeasure()},
         kEaseInOut,
         1200,
         forAll,
         sway,
         CalmForm::Rest},
    };
}

}
