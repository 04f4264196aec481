// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/easing.h"

#include <vector>

namespace scaena::motion {

/// The easing's output for progress 0..1. Exactly 0 at 0 and 1 at 1, except where steps jump at an edge or
/// linear stops say otherwise. Bezier: Newton's method with bisection as a net, error below 1e-7.
[[nodiscard]] double ease(const model::Easing& easing, double progress);

/// The same curve as straight pieces, for targets that know no springs and bounces: no point is off by more
/// than `tolerance`. Not meant for steps, which jump.
[[nodiscard]] model::LinearStops flatten(const model::Easing& easing, double tolerance);

/// What exports flatten with: far below one part in a thousand of the range.
inline constexpr double kFlattenTolerance = 0.0002;

/// Seconds until the spring stays within 0.1 % of its rest.
[[nodiscard]] double naturalLength(const model::Spring& spring);

}
