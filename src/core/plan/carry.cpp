// SPDX-License-Identifier: MIT
#include "core/plan/carry.h"

#include "core/moves/definition.h"
#include "core/moves/lower.h"

#include <algorithm>
#include <fmt/format.h>
#include <optional>

namespace scaena::plan {

namespace {

/// What the player can move of the app's own view beneath it.
bool movesContent(motion::Property property) { return property <= motion::Property::Rotation; }

CueCarry carriedByPlayer(const CarryFacts& facts, const Target& target) {
    if (facts.layer.as<model::FirstScreenContent>()) {
        for (const auto& track : moves::lower(facts.cue).tracks) {
            if (!movesContent(track.property)) {
                return {Carry::Dropped, fmt::format("the app's own view cannot animate {}",
                                                    motion::propertyWord(track.property))};
            }
        }
    }
    if (facts.cue.move.kind == model::MoveKind::Draw && target.player.bakesDraws) {
        return {Carry::Baked, "a wipe stands in: outlines cannot be drawn without a further library"};
    }
    if (facts.cue.move.kind == model::MoveKind::Play && target.player.bakesClips) {
        return {Carry::Baked, fmt::format("played as pictures, {} a second", kBakedRate)};
    }
    return {Carry::Player, target.player.how.c_str()}; // targets are never gone
}

}

int bakedFrames(const model::ClipContent& clip) {
    const long long millis = std::max(0, clip.stopAt - clip.from);
    return static_cast<int>(std::clamp<long long>(millis * kBakedRate / 1000 + 1, 2, kMostBaked));
}

std::optional<model::Cue> standIn(const Target& target, const model::Cue& cue) {
    if (cue.move.kind != model::MoveKind::Draw || !target.player.bakesDraws) {
        return std::nullopt;
    }
    model::Cue wipe = cue;
    wipe.easing = moves::easingOf(cue);
    wipe.move = {model::MoveKind::Wipe, {}};
    if (const auto way = cue.move.parameters.find("direction"); way != cue.move.parameters.end()) {
        wipe.move.parameters.insert(*way);
    }
    return wipe;
}

CueCarry carryOf(const CarryFacts& facts, const Target& target) {
    if (!facts.inOpening) {
        return carriedByPlayer(facts, target);
    }
    const auto& cue = facts.cue;
    const auto& opening = target.opening;
    if (opening.longestAnimation == 0) {
        return {Carry::Dropped, "the opening is static there"};
    }
    if (!facts.isIcon) {
        return {Carry::Dropped, "only the icon can move in the opening"};
    }
    if (!facts.layer.as<model::ArtworkContent>()) {
        return {Carry::Dropped, "the system moves vector icons only"};
    }
    if (cue.anchor.kind != model::AnchorKind::BeatStart) {
        return {Carry::Dropped, "in the opening a cue has to hang on its start"};
    }
    if (cue.composite == model::Composite::Add) {
        return {Carry::Dropped, "the system cannot lay one animation over another"};
    }
    for (const auto& track : moves::lower(facts.cue).tracks) {
        if (std::find(opening.plays.begin(), opening.plays.end(), track.property) == opening.plays.end()) {
            return {Carry::Dropped,
                    fmt::format("the system cannot animate {}", motion::propertyWord(track.property))};
        }
    }
    const long long end = std::max(0, cue.anchor.offset) + 1LL * cue.length * cue.repeat.times;
    const bool begins = cue.continues && cue.anchor.offset < opening.longestAnimation;
    if (end > opening.longestAnimation && !begins) {
        return {Carry::Dropped,
                fmt::format("ends at {} ms; the system plays at most {} ms", end, opening.longestAnimation),
                cue.anchor.offset < opening.longestAnimation};
    }
    return {Carry::System, cue.continues ? "begun by the system's launch picture, carried on by the player"
                                         : "played by the system's launch picture"};
}

}
