// SPDX-License-Identifier: MIT
#include "core/model/phrase.h"

#include "core/model/validate.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::model {

namespace {

constexpr std::size_t kMostCues = 500;

/// A layer that can make the move, to look at the cue as part of a sequence.
Layer layerFor(MoveKind move) {
    Layer layer;
    layer.id = "phrase-layer";
    layer.name = "Layer";
    if (move == MoveKind::Panel) {
        layer.contents = BackdropContent{.fill = {.colour = "canvas"}};
    } else if (move == MoveKind::Play) {
        layer.contents = ClipContent{};
    } else {
        layer.contents = TextContent{};
        layer.destination.emplace();
    }
    return layer;
}

/// One cue alone: what is out of range in it. Whom it hangs on is looked at by the caller.
Problems problemsOf(Cue cue) {
    auto sequence = emptySequence();
    sequence.layers.push_back(layerFor(cue.move.kind));
    Beat wait;
    wait.id = "phrase-wait";
    wait.name = "Wait";
    wait.kind = BeatKind::Wait;
    sequence.beats = {wait};
    cue.layer = sequence.layers.back().id;
    cue.beat = wait.id;
    if (cue.anchor.kind == AnchorKind::After || cue.anchor.kind == AnchorKind::With) {
        cue.anchor.kind = AnchorKind::BeatStart;
    }
    sequence.cues = {std::move(cue)};
    auto problems = validate(sequence);
    std::erase_if(problems, [](const Problem& it) { return !it.place.starts_with("/cues"); });
    return problems;
}

}

Problems validate(const Phrase& phrase) {
    if (phrase.cues.size() > kMostCues) {
        return {
            {ProblemKind::Refused, fmt::format("a phrase holds at most {} cues", kMostCues), {}, "/cues"}};
    }
    Problems problems;
    for (const auto& cue : phrase.cues) {
        for (auto& problem : problemsOf(cue)) {
            problems.push_back(std::move(problem));
        }
    }
    return problems;
}

}
