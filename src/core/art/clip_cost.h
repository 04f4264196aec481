// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/bounded_json.h"

namespace scaena::art {

inline constexpr double kMostClipCost = 300'000;

/// How much a player of the clip has to draw at once: outlines and their points, as often as repeaters and
/// compositions ask for them. Told without making any of it. Infinite if a composition holds itself.
[[nodiscard]] double clipCost(const Json& clip);

}
