// SPDX-License-Identifier: MIT
#pragma once

#include "core/motion/track.h"

#include <array>
#include <memory>

namespace scaena::plan {

using MovesPtr = std::shared_ptr<const motion::LoweredCue>;

/// Tracks of cues, each sort once: cues that move alike share them. Sequences of many cues have few sorts of
/// them, and a plan that is small is quick to make and to read.
class LoweredMoves {
public:
    struct Both {
        MovesPtr moves; ///< as it is played
        MovesPtr calm;  ///< under reduced motion
    };
    /// The cue must outlive this object.
    [[nodiscard]] Both of(const model::Cue& cue);

private:
    struct Known {
        const model::Cue* like = nullptr;
        Both lowered;
    };
    /// Of each kind those met last; more would be searched for longer than a move is lowered.
    std::array<std::array<Known, 4>, model::kMoveKinds> m_known;
    std::array<std::size_t, model::kMoveKinds> m_next{};
};

}
