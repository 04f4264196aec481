// SPDX-License-Identifier: MIT
#pragma once

namespace scaena::test {

/// How much longer things may take here than in a build for people: sanitizers without optimisation watch
/// every step.
#if defined(__SANITIZE_ADDRESS__)
inline constexpr double kSlowness = 30;
#else
inline constexpr double kSlowness = 1;
#endif

}
