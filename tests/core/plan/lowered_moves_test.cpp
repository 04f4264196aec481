// SPDX-License-Identifier: MIT
#include "core/moves/lower.h"
#include "core/plan/compile.h"
#include "core/plan/lowered_moves.h"
#include "support/builders.h"
#include "support/random_sequence.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

TEST_CASE("Cues that move alike share their tracks, whenever and on whatever they play") {
    plan::LoweredMoves lowered;
    const auto first = cue("a", "one", 0, 400, model::MoveKind::Rise);
    auto second = cue("b", "two", 900, 400, model::MoveKind::Rise, "title");
    const auto a = lowered.of(first);
    CHECK(a.moves == lowered.of(second).moves);
    CHECK(a.calm == lowered.of(second).calm);
}

TEST_CASE("Whatever changes a cue's tracks keeps it from sharing") {
    const auto plain = cue("a", "one", 0, 400, model::MoveKind::Rise);
    std::vector<model::Cue> others(4, plain);
    others[0].move.parameters["distance"] = 12.0;
    others[1].easing = model::Spring{1, 180, 12};
    others[2].reduced = model::ReducedMotion::Drop;
    others[3].length = 100; // a calm fade takes less of a longer cue
    for (const auto& other : others) {
        plan::LoweredMoves lowered;
        const auto a = lowered.of(plain);
        const auto b = lowered.of(other);
        CHECK(a.moves != b.moves);
        CHECK(b.moves->tracks == moves::lower(other).tracks);
        CHECK(b.calm->tracks == moves::calm(other).tracks);
    }
}

TEST_CASE("More sorts of one move than are remembered are each lowered as they are") {
    plan::LoweredMoves lowered;
    std::vector<model::Cue> cues;
    for (int i = 0; i < 12; ++i) {
        cues.push_back(cue(CueId("c" + std::to_string(i)), "one", 0, 100 + i, model::MoveKind::Bounce));
    }
    for (int round = 0; round < 2; ++round) {
        for (const auto& it : cues) {
            CHECK(lowered.of(it).moves->tracks == moves::lower(it).tracks);
        }
    }
}

/// Whether the plan's tracks are the cue's, but for what they say of measures other cues of the layer speak
/// of: nothing.
static bool saysOf(const std::vector<motion::Track>& planned, const std::vector<motion::Track>& own) {
    const bool begins = planned.size() >= own.size() && std::equal(own.begin(), own.end(), planned.begin());
    return begins &&
           std::all_of(planned.begin() + std::ptrdiff_t(own.size()), planned.end(), [](const auto& track) {
               return motion::isWay(track.property) &&
                      std::all_of(track.keyframes.begin(), track.keyframes.end(),
                                  [](const auto& key) { return key.value == 0; });
           });
}

TEST_CASE("A plan's shared moves are each cue's own, for random sequences on every target") {
    for (unsigned seed = 900; seed < 930; ++seed) {
        RandomSequences random(seed);
        const auto sequence = random.next();
        for (const auto& target : plan::targets()) {
            const auto plan = plan::compile(sequence, target);
            for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
                const auto& it = sequence.cues[i];
                if (!plan::standIn(target, it)) {
                    CHECK(saysOf(plan->cues[i].moves->tracks, moves::lower(it).tracks));
                    CHECK(saysOf(plan->cues[i].calm->tracks, moves::calm(it).tracks));
                }
            }
        }
    }
}

TEST_CASE("A cue that runs there and back ends backwards after an even number of cycles") {
    plan::Cue it;
    it.repeat.alternate = true;
    for (const auto& [times, backwards] : {std::pair{1, false}, {2, true}, {3, false}, {4, true}}) {
        it.repeat.times = times;
        CHECK(it.endsBackwards() == backwards);
    }
    it.repeat.times = 1;
    it.repeat.whileWaiting = true;
    CHECK(it.endsBackwards());
    it.repeat.alternate = false;
    CHECK_FALSE(it.endsBackwards());
}
