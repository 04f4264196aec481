// SPDX-License-Identifier: MIT
#include "core/plan/compile.h"

#include "core/moves/lower.h"
#include "support/builders.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::plan;

namespace {

CarryFacts factsOf(const model::Sequence& sequence, const model::Cue& cue) {
    return {cue, *model::findThing(sequence.layers, cue.layer),
            model::findThing(sequence.beats, cue.beat)->kind == model::BeatKind::Opening,
            cue.layer == sequence.opening.icon};
}

bool animates(const motion::LoweredCue& moves, motion::Property property) {
    return std::any_of(moves.tracks.begin(), moves.tracks.end(),
                       [&](const motion::Track& track) { return track.property == property; });
}

std::size_t placeIn(const std::vector<Index>& order, Index thing) {
    return static_cast<std::size_t>(std::find(order.begin(), order.end(), thing) - order.begin());
}

}

TEST_CASE("A plan names things by their places, and keeps the document it was made from as it was") {
    const auto document = std::make_shared<const model::Sequence>(
        aSequence()
            .withBeat(play("arrive", 800))
            .withBeat(wait("wait"))
            .withGate(gate("session", 400))
            .withGate(gate("feed", 300, {"session"}))
            .withCue(cue("in", "arrive", 0, 400))
            .withCue(cue("draw", "arrive", 0, 400, model::MoveKind::Draw, "title"))
            .with([](model::Sequence& it) {
                it.cues[1].anchor = {model::AnchorKind::After, "in", 50, {}};
                it.gates[1].optional = true;
                it.opening.layers = {"backdrop"};
            })
            .build());
    const auto before = *document;
    const auto plan = compile(document, targetOf("react-native"));
    CHECK(plan->document == document);
    CHECK(*document == before);
    CHECK(plan->cues[1].other == 0);
    CHECK(plan->cues[1].layer == 3);
    CHECK(plan->cues[1].beat == 1);
    CHECK(plan->gates[1].needs == std::vector<Index>{0});
    CHECK(plan->beats[2].waitsFor == std::vector<Index>{0}); // the other is optional
    CHECK(plan->beats[2].gates.empty());
    CHECK(plan->icon == 2);
    CHECK(plan->footer == -1);
    CHECK(plan->layers[1].inOpening);
    CHECK_FALSE(plan->layers[2].inOpening);
}

TEST_CASE("What a target bakes is in its plan as what is seen there, and in the others as it was made") {
    const auto sequence = aSequence()
                              .withBeat(play("arrive", 800))
                              .withCue(cue("draw", "arrive", 0, 400, model::MoveKind::Draw))
                              .build();
    for (const auto& target : targets()) {
        INFO(target.name);
        const auto plan = compile(sequence, target);
        const auto& it = plan->cues[0];
        CHECK(animates(*it.moves, motion::Property::Draw) == !target.player.bakesDraws);
        CHECK(animates(*it.moves, motion::Property::Reveal) == target.player.bakesDraws);
        CHECK((it.carry.how == Carry::Baked) == target.player.bakesDraws);
    }
}

TEST_CASE("A plan has a calm form of each cue, for people who asked for less motion") {
    const auto sequence = aSequence()
                              .withBeat(play("arrive", 800))
                              .withCue(cue("rise", "arrive", 0, 400, model::MoveKind::Rise))
                              .build();
    const auto plan = compile(sequence, targetOf("ios"));
    CHECK(plan->cues[0].calm->tracks == moves::calm(sequence.cues[0]).tracks);
    CHECK(plan->cues[0].moves->tracks == moves::lower(sequence.cues[0]).tracks);
}

TEST_CASE("Orders of a plan hold for any sequence: gates after their needs, cues after what they hang on") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        RandomSequences random(seed);
        const auto sequence = random.next();
        const auto plan = compile(sequence, targetOf("android12"));
        REQUIRE(plan->playOrder.size() == sequence.cues.size());
        REQUIRE(plan->cueOrder.size() == sequence.cues.size());
        for (std::size_t i = 0; i < plan->cues.size(); ++i) {
            const auto& cue = plan->cues[i];
            CHECK(sequence.layers[static_cast<std::size_t>(cue.layer)].id == sequence.cues[i].layer);
            CHECK(sequence.beats[static_cast<std::size_t>(cue.beat)].id == sequence.cues[i].beat);
            if (cue.other >= 0) {
                CHECK(sequence.cues[static_cast<std::size_t>(cue.other)].id == sequence.cues[i].anchor.cue);
                CHECK(placeIn(plan->playOrder, cue.other) < placeIn(plan->playOrder, static_cast<Index>(i)));
            }
            CHECK(cue.carry.how == carryOf(factsOf(sequence, sequence.cues[i]), *plan->target).how);
        }
        for (std::size_t g = 0; g < plan->gates.size(); ++g) {
            for (const auto need : plan->gates[g].needs) {
                CHECK(placeIn(plan->gateOrder, need) < placeIn(plan->gateOrder, static_cast<Index>(g)));
            }
        }
    }
}
