// SPDX-License-Identifier: MIT
#include "core/edit/beat_edits.h"
#include "core/edit/edits.h"
#include "core/edit/handoff_edits.h"
#include "core/edit/history.h"
#include "core/edit/layer_edits.h"
#include "core/edit/phrases.h"
#include "core/edit/pose_edits.h"
#include "core/file/sequence_file.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::edit;
using namespace scaena::test;

namespace {

model::Sequence small() {
    return aSequence()
        .withBeat(play("arrive", 800))
        .withBeat(test::wait("wait"))
        .withGate(gate("session", 400))
        .withCue(cue("in", "arrive", 100, 400))
        .build();
}

const model::Cue& cueOf(const model::Sequence& sequence, const CueId& id) {
    return *model::findThing(sequence.cues, id);
}

/// A random edit of a random thing, as a person might make it.
model::Sequence randomEdit(RandomSequences& random, const model::Sequence& s) {
    const auto any = [&](const auto& things) {
        return things[static_cast<std::size_t>(random.below(static_cast<int>(things.size())))].id;
    };
    const CueId cueId = s.cues.empty() ? CueId("none") : any(s.cues);
    const BeatId beatId = any(s.beats);
    CueId made;
    const LayerId layerId = any(s.layers);
    LayerId madeLayer;
    BeatId madeBeat;
    GateId madeGate;
    TakeId madeTake;
    switch (random.below(30)) {
    case 12:
        return s.layers.size() > 1 ? removeLayer(s, layerId) : s;
    case 13:
        return duplicateLayer(s, layerId, madeLayer);
    case 14:
        return reorderLayer(s, layerId, static_cast<std::size_t>(random.below(6)));
    case 15:
        return groupLayers(s, {layerId, s.layers.back().id}, madeLayer);
    case 16:
        return ungroup(s, layerId);
    case 17:
        return resizeLayer(moveLayer(s, layerId, {random.below(99) - 50.0, 3},
                                     {random.oneIn(2) ? Size{412, 915} : Size{915, 412}, {0, 24, 400, 380}}),
                           layerId, {50, 30}, false);
    case 18:
        return addBeat(s, beatId, static_cast<model::BeatKind>(random.below(5)), "New", madeBeat);
    case 19:
        return splitBeat(s, beatId, random.below(600), 600, madeBeat);
    case 20:
        return removeBeat(s, beatId);
    case 21:
        return shiftBeat(s, beatId, random.oneIn(2) ? 1 : -1);
    case 22:
        return random.oneIn(2) ? addGate(s, "More", madeGate)
                               : removeGate(s, s.gates.empty() ? "none" : s.gates.front().id);
    case 23:
        return keepTake(s, "Take", madeTake);
    case 24:
        return s.takes.empty() ? s : goBackTo(s, s.takes.back().id);
    case 25:
        return setTransition(s, static_cast<Transition>(random.below(int(kTransitions))),
                             random.oneIn(2) ? layerId : LayerId());
    case 26: {
        std::vector<CueId> ids;
        const auto& phrases = standardPhrases();
        return insertPhrase(s, phrases[static_cast<std::size_t>(random.below(int(phrases.size())))], layerId,
                            beatId, random.below(900), ids);
    }
    case 27:
        return scaleTime(s, {cueId}, 0.1 + random.below(30) / 10.0);
    case 28: {
        model::Pose pose;
        pose.x = random.below(200) - 100;
        return poseAt(
            s, layerId, beatId, 600, {}, 600 + random.below(900), pose,
            [](const auto&, const model::Pose& it) { return it; }, made);
    }
    case 29:
        return chainCue(s, cueId, model::AnchorKind::After, s.cues.empty() ? "none" : s.cues.front().id);
    case 0:
        return moveCue(s, cueId, random.below(400) - 200);
    case 1:
        return trimCueStart(s, cueId, random.below(400) - 200);
    case 2:
        return setCueLength(s, cueId, random.below(2000));
    case 3:
        return setMoveKind(s, cueId, static_cast<model::MoveKind>(random.below(int(model::kMoveKinds))));
    case 4:
        return setMoveParameter(s, cueId, "distance", double(random.below(9000)));
    case 5:
        return setCueEasing(s, cueId, model::Easing(model::Bounce{2, 0.4}));
    case 6:
        return addCue(s, "logo", beatId, random.below(300),
                      static_cast<model::MoveKind>(random.below(int(model::kMoveKinds))), made);
    case 7:
        return duplicateCue(s, cueId, made);
    case 8:
        return removeCue(s, cueId);
    case 9:
        return setBeatLength(s, beatId, random.below(2000) - 100);
    case 10:
        return setCueAnchor(s, cueId, {model::AnchorKind::BeatStart, {}, random.below(200), {}});
    default:
        return setGateTime(s, s.gates.empty() ? "none" : s.gates.front().id,
                           static_cast<GateTime>(random.below(3)), random.below(3000));
    }
}

}

