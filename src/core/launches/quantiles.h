// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"

#include <span>
#include <vector>

namespace scaena::launches {

/// The smallest of them that so many are not above (nearest rank), `part` of all between 0 and 1. There must
/// be one at least, and they must be sorted.
[[nodiscard]] Millis quantile(std::span<const Millis> sorted, double part);

/// How long loading takes: in a tenth, half and nine tenths of the launches at most so many ms.
struct LoadingTimes {
    Millis fast = 0, typical = 0, slow = 0;
    bool operator==(const LoadingTimes&) const = default;
};

/// Of loads in any order, to 10 ms, within what a sequence can hold. There must be one at least.
[[nodiscard]] LoadingTimes loadingTimes(std::vector<Millis> loads);

}
