// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/easing.h"

#include <optional>
#include <vector>

namespace scaena::motion {

/// The easing's output for progress 0..1. Exactly 0 at 0 and 1 at 1, except where steps jump at an edge or
/// linear stops say otherwise. Bezier: Newton's method with bisection as a net, error below 1e-7.
[[nodiscard]] double ease(const model::Easing& easing, double progress);

/// The same curve as straight pieces, for targets that know no springs and bounces: no point is off by more
/// than `tolerance`. Not meant for steps, which jump.
[[nodiscard]] model::LinearStops flatten(const model::Easing& easing, double tolerance);

/// A spring that swings, over progress 0..1: how far it is from its rest is
/// exp(-decay·x)·(cos(radians·x) + decay/radians·sin(radians·x)), and what is left of that at 1 is spread
/// over the whole curve.
struct Swing {
    double radians = 0, decay = 0;
};
/// Nothing for a spring that creeps to its rest without swinging.
[[nodiscard]] std::optional<Swing> swingOf(const model::Spring& spring);

/// What exports flatten with: far below one part in a thousand of the range.
inline constexpr double kFlattenTolerance = 0.0002;

/// Seconds until the spring stays within 0.1 % of its rest.
[[nodiscard]] double naturalLength(const model::Spring& spring);

}