TEST_CASE("Moving and lengthening a cue changes only that") {
    const auto before = small();
    const auto moved = moveCue(before, "in", 50);
    CHECK(cueOf(moved, "in").anchor.offset == 150);
    CHECK(cueOf(moved, "in").length == 400);
    const auto trimmed = trimCueStart(before, "in", 30);
    CHECK(cueOf(trimmed, "in").anchor.offset == 130);
    CHECK(cueOf(trimmed, "in").length == 370);
    CHECK(cueOf(trimCueStart(before, "in", 9000), "in").length == 1);
    CHECK(cueOf(setCueLength(before, "in", -5), "in").length == 0);
    CHECK(compare(before, moved).changes == std::vector<Change>{{Kind::Cue, "in", ChangeKind::Changed}});
}

TEST_CASE("An id that names nothing leaves the sequence as it is") {
    const auto before = small();
    CueId made;
    CHECK(moveCue(before, "ghost", 5) == before);
    CHECK(removeCue(before, "ghost") == before);
    CHECK(duplicateCue(before, "ghost", made) == before);
    CHECK(addCue(before, "ghost", "arrive", 0, model::MoveKind::Fade, made) == before);
    CHECK(setBeatLength(before, "ghost", 5) == before);
}

TEST_CASE("Another move keeps the parameters both know") {
    auto sequence = setMoveKind(small(), "in", model::MoveKind::Rise);
    sequence = setMoveParameter(sequence, "in", "distance", 33.0);
    CHECK(moves::numberOf(cueOf(setMoveKind(sequence, "in", model::MoveKind::Drop), "in").move, "distance") ==
          33);
    CHECK(cueOf(setMoveKind(sequence, "in", model::MoveKind::Iris), "in").move.parameters.empty());
    // "from" is a number for a pop and a word for a bounce
    sequence = setMoveParameter(setMoveKind(small(), "in", model::MoveKind::Pop), "in", "from", 20.0);
    CHECK(cueOf(setMoveKind(sequence, "in", model::MoveKind::Bounce), "in").move.parameters.empty());
}

TEST_CASE("Parameters are brought into their range, unknown ones left out") {
    const auto rise = setMoveKind(small(), "in", model::MoveKind::Rise);
    CHECK(moves::numberOf(cueOf(setMoveParameter(rise, "in", "distance", 1e9), "in").move, "distance") ==
          4000);
    CHECK(setMoveParameter(rise, "in", "colour", 1.0) == rise);
    CHECK(setMoveParameter(rise, "in", "distance", std::string("far")) == rise);
}

TEST_CASE("An anchor that would close a circle is not taken") {
    auto sequence = small();
    CueId made;
    sequence = duplicateCue(sequence, "in", made);
    CHECK(cueOf(sequence, made).anchor.cue == "in");
    CHECK(setCueAnchor(sequence, "in", {model::AnchorKind::After, made, 0, {}}) == sequence);
}

TEST_CASE("Removing a cue leaves those that hung on it where they were") {
    auto sequence = small();
    auto follower = cue("follower", "arrive", 0, 100, model::MoveKind::Fade, "title");
    follower.anchor = {model::AnchorKind::After, "in", 20, {}};
    sequence.cues.push_back(follower);
    const auto before = schedule::resolve(sequence, {}).cues[1];
    const auto after = schedule::resolve(removeCue(sequence, "in"), {}).cues[0];
    CHECK(after.start == before.start);
    CHECK(valid::problemsOf(removeCue(sequence, "in")).empty());
}

TEST_CASE("New cues get ids of their own") {
    auto sequence = small();
    CueId first;
    CueId second;
    sequence = addCue(sequence, "logo", "arrive", 50, model::MoveKind::Turn, first);
    sequence = addCue(sequence, "logo", "arrive", 50, model::MoveKind::Turn, second);
    CHECK(first == "logo-turn");
    CHECK(second == "logo-turn-2");
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A wait's length is its least length, the opening's cannot be set") {
    CHECK(model::findThing(setBeatLength(small(), "wait", 300).beats, "wait")->atLeast == 300);
    CHECK(setBeatLength(small(), "opening", 300) == small());
}

TEST_CASE("A gate's fast and slow times keep to either side of the typical one") {
    const auto changed = setGateTime(small(), "session", GateTime::Typical, 5000);
    CHECK(changed.gates[0].slow == 5000);
    CHECK(setGateTime(small(), "session", GateTime::Typical, 50).gates[0].fast == 50);
}

TEST_CASE("Any row of edits leaves a valid sequence") {
    for (unsigned seed = 1; seed <= 80; ++seed) {
        RandomSequences random(seed);
        auto sequence = random.next();
        for (int i = 0; i < 25; ++i) {
            sequence = randomEdit(random, sequence);
            const auto problems = valid::problemsOf(sequence);
            INFO("seed " << seed << " step " << i << "\n" << describe(problems));
            REQUIRE(problems.empty());
        }
    }
}

