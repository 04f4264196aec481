// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::schedule;
using namespace scaena::test;
using model::AnchorKind;

namespace {

// On the tall phone a cold opening lasts 600 ms.
Conditions usual() { return {}; }

Conditions with(const std::function<void(Conditions&)>& change) {
    Conditions conditions;
    change(conditions);
    return conditions;
}

model::Cue anchored(const CueId& id, const BeatId& beat, AnchorKind kind, const CueId& other, Millis offset,
                    Millis length = 100) {
    auto made = cue(id, beat, 0, length);
    made.anchor = {kind, other, offset, {}};
    return made;
}

const CueSpan& spanOf(const Schedule& schedule, const CueId& id) {
    return schedule.cues[static_cast<std::size_t>(model::indexOf(schedule.sequence->cues, id))];
}
const BeatSpan& beatOf(const Schedule& schedule, const BeatId& id) {
    return schedule.beats[static_cast<std::size_t>(model::indexOf(schedule.sequence->beats, id))];
}
const GateSpan& gateOf(const Schedule& schedule, const GateId& id) {
    return schedule.gates[static_cast<std::size_t>(model::indexOf(schedule.sequence->gates, id))];
}

model::Beat waitOf(const BeatId& id, std::optional<Millis> atMost = {},
                   model::TimeOutAction action = model::TimeOutAction::GoOn) {
    auto made = test::wait(id);
    made.atMost = atMost;
    made.onTimeOut = action;
    return made;
}

model::Cue pulsing(model::RepeatEnd end, Millis length = 200) {
    auto made = cue("pulse", "wait", 0, length, model::MoveKind::Pulse);
    made.repeat.whileWaiting = true;
    made.repeat.end = end;
    made.repeat.settle = 150;
    return made;
}

}

TEST_CASE("Beats follow each other behind the opening") {
    const auto s = resolve(aSequence().withBeat(play("a", 500)).withBeat(hold("b", 200)).build(), usual());
    CHECK(beatOf(s, "opening").end == 600);
    CHECK(beatOf(s, "a").start == 600);
    CHECK(beatOf(s, "b").start == 1100);
    CHECK(beatOf(s, "hand-off").end == 1600);
    CHECK(s.end == 1600);
}

TEST_CASE("A play beat without length ends with its last cue") {
    const auto s = resolve(aSequence()
                               .withBeat(play("a"))
                               .withCue(cue("x", "a", 100, 300))
                               .withCue(cue("y", "a", 0, 250))
                               .build(),
                           usual());
    CHECK(beatOf(s, "a").end == 1000);
}

TEST_CASE("A cue longer than its beat runs on into the next") {
    const auto s = resolve(
        aSequence().withBeat(play("a", 100)).withBeat(hold("b", 500)).withCue(cue("x", "a", 0, 400)).build(),
        usual());
    CHECK(beatOf(s, "a").end == 700);
    CHECK(spanOf(s, "x").end == 1000);
}

TEST_CASE("Cues hang on edges of beats and on each other") {
    const auto s = resolve(aSequence()
                               .withBeat(play("a", 1000))
                               .withCue(cue("x", "a", 100, 300))
                               .withCue(anchored("with", "a", AnchorKind::With, "x", 50))
                               .withCue(anchored("after", "a", AnchorKind::After, "with", 20))
                               .withCue(anchored("end", "a", AnchorKind::BeatEnd, "", -150))
                               .withCue(anchored("after-end", "a", AnchorKind::After, "end", 0))
                               .build(),
                           usual());
    CHECK(spanOf(s, "x").start == 700);
    CHECK(spanOf(s, "with").start == 750);
    CHECK(spanOf(s, "after").start == 870);
    CHECK(spanOf(s, "end").start == 1450);
    CHECK(spanOf(s, "after-end").start == 1550);
}

TEST_CASE("A cue never starts before its beat") {
    const auto s = resolve(aSequence()
                               .withBeat(play("a", 300))
                               .withCue(anchored("x", "a", AnchorKind::BeatStart, "", -500))
                               .build(),
                           usual());
    CHECK(spanOf(s, "x").start == 600);
}

TEST_CASE("Chains cross beats forwards") {
    const auto s = resolve(aSequence()
                               .withBeat(play("a", 300))
                               .withBeat(play("b"))
                               .withCue(cue("x", "a", 0, 800))
                               .withCue(anchored("y", "b", AnchorKind::After, "x", 10))
                               .build(),
                           usual());
    CHECK(spanOf(s, "y").start == 1410);
    CHECK(beatOf(s, "b").end == 1510);
}

