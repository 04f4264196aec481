// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"
#include "core/motion/track.h"

namespace scaena::moves {

/// A cue's move as tracks, by its definition: painter, exporters and checks see tracks.
[[nodiscard]] motion::LoweredCue lower(const model::Cue& cue);

/// The same where people ask for less motion, by the cue's own wish: kept; replaced by a fade of at most
/// kCalmFade; or its end at once. A move that only draws attention falls away (CalmForm).
[[nodiscard]] motion::LoweredCue calm(const model::Cue& cue);
/// The same of a cue that has been lowered already.
[[nodiscard]] motion::LoweredCue calm(const model::Cue& cue, motion::LoweredCue lowered);

/// Longest fade that stands in for a movement under reduced motion.
inline constexpr Millis kCalmFade = 200;

}
