// SPDX-License-Identifier: MIT
#include "core/moves/definition.h"
#include "core/valid/validate.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::valid {

using namespace model;

namespace {

constexpr std::size_t kMostCues = 500;

/// A layer that can make the move, to look at the cue as part of a sequence.
Layer layerFor(MoveKind move) {
    Layer layer;
    layer.id = "phrase-layer";
    layer.name = "Layer";
    layer.destination.emplace();
    for (std::size_t kind = 0; kind < std::variant_size_v<Contents>; ++kind) {
        layer.contents = contentsOf(static_cast<LayerKind>(kind));
        if (moves::whyNot(move, layer).empty()) {
            break;
        }
    }
    return layer;
}

/// One cue alone: what is out of range in it. Whom it hangs on is looked at by the caller.
Problems problemsOfCue(Cue cue) {
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
    auto problems = problemsOf(sequence);
    std::erase_if(problems, [](const Problem& it) { return !it.place.starts_with("/cues"); });
    return problems;
}

}

Problems problemsOf(const Phrase& phrase) {
    if (phrase.cues.size() > kMostCues) {
        return {
            {ProblemKind::Refused, fmt::format("a phrase holds at most {} cues", kMostCues), {}, "/cues"}};
    }
    Problems problems;
    for (const auto& cue : phrase.cues) {
        for (auto& problem : problemsOfCue(cue)) {
            problems.push_back(std::move(problem));
        }
    }
    return problems;
}

}
