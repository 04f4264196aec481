// SPDX-License-Identifier: MIT
#include "core/model/graph.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::model;
using namespace scaena::test;

namespace {

model::Sequence sound() {
    return aSequence()
        .withBeat(play("arrive", 800))
        .withBeat(test::wait("wait"))
        .withGate(gate("session", 400))
        .withCue(cue("in", "arrive", 0, 400))
        .build();
}

/// The problems after a change to a sound sequence.
Problems after(const std::function<void(Sequence&)>& change) {
    auto sequence = sound();
    change(sequence);
    return valid::problemsOf(sequence);
}

bool namesPlace(const Problems& problems, const std::string& place) {
    return std::any_of(problems.begin(), problems.end(), [&](const Problem& p) { return p.place == place; });
}

}

TEST_CASE("A sound sequence has no problems, nor has the empty one") {
    CHECK(valid::problemsOf(sound()).empty());
    CHECK(valid::problemsOf(emptySequence()).empty());
}

TEST_CASE("What cannot be an icon is told by what could") {
    auto sequence = sound();
    sequence.opening.icon = "title";
    const auto problems = valid::problemsOf(sequence);
    REQUIRE(problems.size() == 1);
    CHECK(problems[0].message == "“title” is neither an artwork nor an image: no other layer can be an icon");
    sequence.opening.icon = "ghost";
    CHECK(valid::problemsOf(sequence).front().message == "“ghost” is not a layer");
}

