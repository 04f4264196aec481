// SPDX-License-Identifier: MIT
#include "core/schedule/carry.h"

#include "core/model/moves.h"
#include "core/motion/lower.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::schedule {

namespace {

/// What the player can move of the app's own view beneath it.
bool movesContent(motion::Property property) { return property <= motion::Property::Rotation; }

/// First screens are few: looking through them is quicker than through all layers.
bool isOnFirstScreen(const model::Sequence& sequence, const model::Cue& cue) {
    return std::any_of(sequence.layers.begin(), sequence.layers.end(), [&](const model::Layer& layer) {
        return layer.kind == model::LayerKind::FirstScreen && layer.id == cue.layer;
    });
}

bool turnsOrGrows(const model::Cue& cue) {
    const auto lowered = motion::lower(cue);
    return std::any_of(lowered.tracks.begin(), lowered.tracks.end(), [](const motion::Track& track) {
        return track.property == motion::Property::Rotation || track.property == motion::Property::ScaleX;
    });
}

CueCarry carriedByPlayer(const model::Sequence& sequence, const model::Cue& cue, const Target& target) {
    if (isOnFirstScreen(sequence, cue)) {
        for (const auto& track : motion::lower(cue).tracks) {
            if (!movesContent(track.property)) {
                return {Carry::Dropped, fmt::format("the app's own view cannot animate {}",
                                                    motion::propertyWord(track.property))};
            }
        }
    }
    if (cue.move.kind == model::MoveKind::Draw && target.bakesDraws) {
        return {Carry::Baked, "a wipe stands in: outlines cannot be drawn without a further library"};
    }
    if (target.exportId == "lottie") {
        return {Carry::Player, "keyframes of the composition"};
    }
    if (cue.move.kind == model::MoveKind::Play && target.bakesClips) {
        return {Carry::Baked, fmt::format("played as pictures, {} a second", kBakedRate)};
    }
    return {Carry::Player, "drawn by the exported player"};
}

}

int bakedFrames(const model::ClipContent& clip) {
    const long long millis = std::max(0, clip.stopAt - clip.from);
    return static_cast<int>(std::clamp<long long>(millis * kBakedRate / 1000 + 1, 2, kMostBaked));
}

bool isBakedAnywhere(const model::Sequence& sequence, const Target& target) {
    return target.bakesDraws &&
           std::any_of(sequence.cues.begin(), sequence.cues.end(),
                       [](const model::Cue& cue) { return cue.move.kind == model::MoveKind::Draw; });
}

model::Sequence asCarried(const model::Sequence& sequence, const Target& target) {
    model::Sequence carried = sequence;
    for (auto& cue : carried.cues) {
        if (cue.move.kind == model::MoveKind::Draw && target.bakesDraws) {
            cue.easing = model::easingOf(cue);
            cue.move = {model::MoveKind::Wipe, {}};
        }
    }
    return carried;
}

CueCarry carryOf(const model::Sequence& sequence, const model::Cue& cue, const Target& target) {
    const auto* beat = model::findThing(sequence.beats, cue.beat);
    if (!beat || beat->kind != model::BeatKind::Opening) {
        return carriedByPlayer(sequence, cue, target);
    }
    const auto& opening = target.opening;
    if (opening.longestAnimation == 0) {
        return {Carry::Dropped, "the opening is static there"};
    }
    if (cue.layer != sequence.opening.icon) {
        return {Carry::Dropped, "only the icon can move in the opening"};
    }
    const auto* icon = model::findThing(sequence.layers, cue.layer);
    if (icon && icon->kind != model::LayerKind::Artwork) {
        return {Carry::Dropped, "the system moves vector icons only"};
    }
    if (icon && icon->pivot != Point{0.5, 0.5} && turnsOrGrows(cue)) {
        return {Carry::Dropped, "the system turns and scales the icon about its middle only"};
    }
    if (cue.anchor.kind != model::AnchorKind::BeatStart) {
        return {Carry::Dropped, "in the opening a cue has to hang on its start"};
    }
    const long long end = std::max(0, cue.anchor.offset) + 1LL * cue.length * cue.repeat.times;
    if (end > opening.longestAnimation) {
        return {Carry::Dropped,
                fmt::format("ends at {} ms; the system plays at most {} ms", end, opening.longestAnimation)};
    }
    if (cue.composite == model::Composite::Add) {
        return {Carry::Dropped, "the system cannot lay one animation over another"};
    }
    for (const auto& track : motion::lower(cue).tracks) {
        if (std::find(opening.plays.begin(), opening.plays.end(), track.property) == opening.plays.end()) {
            return {Carry::Dropped,
                    fmt::format("the system cannot animate {}", motion::propertyWord(track.property))};
        }
    }
    return {Carry::System, "played by the system's launch picture"};
}

}
