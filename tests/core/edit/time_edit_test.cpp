// SPDX-License-Identifier: MIT
#include "core/edit/beat_edits.h"
#include "core/edit/handoff_edits.h"
#include "core/edit/phrases.h"
#include "core/edit/pose_edits.h"
#include "core/file/phrase_file.h"
#include "core/moves/definition.h"
#include "core/schedule/compare.h"
#include "core/schedule/devices.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::edit;

namespace {

model::Sequence three() {
    return aSequence()
        .withBeat(play("arrive", 1000))
        .withBeat(hold("rest", 300))
        .withCue(cue("a", "arrive", 0, 200))
        .withCue(cue("b", "arrive", 300, 100, model::MoveKind::Fade, "title"))
        .withCue(cue("c", "arrive", 500, 400, model::MoveKind::Rise, "title"))
        .build();
}

std::vector<CueTime> timesOf(const model::Sequence& sequence, std::initializer_list<CueId> ids) {
    const auto schedule = schedule::resolve(sequence, {});
    std::vector<CueTime> times;
    for (const auto& id : ids) {
        const auto& span = schedule.cues[static_cast<std::size_t>(model::indexOf(sequence.cues, id))];
        times.push_back({id, span.start, span.end});
    }
    return times;
}

Millis startOf(const model::Sequence& sequence, const CueId& id) { return timesOf(sequence, {id})[0].start; }
Millis endOf(const model::Sequence& sequence, const CueId& id) { return timesOf(sequence, {id})[0].end; }

}

TEST_CASE("Cues are aligned at their starts and at their ends") {
    const auto starts = alignCues(three(), timesOf(three(), {"a", "b", "c"}), Edge::Start);
    CHECK(startOf(starts, "b") == startOf(starts, "a"));
    CHECK(startOf(starts, "c") == startOf(starts, "a"));
    const auto ends = alignCues(three(), timesOf(three(), {"a", "b", "c"}), Edge::End);
    CHECK(endOf(ends, "a") == endOf(three(), "c"));
    CHECK(endOf(ends, "b") == endOf(three(), "c"));
}

TEST_CASE("Staggered cues begin one after another, also where they hang on each other") {
    auto sequence = three();
    sequence = chainCue(sequence, "c", model::AnchorKind::With, "b");
    const auto staggered = staggerCues(sequence, timesOf(sequence, {"a", "b", "c"}), 80);
    const Millis first = startOf(staggered, "a");
    CHECK(startOf(staggered, "b") == first + 80);
    CHECK(startOf(staggered, "c") == first + 160);
}

TEST_CASE("A tapped rhythm sets the starts, fewer taps leave the rest") {
    const Millis first = startOf(three(), "a");
    const auto tapped = setCueTimes(three(), timesOf(three(), {"a", "b", "c"}), {first, first + 250});
    CHECK(startOf(tapped, "b") == first + 250);
    CHECK(startOf(tapped, "c") == startOf(three(), "c"));
}

TEST_CASE("A fifth brisker: lengths, offsets and the beat they fill") {
    const auto brisk = scaleTime(three(), {"a", "b", "c"}, 0.8);
    CHECK(model::findThing(brisk.beats, "arrive")->length == 800);
    CHECK(model::findThing(brisk.cues, "b")->anchor.offset == 240);
    CHECK(model::findThing(brisk.cues, "c")->length == 320);
    const auto part = scaleTime(three(), {"a"}, 0.5);
    CHECK(model::findThing(part.beats, "arrive")->length == 1000); // others still need it
    CHECK(model::findThing(part.cues, "a")->length == 100);
}

TEST_CASE("A thread holds one cue to another, and lets it go where it is") {
    auto sequence = chainCue(three(), "c", model::AnchorKind::After, "a");
    CHECK(startOf(sequence, "c") == endOf(sequence, "a"));
    CHECK(chainCue(sequence, "a", model::AnchorKind::After, "c") == sequence); // a circle
    CHECK(chainCue(sequence, "a", model::AnchorKind::After, "a") == sequence);
    const auto free =
        unchainCue(sequence, "c", startOf(sequence, "c"), schedule::resolve(sequence, {}).beats[1].start);
    CHECK(model::findThing(free.cues, "c")->anchor.kind == model::AnchorKind::BeatStart);
    CHECK(startOf(free, "c") == startOf(sequence, "c"));
}