TEST_CASE("Gates load from process start, first frame, a beat, or other gates") {
    auto late = gate("late", 100);
    late.start = model::GateStart::Beat;
    late.beat = "a";
    auto frame = gate("frame", 100);
    frame.start = model::GateStart::FirstFrame;
    const auto s = resolve(aSequence()
                               .withBeat(hold("h", 50))
                               .withBeat(play("a", 100))
                               .withGate(gate("process", 100))
                               .withGate(late)
                               .withGate(frame)
                               .withGate(gate("needy", 100, {"late", "frame"}))
                               .build(),
                           usual());
    CHECK(gateOf(s, "process").open == 100);
    CHECK(gateOf(s, "frame").start == 600);
    CHECK(gateOf(s, "late").start == 650);
    CHECK(gateOf(s, "needy").start == 750);
    CHECK(gateOf(s, "needy").open == 850);
}

TEST_CASE("A wait lasts until its gates have opened, and not shorter than at least") {
    auto wait = waitOf("wait");
    auto sequence = aSequence().withBeat(wait).withGate(gate("session", 1500)).build();
    CHECK(beatOf(resolve(sequence, usual()), "wait").end == 1500);
    CHECK(beatOf(resolve(sequence, with([](auto& c) { c.loading = Loading::Fast; })), "wait").end == 750);
    CHECK(beatOf(resolve(sequence, with([](auto& c) { c.gateTimes["session"] = 10; })), "wait").end == 600);
    sequence.beats[1].atLeast = 400;
    CHECK(beatOf(resolve(sequence, with([](auto& c) { c.gateTimes["session"] = 10; })), "wait").end == 1000);
}

TEST_CASE("A wait needs only its own gates, optional ones none unless named") {
    auto optional = gate("tiles", 5000);
    optional.optional = true;
    auto sequence =
        aSequence().withBeat(waitOf("wait")).withGate(gate("session", 800)).withGate(optional).build();
    CHECK(beatOf(resolve(sequence, usual()), "wait").end == 800);
    sequence.beats[1].gates = {"tiles"};
    CHECK(beatOf(resolve(sequence, usual()), "wait").end == 5000);
    CHECK_FALSE(gateOf(resolve(sequence, usual()), "session").needed);
}

TEST_CASE("A wait that can last for ever is endless, and nothing comes after it") {
    const auto s = resolve(aSequence().withBeat(waitOf("wait")).withGate(gate("session", 800)).build(),
                           with([](auto& c) { c.loading = Loading::Never; }));
    CHECK(beatOf(s, "wait").endless());
    CHECK_FALSE(beatOf(s, "hand-off").played);
    CHECK(isNever(s.metrics.shown));
    CHECK(s.end == 600 + kEndlessShown);
}

TEST_CASE("At most ends a wait, and what then is the outcome") {
    for (const auto& [action, outcome] :
         {std::pair{model::TimeOutAction::GoOn, model::Outcome::WentOn},
          std::pair{model::TimeOutAction::Offline, model::Outcome::Offline},
          std::pair{model::TimeOutAction::Message, model::Outcome::Message}}) {
        const auto s =
            resolve(aSequence().withBeat(waitOf("wait", 700, action)).withGate(gate("session", 9000)).build(),
                    usual());
        CHECK(beatOf(s, "wait").end == 1300);
        CHECK(beatOf(s, "wait").timedOut);
        CHECK(s.outcome == outcome);
        CHECK(s.outcomeAt == 1300);
        CHECK(beatOf(s, "hand-off").played == (outcome != model::Outcome::Message));
        CHECK(isNever(s.metrics.shown) == (outcome == model::Outcome::Message));
    }
}

TEST_CASE("A gate's own time-out gives it up, and gates that need it go on from there") {
    auto session = gate("session", 9000);
    session.timeOut = 1000;
    session.onTimeOut = model::TimeOutAction::Offline;
    const auto s = resolve(aSequence()
                               .withBeat(waitOf("wait"))
                               .withGate(session)
                               .withGate(gate("feed", 200, {"session"}))
                               .build(),
                           usual());
    CHECK(gateOf(s, "session").timedOut);
    CHECK(gateOf(s, "session").open == 1000);
    CHECK(gateOf(s, "feed").open == 1200);
    CHECK(s.outcome == model::Outcome::Offline);
}

