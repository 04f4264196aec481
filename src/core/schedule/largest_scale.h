// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// By how much a layer is larger than at rest when it is largest, in a launch that shows all of it: what its
/// cues, a travel to its destination, and its groups do. At least 1; what a spring or an overshoot adds
/// between two keys does not count, nobody sees that sharp.
[[nodiscard]] double largestScale(const Schedule& schedule, int layer);

}