TEST_CASE("Cues that are moved together keep their distance, chained or not") {
    const auto sequence = chainCue(three(), "c", model::AnchorKind::After, "b");
    const auto moved = moveCues(sequence, {"b", "c"}, 50);
    CHECK(startOf(moved, "b") == startOf(sequence, "b") + 50);
    CHECK(startOf(moved, "c") == startOf(sequence, "c") + 50);
}

TEST_CASE("A split beat plays everything at the same time as before") {
    BeatId made;
    const auto split = splitBeat(three(), "arrive", 400, 1000, made);
    CHECK(made == "arrive-2");
    CHECK(model::findThing(split.beats, "arrive")->length == 400);
    CHECK(model::findThing(split.beats, made)->length == 600);
    CHECK(model::findThing(split.cues, "c")->beat == made);
    for (const char* id : {"a", "b", "c"}) {
        CHECK(startOf(split, id) == startOf(three(), id));
    }
    CHECK(splitBeat(three(), "hand-off", 100, 300, made) == three());
    CHECK(splitBeat(three(), "arrive", 0, 1000, made) == three());
}

TEST_CASE("Beats are added between opening and hand-off, shifted and removed with their cues kept") {
    BeatId wait;
    auto sequence = addBeat(three(), "rest", model::BeatKind::Wait, "Loading", wait);
    CHECK(model::indexOf(sequence.beats, wait) == 3);
    CHECK(addBeat(three(), "hand-off", model::BeatKind::Play, "Late", wait) == three());
    CHECK(addBeat(three(), "rest", model::BeatKind::Opening, "Twice", wait) == three());
    sequence = shiftBeat(sequence, "rest", -1);
    CHECK(model::indexOf(sequence.beats, "rest") == 1);
    CHECK(shiftBeat(sequence, "rest", -1) == sequence);
    sequence = removeBeat(sequence, "arrive");
    CHECK(sequence.cues.size() == 3);
    CHECK(model::findThing(sequence.cues, "a")->beat == "rest");
    CHECK(removeBeat(sequence, "opening") == sequence);
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A beat is duplicated with its cues, which hang on each other as before, and the ends are not") {
    auto before = aSequence()
                      .withBeat(play("arrive", 1000))
                      .withBeat(hold("rest", 300))
                      .withCue(cue("a", "arrive", 0, 200))
                      .withCue(cue("b", "arrive", 300, 100, model::MoveKind::Fade, "title"))
                      .withCue(cue("c", "rest", 0, 100))
                      .build();
    before = chainCue(before, "b", model::AnchorKind::After, "a");
    before.starts[static_cast<std::size_t>(model::StartKind::Warm)] =
        std::vector<BeatId>{"opening", "rest", "hand-off"};
    BeatId made;
    const auto after = duplicateBeat(before, "arrive", made);
    REQUIRE_FALSE(made.empty());
    CHECK(valid::problemsOf(after).empty());
    CHECK(model::indexOf(after.beats, made) == model::indexOf(after.beats, "arrive") + 1);
    REQUIRE(after.cues.size() == 5);
    const auto& twin = after.cues.back();
    CHECK(twin.beat == made);
    CHECK(twin.anchor.cue == after.cues[3].id);
    const auto s = schedule::resolve(after, {});
    const auto was = schedule::resolve(before, {});
    CHECK(s.cues[3].start == was.cues[0].start + 1000);
    CHECK(s.cues[4].end - s.cues[3].start == was.cues[1].end - was.cues[0].start);
    CHECK(s.end == was.end + 1000);
    // On a start that leaves the beat out, its copy is left out, too.
    schedule::Conditions warm;
    warm.start = model::StartKind::Warm;
    CHECK(schedule::resolve(after, warm).end == schedule::resolve(before, warm).end);
    for (const char* beat : {"opening", "hand-off", "nothing"}) {
        CHECK(duplicateBeat(before, beat, made) == before);
        CHECK(made.empty());
    }
}