TEST_CASE("The gravest time-out decides") {
    auto a = gate("a", 9000);
    a.timeOut = 700;
    a.onTimeOut = model::TimeOutAction::Message;
    auto b = gate("b", 9000);
    b.timeOut = 800;
    CHECK(resolve(aSequence().withBeat(waitOf("wait")).withGate(a).withGate(b).build(), usual()).outcome ==
          model::Outcome::Message);
}

TEST_CASE("A repeating cue is cut, finishes its cycle, or settles when its wait ends") {
    const auto build = [](model::RepeatEnd end) {
        return aSequence()
            .withBeat(waitOf("wait"))
            .withGate(gate("session", 1130))
            .withCue(pulsing(end))
            .build();
    };
    const auto cut = resolve(build(model::RepeatEnd::Cut), usual());
    CHECK(beatOf(cut, "wait").end == 1130);
    CHECK(spanOf(cut, "pulse").end == 1130);
    const auto finished = resolve(build(model::RepeatEnd::Finish), usual());
    CHECK(beatOf(finished, "wait").end == 1200); // three cycles of 200
    CHECK(spanOf(finished, "pulse").end == 1200);
    const auto settled = resolve(build(model::RepeatEnd::Settle), usual());
    CHECK(beatOf(settled, "wait").end == 1130);
    const auto& scale = settled.timeline(2, motion::Property::ScaleX);
    CHECK(scale.valueAt(1129) > 1.01);
    CHECK(scale.valueAt(1280) == Approx(1));
}

TEST_CASE("Finishing a cycle there and back ends where it began, and never exceeds at most") {
    auto cue = pulsing(model::RepeatEnd::Finish, 300);
    cue.repeat.alternate = true;
    auto sequence = aSequence().withBeat(waitOf("wait")).withGate(gate("session", 1000)).withCue(cue).build();
    CHECK(beatOf(resolve(sequence, usual()), "wait").end == 1200);
    sequence.beats[1].atMost = 450;
    CHECK(beatOf(resolve(sequence, usual()), "wait").end == 1050);
    CHECK(spanOf(resolve(sequence, usual()), "pulse").end == 1050);
}

TEST_CASE("A hold yields at once when everything needed has loaded") {
    auto rest = hold("rest", 800);
    rest.yield = model::Yield::AtOnce;
    rest.blend = 100;
    auto sequence =
        aSequence().withBeat(rest).withBeat(waitOf("wait")).withGate(gate("session", 900)).build();
    auto s = resolve(sequence, usual());
    CHECK(beatOf(s, "rest").yielded);
    CHECK(beatOf(s, "rest").end == 900); // nothing to blend
    sequence.cues = {cue("drift", "rest", 0, 800)};
    s = resolve(sequence, usual());
    CHECK(beatOf(s, "rest").end == 1000);
    CHECK(s.timeline(2, motion::Property::Opacity).valueAt(1000) == Approx(1));
    sequence.beats[1].yield = model::Yield::Never;
    CHECK(beatOf(resolve(sequence, usual()), "rest").end == 1400);
}

TEST_CASE("After-cues lets running cues end and skips those not begun to their end state") {
    auto show = play("show", 2000);
    show.yield = model::Yield::AfterCues;
    show.blend = 80;
    const auto s = resolve(aSequence()
                               .withBeat(show)
                               .withBeat(waitOf("wait"))
                               .withGate(gate("session", 900))
                               .withCue(cue("running", "show", 100, 600))
                               .withCue(cue("later", "show", 1200, 300, model::MoveKind::Rise, "title"))
                               .build(),
                           usual());
    CHECK(spanOf(s, "running").end == 1300);
    CHECK(beatOf(s, "show").end == 1380);
    CHECK(spanOf(s, "later").cut());
    CHECK(s.timeline(3, motion::Property::Y).valueAt(1380) == Approx(0).margin(1e-9));
}

TEST_CASE("Nothing yields to a gate that is not open") {
    auto show = play("show", 500);
    show.yield = model::Yield::AtOnce;
    const auto s = resolve(
        aSequence().withBeat(show).withBeat(waitOf("wait")).withGate(gate("session", 5000)).build(), usual());
    CHECK_FALSE(beatOf(s, "show").yielded);
    CHECK(beatOf(s, "show").end == 1100);
}