TEST_CASE("Each kind of mistake is found at its place") {
    struct Mistake {
        const char* what;
        const char* place;
        std::function<void(Sequence&)> make;
    };
    const Mistake mistakes[] = {
        {"a malformed id", "/layers/1/id", [](Sequence& s) { s.layers[1].id = "Back Drop"; }},
        {"an id used twice", "/beats/2/id", [](Sequence& s) { s.beats[2].id = "arrive"; }},
        {"an unknown colour", "/opening/colour", [](Sequence& s) { s.opening.colour = "pink"; }},
        {"an icon that is no artwork", "/opening/icon", [](Sequence& s) { s.opening.icon = "title"; }},
        {"an unknown layer in the opening", "/opening/layers",
         [](Sequence& s) { s.opening.layers = {"ghost"}; }},
        {"art outside of the folder", "/layers/2/art",
         [](Sequence& s) { s.layers[2].art()->art = "../secret.svg"; }},
        {"an absolute path", "/layers/2/art", [](Sequence& s) { s.layers[2].art()->art = "/etc/passwd"; }},
        {"a drive letter", "/layers/2/darkArt",
         [](Sequence& s) { s.layers[2].art()->darkArt = "C:\\art.svg"; }},
        {"a size below zero", "/layers/2/place", [](Sequence& s) { s.layers[2].place.width = -1; }},
        {"a number that is none", "/layers/2/place", [](Sequence& s) { s.layers[2].place.x = std::nan(""); }},
        {"no opening", "/beats/0/kind", [](Sequence& s) { s.beats[0].kind = BeatKind::Play; }},
        {"a second opening", "/beats/1/kind", [](Sequence& s) { s.beats[1].kind = BeatKind::Opening; }},
        {"no hand-off", "/beats/3/kind", [](Sequence& s) { s.beats[3].kind = BeatKind::Play; }},
        {"a hold without length", "/beats/1/length",
         [](Sequence& s) {
             s.beats[1].kind = BeatKind::Hold;
             s.beats[1].length.reset();
         }},
        {"an endless length", "/beats/1/length", [](Sequence& s) { s.beats[1].length = 700'000; }},
        {"at most below at least", "/beats/2/atMost",
         [](Sequence& s) {
             s.beats[2].atLeast = 500;
             s.beats[2].atMost = 400;
         }},
        {"a wait for an unknown gate", "/beats/2/gates", [](Sequence& s) { s.beats[2].gates = {"ghost"}; }},
        {"a wait for a gate that starts later", "/beats/2/gates",
         [](Sequence& s) {
             s.gates[0].start = GateStart::Beat;
             s.gates[0].beat = "hand-off";
             s.beats[2].gates = {"session"};
         }},
        {"a gate needing an unknown one", "/gates/0/needs",
         [](Sequence& s) { s.gates[0].needs = {"ghost"}; }},
        {"gates in a circle", "/gates",
         [](Sequence& s) {
             s.gates.push_back(gate("other", 1, {"session"}));
             s.gates[0].needs = {"other"};
         }},
        {"cues in a circle", "/cues",
         [](Sequence& s) {
             s.cues.push_back(cue("two", "arrive", 0, 100));
             s.cues[0].anchor = {AnchorKind::After, "two", 0, {}};
             s.cues[1].anchor = {AnchorKind::With, "in", 0, {}};
         }},
        {"a cue hanging on itself", "/cues",
         [](Sequence& s) {
             s.cues[0].anchor = {AnchorKind::After, "in", 0, {}};
         }},
        {"a cue of an unknown layer", "/cues/0/layer", [](Sequence& s) { s.cues[0].layer = "ghost"; }},
        {"a cue hanging on a later beat", "/cues/0/anchor/cue",
         [](Sequence& s) {
             s.cues.push_back(cue("late", "hand-off", 0, 100));
             s.cues[0].anchor = {AnchorKind::After, "late", 0, {}};
         }},
        {"a parameter the move does not have", "/cues/0/move/height",
         [](Sequence& s) { s.cues[0].move.parameters["height"] = 3.0; }},
        {"a parameter out of range", "/cues/0/move/to",
         [](Sequence& s) { s.cues[0].move.parameters["to"] = 300.0; }},
        {"a word the parameter does not know", "/cues/0/move/from",
         [](Sequence& s) {
             s.cues[0].move.kind = MoveKind::Wipe;
             s.cues[0].move.parameters["from"] = std::string("inside");
         }},
        {"travel without a destination", "/cues/0/move",
         [](Sequence& s) {
             s.cues[0].move.kind = MoveKind::Travel;
             s.cues[0].layer = "title";
         }},
        {"a panel that is no backdrop", "/cues/0/move",
         [](Sequence& s) { s.cues[0].move.kind = MoveKind::Panel; }},
        {"repeating while waiting outside of a wait", "/cues/0/repeat/whileWaiting",
         [](Sequence& s) { s.cues[0].repeat.whileWaiting = true; }},
        {"too many repeats", "/cues/0/repeat/times", [](Sequence& s) { s.cues[0].repeat.times = 5000; }},
        {"an unknown beat for a start", "/starts/warm",
         [](Sequence& s) { s.starts[2] = std::vector<BeatId>{"ghost"}; }},
        {"a name without end", "/name", [](Sequence& s) { s.name = std::string(5000, 'n'); }},
    };
    for (const auto& mistake : mistakes) {
        INFO(mistake.what);
        const auto problems = after(mistake.make);
        INFO(describe(problems));
        CHECK(namesPlace(problems, mistake.place));
    }
}

TEST_CASE("All problems are reported at once") {
    const auto problems = after([](Sequence& s) {
        s.opening.colour = "pink";
        s.cues[0].layer = "ghost";
        s.gates[0].needs = {"nobody"};
    });
    CHECK(problems.size() == 3);
}

TEST_CASE("Cues come in an order in which none precedes what it hangs on") {
    auto sequence = aSequence().withBeat(play("one", 500)).withBeat(play("two", 500)).build();
    sequence.cues = {cue("c", "two", 0, 10), cue("b", "one", 0, 10), cue("a", "one", 0, 10),
                     cue("d", "one", 0, 10)};
    sequence.cues[0].anchor = {AnchorKind::After, "a", 0, {}};
    sequence.cues[1].anchor = {AnchorKind::With, "a", 0, {}};
    sequence.cues[2].anchor = {AnchorKind::With, "d", 0, {}};
    const auto order = cuesInOrder(sequence);
    const auto placeOf = [&](int cue) { return std::find(order.begin(), order.end(), cue) - order.begin(); };
    REQUIRE(order.size() == 4);
    CHECK(placeOf(3) < placeOf(2));
    CHECK(placeOf(2) < placeOf(1));
    CHECK(placeOf(1) < placeOf(0)); // the second beat comes last
}

TEST_CASE("A chain of thousands of cues is sorted without exhausting the stack") {
    auto sequence = aSequence().withBeat(play("one")).build();
    for (int i = 0; i < 5000; ++i) {
        auto it = cue(CueId("c" + std::to_string(i)), "one", 0, 1);
        if (i + 1 < 5000) {
            it.anchor = {AnchorKind::After, CueId("c" + std::to_string(i + 1)), 0, {}};
        }
        sequence.cues.push_back(it);
    }
    CHECK(cuesInOrder(sequence).front() == 4999);
    CHECK(valid::problemsOf(sequence).empty());
}
