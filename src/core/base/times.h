// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>

namespace scaena {

/// A time or a length of time in whole milliseconds, as documents hold it.
using Millis = std::int32_t;

/// A time that is never reached (a gate that does not open). Far above any bounded sum of lengths.
inline constexpr Millis kNever = 1'000'000'000;

[[nodiscard]] constexpr bool isNever(Millis time) { return time >= kNever; }

/// Addition in which "never" stays "never".
[[nodiscard]] constexpr Millis plus(Millis time, Millis more) {
    return isNever(time) || isNever(more) ? kNever : time + more;
}

}