TEST_CASE("Start kinds choose the beats, what is left out leaves its end state") {
    auto sequence =
        aSequence().withBeat(play("a", 500)).withCue(cue("in", "a", 0, 400, model::MoveKind::Rise)).build();
    sequence.starts[static_cast<std::size_t>(model::StartKind::Warm)] =
        std::vector<BeatId>{"opening", "hand-off"};
    const auto warm = resolve(sequence, with([](auto& c) { c.start = model::StartKind::Warm; }));
    CHECK_FALSE(beatOf(warm, "a").played);
    CHECK(beatOf(warm, "hand-off").start == 240);
    CHECK(warm.timeline(2, motion::Property::Y).valueAt(240) == 0);
    const auto again = resolve(sequence, with([](auto& c) { c.start = model::StartKind::Recreated; }));
    CHECK(again.metrics.shown == 0);
    CHECK(again.end == 0);
}

TEST_CASE("A hot start finds its data in memory") {
    auto sequence = aSequence().withBeat(waitOf("wait")).withGate(gate("session", 5000)).build();
    sequence.starts[static_cast<std::size_t>(model::StartKind::Hot)] =
        std::vector<BeatId>{"wait", "hand-off"};
    CHECK(resolve(sequence, with([](auto& c) { c.start = model::StartKind::Hot; })).metrics.shown == 300);
}

TEST_CASE("The opening's cues are the system's: only what it can carry is played") {
    auto sequence = aSequence().build();
    sequence.cues = {cue("icon-pop", "opening", 0, 300, model::MoveKind::Settle),
                     cue("icon-iris", "opening", 0, 300, model::MoveKind::Iris),
                     cue("text-fade", "opening", 0, 300, model::MoveKind::Fade, "title"),
                     cue("icon-long", "opening", 0, 1200, model::MoveKind::Turn)};
    const auto newer = resolve(sequence, usual());
    CHECK_FALSE(spanOf(newer, "icon-pop").dropped());
    CHECK(spanOf(newer, "icon-iris").dropped());
    CHECK(spanOf(newer, "text-fade").dropped());
    CHECK(spanOf(newer, "icon-long").dropped());
    const auto older = resolve(sequence, with([](auto& c) { c.target = "android"; }));
    CHECK(spanOf(older, "icon-pop").dropped());
    CHECK(older.timeline(2, motion::Property::ScaleX).valueAt(0) == 1);
}

TEST_CASE("An opening that ends before the icon's cue leaves the cue's end state") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.cues = {cue("pop", "opening", 0, 900, model::MoveKind::Settle)};
    auto kit = usual();
    kit.target = "flutter";
    const auto s = resolve(sequence, kit); // its engine adds 250 ms
    CHECK(beatOf(s, "opening").end == 850);
    CHECK(spanOf(s, "pop").cut());
    CHECK(s.timeline(2, motion::Property::ScaleX).valueAt(852) == Approx(1));
}

TEST_CASE("A cue of the icon that goes on is taken over as it stands, and plays to its end") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.cues = {cue("turn", "opening", 100, 1900, model::MoveKind::Turn)};
    sequence.cues[0].easing = model::kLinear;
    sequence.cues[0].move.parameters = {{"angle", -180.0}};
    sequence.cues[0].continues = true;
    const auto turn = [&](const Schedule& s, double t) {
        return s.timeline(2, motion::Property::Rotation).valueAt(t);
    };
    const auto held = resolve(sequence, usual());
    CHECK(beatOf(held, "opening").end == 600); // it holds nothing: the app goes on with it
    CHECK(spanOf(held, "turn").end == 2000);
    CHECK(turn(held, 2000) - turn(held, 100) == Approx(180));
    CHECK(turn(held, 1050) - turn(held, 100) == Approx(90));
    auto kit = usual();
    kit.target = "flutter";
    CHECK(turn(resolve(sequence, kit), 1050) == Approx(turn(held, 1050)));
    CHECK(turn(resolve(sequence, kit), 1600) == Approx(turn(held, 1600)));
    auto slow = kit;
    slow.device = "small-phone"; // whose opening is longer than what the system plays
    const auto late = resolve(sequence, slow);
    const Millis over = beatOf(late, "opening").end;
    REQUIRE(over > 1000);
    CHECK(turn(late, 1000) == Approx(turn(held, 1000)));
    CHECK(turn(late, over) == Approx(turn(held, 1000)));
    CHECK(turn(late, over + 300) == Approx(turn(held, 1300)));
    CHECK(spanOf(late, "turn").end == 2000 + over - 1000);
    CHECK(turn(late, 5000) == Approx(turn(held, 5000)));
    // A still picture cannot begin it, and nothing is carried on from nowhere.
    auto still = usual();
    still.target = "ios";
    CHECK(spanOf(resolve(sequence, still), "turn").dropped());
    // Elsewhere than in the opening nothing is cut, so it says nothing.
    sequence.cues[0].beat = "a";
    const auto without = resolve(sequence, usual());
    sequence.cues[0].continues = false;
    CHECK(static_cast<const Timing&>(resolve(sequence, usual())).metrics.shown == without.metrics.shown);
}

