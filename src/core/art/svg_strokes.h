// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

namespace scaena::art {

/// Length along the path, its curves to about a thousandth.
[[nodiscard]] double lengthOf(const Path& path);

/// What a pen leaves where a contour has no length at all (SVG 2 §13.5.4): a disc under round ends, a square
/// under square ones, as outlines to fill. Empty where there is none; not every renderer draws them, so they
/// are drawn as shapes of their own.
[[nodiscard]] Path dotsOf(const Path& path, const Stroke& stroke);

/// Dashes without a length are dots under round and square ends; those who draw want some length.
void giveDotsLength(Stroke& stroke);

}
