// SPDX-License-Identifier: MIT
#include "core/plan/mixed_measures.h"

#include <algorithm>
#include <map>

namespace scaena::plan {

namespace {

using motion::Axis;
using motion::Basis;
using motion::LoweredCue;
using motion::Measure;
using motion::Track;

/// For each axis the measures some cue of a layer tells a way in, as bits.
struct Used {
    unsigned measures[2] = {0, 0};
    [[nodiscard]] static bool isSeveral(unsigned bits) { return (bits & (bits - 1)) != 0; }
    [[nodiscard]] bool isMixed() const { return isSeveral(measures[0]) || isSeveral(measures[1]); }
};

void note(Used& used, const LoweredCue& moves) {
    for (const auto& track : moves.tracks) {
        if (motion::isWay(track.property)) {
            used.measures[static_cast<int>(motion::axisOfWay(track.property))] |=
                1u << static_cast<unsigned>(motion::measureOfWay(track.property));
        }
    }
}

/// What the track says of a measure it does not speak of: none of it, wherever it says how much there is.
bool makeSilent(Track& track) {
    bool says = false;
    for (auto& key : track.keyframes) {
        key.value = 0;
        says = says || key.basis == Basis::Absolute;
    }
    return says;
}

MovesPtr joined(const MovesPtr& moves, const Used& used) {
    auto all = *moves;
    for (const auto& track : moves->tracks) {
        if (!motion::isWay(track.property)) {
            continue;
        }
        const auto axis = motion::axisOfWay(track.property);
        for (unsigned i = 0; i < motion::kMeasures; ++i) {
            Track other = track;
            other.property = motion::wayAlong(axis, static_cast<Measure>(i));
            const bool isOwn = other.property == track.property;
            if (!isOwn && (used.measures[static_cast<int>(axis)] >> i & 1u) && makeSilent(other)) {
                all.tracks.push_back(std::move(other));
            }
        }
    }
    return std::make_shared<const LoweredCue>(std::move(all));
}

}

void joinMeasures(Plan& plan) {
    const auto isMeasured = [](const Cue& cue) {
        return std::any_of(cue.moves->tracks.begin(), cue.moves->tracks.end(), [](const Track& track) {
            return motion::isWay(track.property) && motion::measureOfWay(track.property) != Measure::Dp;
        });
    };
    if (std::none_of(plan.cues.begin(), plan.cues.end(), isMeasured)) {
        return;
    }
    std::vector<Used> used(plan.layers.size());
    for (const auto& cue : plan.cues) {
        note(used[static_cast<std::size_t>(cue.layer)], *cue.moves);
    }
    // Cues that move alike share their tracks here, too.
    std::map<std::pair<MovesPtr, Index>, MovesPtr> known;
    const auto join = [&](MovesPtr& moves, Index layer) {
        auto& found = known[{moves, layer}];
        found = found ? found : joined(moves, used[static_cast<std::size_t>(layer)]);
        moves = found;
    };
    for (auto& cue : plan.cues) {
        if (!cue.adds && used[static_cast<std::size_t>(cue.layer)].isMixed()) {
            join(cue.moves, cue.layer);
            join(cue.calm, cue.layer);
        }
    }
}

}
