// SPDX-License-Identifier: MIT
#include "core/edit/beat_edits.h"
#include "core/edit/edits.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::edit;
using model::StartKind;

namespace {

model::Sequence twoBeats() {
    auto s =
        aSequence().withBeat(play("arrive", 800)).withBeat(wait("wait")).withGate(gate("data", 500)).build();
    s.gates.push_back(gate("more", 300, {"data"}));
    s.gates.push_back(gate("last", 300));
    return s;
}

bool plays(const model::Sequence& s, const BeatId& beat, StartKind start) {
    return model::playsOn(s, *model::findThing(s.beats, beat), start);
}

}

TEST_CASE("A beat is set to play on one kind of start and not on another, and the usual needs no list") {
    const auto s = twoBeats();
    auto next = setPlays(s, "arrive", StartKind::Warm, false);
    CHECK_FALSE(plays(next, "arrive", StartKind::Warm));
    CHECK(plays(next, "wait", StartKind::Warm));
    CHECK(plays(next, "arrive", StartKind::Cold));
    CHECK(setPlays(next, "arrive", StartKind::Warm, true) == s);
    next = setPlays(s, "wait", StartKind::Hot, true);
    CHECK(plays(next, "wait", StartKind::Hot));
    CHECK_FALSE(plays(next, "arrive", StartKind::Hot));
    CHECK(setPlays(next, "wait", StartKind::Hot, false) == s);
    CHECK(setPlays(s, "opening", StartKind::Cold, false) == s); // the system's matter
}

TEST_CASE("Only the first time: the beat plays on first starts alone, the others as before") {
    const auto next = playOnlyFirst(twoBeats(), "arrive");
    for (const auto start :
         {StartKind::First, StartKind::Cold, StartKind::Warm, StartKind::Hot, StartKind::Recreated}) {
        CHECK(plays(next, "arrive", start) == (start == StartKind::First));
        CHECK(plays(next, "wait", start) == plays(twoBeats(), "wait", start));
    }
    CHECK(valid::problemsOf(next).empty());
}

TEST_CASE("Waits and gates are bound to each other, but never so that something waits for itself") {
    const auto s = twoBeats();
    auto next = setWaitsFor(s, "wait", "last", true);
    CHECK(model::findThing(next.beats, BeatId("wait"))->gates == std::vector<GateId>{"last"});
    CHECK(setWaitsFor(next, "wait", "last", false) == s);
    next = setGateStart(s, "last", model::GateStart::Beat, "arrive");
    CHECK(model::findThing(next.gates, GateId("last"))->beat == "arrive");
    CHECK(setGateStart(s, "last", model::GateStart::Beat, "hand-off") == s); // after the wait for it
    CHECK(setGateStart(next, "last", model::GateStart::Process) ==
          setGateStart(s, "last", model::GateStart::Process));
    next = setNeeds(s, "last", "more", true);
    CHECK(model::findThing(next.gates, GateId("last"))->needs == std::vector<GateId>{"more"});
    CHECK(setNeeds(next, "data", "last", true) == next); // a circle
    CHECK(setNeeds(s, "data", "data", true) == s);
}

TEST_CASE("A cue goes to another beat or layer where it can be, and else stays") {
    auto s = twoBeats();
    s.cues.push_back(cue("in", "arrive", 50, 200));
    auto next = setCueBeat(s, "in", "hand-off");
    CHECK(next.cues.back().beat == "hand-off");
    CHECK(next.cues.back().anchor.offset == 50);
    next = setCueLayer(s, "in", "title");
    CHECK(next.cues.back().layer == "title");
    CHECK(setCueLayer(s, "in", "nobody") == s);
    s.cues.back().move.kind = model::MoveKind::Travel; // needs somewhere to go
    CHECK(setCueLayer(s, "in", "title") == s);
}
