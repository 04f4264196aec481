// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/schedule/targets.h"

namespace scaena::schedule {

/// How a cue reaches a target.
enum class Carry { System, Player, Baked, Dropped };

struct CueCarry {
    Carry how = Carry::Player;
    std::string reason; ///< one clause in the person's terms
};

/// Where a platform plays no clips by itself, they become pictures: this many a second, and at most so many.
inline constexpr int kBakedRate = 25;
inline constexpr int kMostBaked = 120;
/// Number of pictures, at least 2; the last is the frame that is kept.
[[nodiscard]] int bakedFrames(const model::ClipContent& clip);

/// Decides it from the target's capabilities. Cues of the opening beat can only be played by the system;
/// every other cue is drawn by the exported player.
[[nodiscard]] CueCarry carryOf(const model::Sequence& sequence, const model::Cue& cue, const Target& target);

/// The sequence as the target plays it: what it bakes is replaced by what it shows instead. Ids and order stay.
[[nodiscard]] model::Sequence asCarried(const model::Sequence& sequence, const Target& target);
/// Whether `asCarried` would change anything.
[[nodiscard]] bool isBakedAnywhere(const model::Sequence& sequence, const Target& target);

}

template <>
struct scaena::model::Words<scaena::schedule::Carry> {
    static constexpr std::array<std::string_view, 4> list = {"system", "player", "baked", "dropped"};
};
