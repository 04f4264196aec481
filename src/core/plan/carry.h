// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/plan/targets.h"

namespace scaena::plan {

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

/// What of a document decides how one of its cues is carried.
struct CarryFacts {
    const model::Cue& cue;
    const model::Layer& layer;
    bool inOpening = false; ///< its beat is the opening
    bool isIcon = false;    ///< its layer is the opening's icon
};

/// Decides it from the target's capabilities. Cues of the opening beat can only be played by the system;
/// every other cue is drawn by the exported player.
[[nodiscard]] CueCarry carryOf(const CarryFacts& facts, const Target& target);
/// The same for one cue of a valid document.
[[nodiscard]] CueCarry carryOf(const model::Sequence& sequence, const model::Cue& cue, const Target& target);
/// The same for all its cues, in their order.
[[nodiscard]] std::vector<CueCarry> carriesOf(const model::Sequence& sequence, const Target& target);

/// What stands in for a cue whose move the target bakes; nothing where it plays the cue as it is.
[[nodiscard]] std::optional<model::Cue> standIn(const Target& target, const model::Cue& cue);

}

template <>
struct scaena::model::Words<scaena::plan::Carry> {
    static constexpr std::array<std::string_view, 4> list = {"system", "player", "baked", "dropped"};
};