TEST_CASE("What a layer cannot make of a phrase is known before it is put there") {
    auto sequence = three();
    const model::Phrase phrase{"",
                               "",
                               {cue("x", "arrive", 0, 100, model::MoveKind::Draw, ""),
                                cue("y", "arrive", 0, 100, model::MoveKind::Panel, "")}};
    const auto out = leftOut(sequence, phrase, "title");
    std::vector<CueId> made;
    const auto after = insertPhrase(sequence, phrase, "title", "arrive", 0, made);
    CHECK(made.size() + out.size() == phrase.cues.size());
    REQUIRE_FALSE(out.empty());
    CHECK(out.back().move.kind == model::MoveKind::Panel);
}

TEST_CASE("The first gate brings a wait with it, and can go again") {
    GateId gate;
    auto sequence = addGate(three(), "Session", gate);
    CHECK(gate == "session");
    CHECK(sequence.beats[3].kind == model::BeatKind::Wait);
    const auto beats = sequence.beats.size();
    sequence = addGate(sequence, "Session", gate);
    CHECK(gate == "session-2");
    CHECK(sequence.beats.size() == beats);
    sequence.beats[3].gates = {"session"};
    sequence.gates[1].needs = {"session"};
    sequence = removeGate(sequence, "session");
    CHECK(sequence.beats[3].gates.empty());
    CHECK(sequence.gates[0].needs.empty());
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A take brings the timing back, whatever happened to it, and what differs is said") {
    TakeId take;
    auto sequence = keepTake(three(), "Slow", take);
    sequence = scaleTime(sequence, {"a", "b", "c"}, 0.5);
    sequence = removeCues(sequence, {"b"});
    const auto kept = schedule::resolve(schedule::withTake(sequence, sequence.takes[0]), {});
    const auto now = schedule::resolve(sequence, {});
    const auto lines = schedule::differences(kept, now);
    const auto says = [&](const std::string& text) {
        return std::any_of(lines.begin(), lines.end(),
                           [&](const auto& line) { return line.find(text) != std::string::npos; });
    };
    CHECK(says("First screen shown"));
    CHECK(says("Beat “arrive” lasts: 1000 ms → 500 ms (− 500 ms)"));
    CHECK(says("Cue “title fade” is gone"));
    CHECK(schedule::differences(now, now).empty());
    const auto back = goBackTo(sequence, take);
    CHECK(back.cues == three().cues);
    CHECK(back.beats == three().beats);
    CHECK(back.takes.size() == 1);
    CHECK(removeTake(back, take).takes.empty());
}

TEST_CASE("A pose is told as the cue it comes into tells its own") {
    const auto halved = [](const model::Cue&, model::Pose pose) {
        pose.x = *pose.x / 2;
        return pose;
    };
    const auto sequence = three();
    const auto start = schedule::resolve(sequence, {}).beats[1].start;
    model::Pose pose;
    pose.x = 40;
    CueId cue;
    auto posed = poseAt(sequence, "logo", "arrive", start, {}, start + 600, pose, halved, cue);
    CHECK(model::findThing(posed.cues, cue)->poses.front().x == 40); // a new cue is in dp
    posed = poseAt(posed, "logo", "arrive", start, timesOf(posed, {cue}), start + 900, pose, halved, cue);
    CHECK(model::findThing(posed.cues, cue)->poses.back().x == 20);
    int changed = 0;
    model::Pose to;
    to.x = 100;
    posed = changeSamePoses(posed, "logo", pose, to, halved, changed);
    CHECK(changed == 1);
    CHECK(model::findThing(posed.cues, cue)->poses.back().x == 50);
}

TEST_CASE("A take of cues whose layer is gone comes back without them") {
    TakeId take;
    auto sequence = keepTake(three(), "All", take);
    std::erase_if(sequence.layers, [](const auto& it) { return it.id == "title"; });
    std::erase_if(sequence.cues, [](const auto& it) { return it.layer == "title"; });
    const auto back = goBackTo(sequence, take);
    CHECK(back.cues.size() == 1);
    CHECK(valid::problemsOf(back).empty());
}

