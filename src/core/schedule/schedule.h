// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"
#include "core/schedule/conditions.h"
#include "core/schedule/devices.h"
#include "core/schedule/timelines.h"
#include "core/schedule/timing.h"

namespace scaena::schedule {

/// A sequence resolved under conditions: its plan on the target, when everything is, and the value of every
/// property. Immutable; safe to read from several threads.
struct Schedule : Timing {
    plan::PlanPtr plan;
    std::shared_ptr<const model::Sequence> sequence; ///< the plan's document, as it was given
    Conditions conditions;
    Size screen;   ///< dp
    Rect safeArea; ///< dp; what the system's bars leave free
    Timelines values;

    [[nodiscard]] model::PlacesOn places() const { return {screen, safeArea}; }

    [[nodiscard]] const PropertyTimeline& timeline(int layer, motion::Property property) const {
        return values.of(layer, property);
    }
};

}