TEST_CASE("A start of a process shows the system's picture, also where no beat is to play") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.starts[static_cast<std::size_t>(model::StartKind::Cold)] = std::vector<BeatId>{};
    sequence.starts[static_cast<std::size_t>(model::StartKind::Warm)] = std::vector<BeatId>{};
    const auto cold = resolve(sequence, usual());
    CHECK(cold.metrics.shown == 600);
    CHECK(evaluate(cold, 100).system);
    CHECK_FALSE(cold.beats[1].played);
    auto warm = usual();
    warm.start = model::StartKind::Warm;
    CHECK(resolve(sequence, warm).metrics.shown == 0);
}

TEST_CASE("Where the player holds the system's picture, the opening lasts until its icon is at rest") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.cues = {cue("pop", "opening", 0, 900, model::MoveKind::Settle)};
    const auto held = resolve(sequence, usual());
    CHECK(beatOf(held, "opening").end == 900);
    CHECK_FALSE(spanOf(held, "pop").cut());
    CHECK(beatOf(held, "a").start == 900);
    CHECK(held.metrics.opening == 900);
    CHECK(held.metrics.shown ==
          resolve(aSequence().withBeat(play("a", 500)).build(), usual()).metrics.shown + 300);
    // What is over before, or what the system does not play, holds nothing.
    sequence.cues[0].length = 400;
    CHECK(beatOf(resolve(sequence, usual()), "opening").end == 600);
    sequence.cues[0].length = 1200;
    CHECK(beatOf(resolve(sequence, usual()), "opening").end == 600);
    auto older = usual();
    older.target = "android";
    sequence.cues[0].length = 900;
    CHECK(beatOf(resolve(sequence, older), "opening").end < 900);
}

TEST_CASE("The app's own view cannot be cut to a shape, and the preview shows that") {
    auto sequence = aSequence()
                        .withCue(cue("iris", "hand-off", 0, 300, model::MoveKind::Iris, "first"))
                        .withCue(cue("fade", "hand-off", 0, 300, model::MoveKind::Fade, "first"))
                        .build();
    const auto s = resolve(sequence, usual());
    CHECK(spanOf(s, "iris").dropped());
    CHECK_FALSE(spanOf(s, "fade").dropped());
    CHECK(s.timeline(0, motion::Property::Reveal).valueAt(650) == 1);
}

TEST_CASE("The figures of a launch add up") {
    const auto s = resolve(aSequence()
                               .withBeat(play("show", 800))
                               .withBeat(waitOf("wait"))
                               .withGate(gate("session", 2000))
                               .withCue(cue("in", "show", 100, 400))
                               .withCue(cue("out", "hand-off", 0, 300))
                               .build(),
                           usual());
    const auto& m = s.metrics;
    CHECK(m.opening == 600);
    CHECK(m.ready == 2000);
    CHECK(m.shown == 2300);
    CHECK(m.added == 300);
    CHECK(m.covered == 400);
    CHECK(m.idle == 1000);
    CHECK(m.opening + m.covered + m.idle == m.ready);
    CHECK(m.ribbon.size() == 5); // opening, idle, covered, idle, added
}

TEST_CASE("An app that is ready during the show pays for the rest of it") {
    const auto s = resolve(aSequence()
                               .withBeat(play("show", 1000))
                               .withBeat(waitOf("wait"))
                               .withGate(gate("session", 700))
                               .withCue(cue("in", "show", 0, 1000))
                               .build(),
                           usual());
    CHECK(s.metrics.ready == 700);
    CHECK(s.metrics.shown == 1900);
    CHECK(s.metrics.added == 1200);
    CHECK(s.metrics.covered == 100);
}

TEST_CASE(
    "A beat without a length of its own, whose cues hang on its end, is over with them when all is there") {
    auto it = play("a");
    it.yield = model::Yield::AtOnce;
    auto late = cue("late", "a", -200, 300);
    late.anchor.kind = model::AnchorKind::BeatEnd;
    const auto s = resolve(
        aSequence().withGate(gate("data", 100)).withBeat(wait("w")).withBeat(it).withCue(late).build(), {});
    CHECK(s.beats[2].end == s.beats[2].start);
    CHECK(s.beats[2].yielded);
    CHECK(s.cues[0].start == s.cues[0].end); // at its end at once
}