namespace {
const PoseTeller inDp = [](const model::Cue&, const model::Pose& pose) { return pose; };
}

TEST_CASE("A pose at the needle makes a cue, then keyframes of it") {
    const auto sequence = three();
    const auto start = schedule::resolve(sequence, {}).beats[1].start;
    model::Pose pose;
    pose.x = 40;
    CueId cue;
    auto posed = poseAt(sequence, "logo", "arrive", start, {}, start + 600, pose, inDp, cue);
    REQUIRE(model::findThing(posed.cues, cue));
    CHECK(startOf(posed, cue) == start + 200);
    CHECK(endOf(posed, cue) == start + 600);
    pose.x = 10;
    posed = poseAt(posed, "logo", "arrive", start, timesOf(posed, {cue}), start + 400, pose, inDp, cue);
    CHECK(model::findThing(posed.cues, cue)->poses.size() == 2);
    pose.x = 90;
    posed = poseAt(posed, "logo", "arrive", start, timesOf(posed, {cue}), start + 900, pose, inDp, cue);
    const auto& made = *model::findThing(posed.cues, cue);
    CHECK(made.length == 700);
    CHECK(made.poses.size() == 3);
    const auto schedule = schedule::resolve(posed, {});
    const auto x = [&](Millis at) {
        return schedule.timeline(model::indexOf(posed.layers, "logo"), motion::Property::X)
            .valueAt(start + at);
    };
    CHECK(x(400) == Approx(10));
    CHECK(x(600) == Approx(40));
    CHECK(x(900) == Approx(90));
    CHECK(x(1000) == Approx(90));
    CHECK(valid::problemsOf(posed).empty());
}

TEST_CASE("The same pose is changed everywhere it stands, other poses stay") {
    auto sequence = three();
    auto posed = cue("p", "arrive", 0, 400, model::MoveKind::Poses);
    model::Pose there;
    there.x = 20;
    there.at = 0.5;
    model::Pose away;
    away.x = 70;
    away.at = 1;
    posed.poses = {there, away};
    sequence.cues.push_back(posed);
    posed.id = "q";
    sequence.cues.push_back(posed);
    model::Pose to;
    to.x = 25;
    int changed = 0;
    const auto next = changeSamePoses(sequence, "logo", there, to, inDp, changed);
    CHECK(changed == 2);
    CHECK(model::findThing(next.cues, "q")->poses[0].x == 25);
    CHECK(model::findThing(next.cues, "q")->poses[1].x == 70);
    CHECK(model::findThing(removePose(removePose(next, "q", 0), "q", 0).cues, "q") == nullptr);
}

TEST_CASE("Phrases survive the clipboard and fit into another sequence") {
    auto sequence = chainCue(three(), "c", model::AnchorKind::After, "b");
    const auto phrase = phraseOf(sequence, timesOf(sequence, {"b", "c"}), "Title comes");
    CHECK(phrase.cues[0].layer.empty()); // of one layer, so it fits any
    const auto read = file::readPhrases(file::writePhrases({phrase}));
    REQUIRE(read);
    CHECK(read->front() == phrase);
    std::vector<CueId> made;
    const auto other = insertPhrase(model::emptySequence(), read->front(), "backdrop", "arrive", 120, made);
    REQUIRE(made.size() == 2);
    CHECK(model::findThing(other.cues, made[0])->anchor.offset == 120);
    CHECK(model::findThing(other.cues, made[1])->anchor.cue == made[0]);
    CHECK(valid::problemsOf(other).empty());
    CHECK_FALSE(file::readPhrases("{}"));
    CHECK_FALSE(file::readPhrases("not even that"));
    CHECK_FALSE(file::readPhrases(R"({"format":"scaena-phrases","phrases":[{"name":1}]})"));
}

