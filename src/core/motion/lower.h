// SPDX-License-Identifier: MIT
#pragma once

#include "core/motion/track.h"

namespace scaena::motion {

/// A cue's move as tracks. The only place that knows how a move moves: painter, exporters and checks see
/// tracks.
[[nodiscard]] LoweredCue lower(const model::Cue& cue);

/// The same under reduced motion, by the cue's own wish: kept; replaced by a fade of at most kReducedFade; or
/// its end at once. A move that only emphasises (pulse) falls away.
[[nodiscard]] LoweredCue lowerReduced(const model::Cue& cue);
/// The same of a cue that has been lowered already.
[[nodiscard]] LoweredCue lowerReduced(const model::Cue& cue, LoweredCue lowered);

/// Longest fade that stands in for a movement under reduced motion.
inline constexpr Millis kReducedFade = 200;

}
