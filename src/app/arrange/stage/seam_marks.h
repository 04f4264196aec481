// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/seam.h"

#include <QPainter>

namespace scaena::app {

/// Half the time about the seam, ms, in which the stage shows its ghosts.
inline constexpr double kSeamNear = 80;

/// Whether the needle is where the app takes over from the system's own frame.
[[nodiscard]] bool isAtSeam(const schedule::Schedule& schedule, double time);

/// What jumps where the app takes over: each layer's box in the system's frame (thin dashes) and in the app's
/// (long dashes), the way between, and how far. The painter is in dp of the screen; `scale` is pixels a dp.
void paintSeam(QPainter& painter, const std::vector<schedule::SeamGap>& gaps, Size screen, double scale);

/// The gaps in sentences, one a line.
[[nodiscard]] QString seamWords(const model::Sequence& sequence, const std::vector<schedule::SeamGap>& gaps);

}