TEST_CASE("Undo brings back the bytes of the start, redo those of the end") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        RandomSequences random(seed);
        History history(random.next());
        const auto start = file::write(*history.current());
        int steps = 0;
        for (int i = 0; i < 30; ++i) {
            const auto position = history.position();
            history.apply("edit " + std::to_string(i), randomEdit(random, *history.current()));
            steps += history.position() != position ? 1 : 0;
        }
        const auto end = file::write(*history.current());
        for (int i = 0; i < steps; ++i) {
            REQUIRE(history.canUndo());
            history.undo();
        }
        CHECK_FALSE(history.canUndo());
        CHECK(file::write(*history.current()) == start);
        for (int i = 0; i < steps; ++i) {
            history.redo();
        }
        CHECK_FALSE(history.canRedo());
        CHECK(file::write(*history.current()) == end);
    }
}

TEST_CASE("A drag is one step, and letting go without a change is none") {
    History history(small());
    for (int by = 1; by <= 50; ++by) {
        history.preview(moveCue(*history.committed(), "in", by));
    }
    CHECK(history.inTransaction());
    history.commit("move Logo fade");
    CHECK(history.names() == std::vector<std::string>{"move Logo fade"});
    CHECK(cueOf(*history.current(), "in").anchor.offset == 150);
    history.preview(moveCue(*history.committed(), "in", 10));
    history.preview(*history.committed());
    history.commit("move Logo fade");
    CHECK(history.names().size() == 1);
}

TEST_CASE("A cancelled drag leaves everything as it was") {
    History history(small());
    const auto before = history.current();
    history.preview(moveCue(*history.committed(), "in", 77));
    history.cancel();
    CHECK(history.current() == before);
    CHECK_FALSE(history.canUndo());
}

TEST_CASE("Steps with the same key become one, back at the start none is left") {
    History history(small());
    history.apply("length", setCueLength(*history.current(), "in", 500), "length in");
    history.apply("length", setCueLength(*history.current(), "in", 600), "length in");
    CHECK(history.names().size() == 1);
    history.apply("length", setCueLength(*history.current(), "in", 400), "length in");
    CHECK(history.names().empty());
    history.apply("length", setCueLength(*history.current(), "in", 500), "length in");
    history.apply("move", moveCue(*history.current(), "in", 5), "nudge in");
    CHECK(history.names().size() == 2);
}

TEST_CASE("Saved is a state, not a number of steps") {
    History history(small());
    CHECK_FALSE(history.isModified());
    history.apply("a", moveCue(*history.current(), "in", 5));
    CHECK(history.isModified());
    history.markSaved();
    history.undo();
    CHECK(history.isModified());
    history.redo();
    CHECK_FALSE(history.isModified());
    history.undo();
    history.apply("b", moveCue(*history.current(), "in", 9));
    CHECK(history.isModified());
}

TEST_CASE("Listeners hear of each change once, with what has changed") {
    History history(small());
    std::vector<ChangeSet> heard;
    history.changed = [&](const ChangeSet& changes) { heard.push_back(changes); };
    history.apply("a", setBeatLength(*history.current(), "arrive", 900));
    history.apply("same", *history.current());
    history.undo();
    REQUIRE(heard.size() == 2);
    CHECK(heard[0].touches(Kind::Beat));
    CHECK_FALSE(heard[0].touches(Kind::Cue));
}

TEST_CASE("A change set tells added, removed, changed and reordered") {
    auto before = small();
    auto after = before;
    after.cues.clear();
    after.layers[1].name = "Other";
    after.palette.push_back({"new", "New", {}, {}, {}});
    std::swap(after.beats[1], after.beats[2]);
    const auto set = compare(before, after);
    CHECK(std::count(set.changes.begin(), set.changes.end(), Change{Kind::Cue, "in", ChangeKind::Removed}) ==
          1);
    CHECK(std::count(set.changes.begin(), set.changes.end(),
                     Change{Kind::Layer, "backdrop", ChangeKind::Changed}) == 1);
    CHECK(std::count(set.changes.begin(), set.changes.end(),
                     Change{Kind::Colour, "new", ChangeKind::Added}) == 1);
    CHECK(set.touches(Kind::Sequence));
}

TEST_CASE("Whichever loading time of a gate is set, the others never contradict it") {
    for (const auto which : {GateTime::Fast, GateTime::Typical, GateTime::Slow}) {
        for (const Millis time : {0, 120, 700, 3000, 90'000}) {
            INFO(static_cast<int>(which) << " " << time);
            const auto gate = setGateTime(small(), "session", which, time).gates[0];
            CHECK(gate.fast <= gate.typical);
            CHECK(gate.typical <= gate.slow);
            CHECK((which == GateTime::Fast      ? gate.fast
                   : which == GateTime::Typical ? gate.typical
                                                : gate.slow) == time);
        }
    }
}
