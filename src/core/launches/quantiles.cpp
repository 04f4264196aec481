// SPDX-License-Identifier: MIT
#include "core/launches/quantiles.h"

#include "core/model/limits.h"

#include <algorithm>
#include <cmath>

namespace scaena::launches {

namespace {

Millis tens(Millis time) { return std::clamp((time + 5) / 10 * 10, 10, model::limits::kLongest); }

}

Millis quantile(std::span<const Millis> sorted, double part) {
    const auto place = static_cast<std::size_t>(std::ceil(part * static_cast<double>(sorted.size())));
    return sorted[std::clamp<std::size_t>(place, 1, sorted.size()) - 1];
}

LoadingTimes loadingTimes(std::vector<Millis> loads) {
    std::sort(loads.begin(), loads.end());
    return {tens(quantile(loads, 0.1)), tens(quantile(loads, 0.5)), tens(quantile(loads, 0.9))};
}

}
