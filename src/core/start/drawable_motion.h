// SPDX-License-Identifier: MIT
#pragma once

#include "core/start/android_values.h"
#include "core/start/found_motion.h"

namespace scaena::start {

/// The animations of an `animated-vector` (AnimatedVectorDrawable): groups that move, turn, grow, paths that
/// fade or draw themselves, with their interpolators. What is read otherwise by those animations (an alpha
/// that begins at 0) is put at rest in `still`, the vector's own XML. Nothing for any other drawable.
[[nodiscard]] MotionsFound readDrawableMotion(std::string_view text, const AndroidValues& values,
                                              std::string& still);

/// An interpolator of the platform by its name, "@android:interpolator/fast_out_slow_in" or
/// "@android:anim/overshoot_interpolator"; nothing for one that is not known.
[[nodiscard]] std::optional<model::Easing> platformInterpolator(const std::string& reference);

}