TEST_CASE("Every shipped phrase stands on an artwork, and the dip comes before the burst") {
    for (const auto& phrase : standardPhrases()) {
        std::vector<CueId> made;
        const auto sequence = insertPhrase(three(), phrase, "logo", "arrive", 0, made);
        INFO(phrase.name);
        CHECK(made.size() == phrase.cues.size());
        CHECK(valid::problemsOf(sequence).empty());
    }
    std::vector<CueId> made;
    const auto sequence = insertPhrase(three(), standardPhrases().front(), "logo", "rest", 0, made);
    const auto schedule = schedule::resolve(sequence, {});
    const auto logo = model::indexOf(sequence.layers, "logo");
    const auto scale = [&](Millis t) { return schedule.timeline(logo, motion::Property::ScaleX).valueAt(t); };
    CHECK(scale(endOf(sequence, made[0])) == Approx(0.5));
    CHECK(scale(endOf(sequence, made[1])) == Approx(12));
}

TEST_CASE("Every transition uncovers a first screen that stands complete beneath") {
    for (std::size_t i = 0; i < kTransitions; ++i) {
        const auto transition = static_cast<Transition>(i);
        INFO(transitionInfo(transition).name);
        const auto sequence = setTransition(three(), transition, {});
        REQUIRE(valid::problemsOf(sequence).empty());
        const auto schedule = schedule::resolve(sequence, {});
        const auto handOff = schedule.beats.back();
        CHECK(handOff.end - handOff.start >= 300);
        const int first = model::indexOf(sequence.layers, "first");
        for (int step = 0; step <= 10; ++step) {
            const double t = handOff.start + (handOff.end - handOff.start) * step / 10.0;
            const auto state = schedule::stateOf(schedule, first, t);
            CHECK(state.opacity == 1);
        }
        const auto end = schedule::evaluate(schedule, handOff.end);
        for (const auto& state : end.layers) {
            const auto& layer = sequence.layers[static_cast<std::size_t>(state.layer)];
            const bool seen = layer.as<model::FirstScreenContent>() ||
                              transition == Transition::PanelToHeader || transition == Transition::FlyToPlace;
            const auto isBeside = [](double centre, double size, double side) {
                return centre + size / 2 <= 0.5 || centre - size / 2 >= side - 0.5;
            };
            const bool away = isBeside(state.centre.x, state.size.width * state.scaleX, end.screen.width) ||
                              isBeside(state.centre.y, state.size.height * state.scaleY, end.screen.height);
            CHECK((seen || away));
        }
    }
}

namespace {

/// How much of the screen the layer covers, however pale it is.
double covers(const schedule::Frame& frame, int layer) {
    for (const auto& state : frame.layers) {
        if (state.layer != layer || state.opacity < 0.02) {
            continue;
        }
        const auto overlap = [](double centre, double size, double side) {
            const double left = std::max(0.0, centre - size / 2), right = std::min(side, centre + size / 2);
            return std::max(0.0, right - left) / side;
        };
        return overlap(state.centre.x, state.size.width * state.scaleX, frame.screen.width) *
               overlap(state.centre.y, state.size.height * state.scaleY, frame.screen.height) *
               state.reveal.progress;
    }
    return 0;
}

}

TEST_CASE(
    "On every device, upright and wide, a transition is seen for a good part of its time and then over") {
    for (std::size_t i = 0; i < kTransitions; ++i) {
        const auto transition = static_cast<Transition>(i);
        const auto sequence = setTransition(three(), transition, {});
        const int ground = model::indexOf(sequence.layers, "backdrop");
        for (const auto& device : schedule::devices()) {
            for (const bool wide : {false, true}) {
                INFO(transitionInfo(transition).name << " " << device.name << " " << wide);
                schedule::Conditions conditions;
                conditions.device = device.id;
                conditions.landscape = wide;
                const auto launch = schedule::resolve(sequence, conditions);
                const auto& span = launch.beats.back();
                const double length = span.end - span.start;
                double goneAt = length;
                for (double t = 0; t <= length; t += 4) {
                    if (covers(schedule::evaluate(launch, span.start + t), ground) < 0.01) {
                        goneAt = t;
                        break;
                    }
                }
                CHECK(goneAt >= 0.4 * length);
                const double left = covers(schedule::evaluate(launch, span.end), ground);
                CHECK(left <= (transition == Transition::PanelToHeader ? 0.35 : 0.01));
            }
        }
    }
}
