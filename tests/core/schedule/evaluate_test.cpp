// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::schedule;
using namespace scaena::test;
using model::MoveKind;
using motion::Property;

namespace {

double valueAt(const Schedule& s, const LayerId& layer, Property property, double t) {
    return s.timeline(model::indexOf(s.sequence->layers, layer), property).valueAt(t);
}

const LayerState* stateOf(const Frame& frame, const Schedule& s, const LayerId& layer) {
    const int index = model::indexOf(s.sequence->layers, layer);
    for (const auto& state : frame.layers) {
        if (state.layer == index) {
            return &state;
        }
    }
    return nullptr;
}

model::Cue fade(const CueId& id, Millis offset, Millis length, double from, double to) {
    auto made = cue(id, "a", offset, length);
    made.move.parameters = {{"from", from}, {"to", to}};
    return made;
}

model::Layer shown(const LayerId& id, model::LayerKind kind, model::ShownWhen when) {
    model::Layer layer;
    layer.id = id;
    layer.name = id;
    layer.contents = model::contentsOf(kind);
    layer.shownWhen = when;
    if (auto* screen = layer.as<model::FirstScreenContent>()) {
        screen->background = "paper";
    }
    if (auto* text = layer.as<model::TextContent>()) {
        text->colour = "ink";
        text->text = "Message";
    }
    return layer;
}

}

TEST_CASE("Before its first cue a property has the value the cue starts from, afterwards it stays") {
    const auto s =
        resolve(aSequence().withBeat(play("a", 1000)).withCue(fade("x", 200, 400, 0, 80)).build(), {});
    CHECK(valueAt(s, "logo", Property::Opacity, 0) == 0);
    CHECK(valueAt(s, "logo", Property::Opacity, 1000) == Approx(0.4));
    CHECK(valueAt(s, "logo", Property::Opacity, 5000) == Approx(0.8));
    CHECK(valueAt(s, "title", Property::Opacity, 100) == 1);
}

TEST_CASE("Between two cues the earlier one's end stays, of two at a time the later start wins") {
    const auto s = resolve(aSequence()
                               .withBeat(play("a", 2000))
                               .withCue(fade("x", 0, 1000, 0, 100))
                               .withCue(fade("y", 500, 200, 20, 40))
                               .withCue(fade("z", 1500, 100, 90, 50))
                               .build(),
                           {});
    CHECK(valueAt(s, "logo", Property::Opacity, 1000) == Approx(0.4));
    CHECK(valueAt(s, "logo", Property::Opacity, 1200) == Approx(0.3));
    CHECK(valueAt(s, "logo", Property::Opacity, 1900) == Approx(0.4));
    CHECK(valueAt(s, "logo", Property::Opacity, 2150) == Approx(0.7));
}

TEST_CASE("An added cue lies over what is there, and its end stays") {
    auto over = cue("over", "a", 0, 400, MoveKind::Turn);
    over.composite = model::Composite::Add;
    over.move.parameters = {{"angle", -30.0}};
    auto base = cue("base", "a", 0, 800, MoveKind::Turn);
    base.move.parameters = {{"angle", 90.0}};
    const auto s = resolve(aSequence().withBeat(play("a", 1000)).withCue(base).withCue(over).build(), {});
    CHECK(valueAt(s, "logo", Property::Rotation, 800) == Approx(67.5 - 15));
    CHECK(valueAt(s, "logo", Property::Rotation, 1200) == Approx(22.5));
}

TEST_CASE("Many additions sum up at any time") {
    auto builder = aSequence().withBeat(play("a", 5000));
    for (int i = 0; i < 50; ++i) {
        auto it = cue(CueId("c" + std::to_string(i)), "a", i * 40, 100, MoveKind::Rise);
        it.move.parameters = {{"distance", 10.0}, {"fade", 0.0}};
        it.composite = model::Composite::Add;
        builder.withCue(it);
    }
    const auto s = resolve(builder.build(), {});
    double expected = 0;
    const double t = 1630;
    for (int i = 0; i < 50; ++i) {
        const double local = (t - 600 - i * 40) / 100;
        expected += local < 0 ? 0 : 10 * (1 - std::min(1.0, local));
    }
    CHECK(valueAt(s, "logo", Property::Y, t) == Approx(expected));
}

TEST_CASE("Repeats go round, and back where they alternate") {
    auto turning = cue("t", "a", 0, 100, MoveKind::Turn);
    turning.move.parameters = {{"angle", -100.0}};
    turning.repeat.times = 3;
    auto s = resolve(aSequence().withBeat(play("a", 1000)).withCue(turning).build(), {});
    CHECK(valueAt(s, "logo", Property::Rotation, 725) == Approx(-75));
    CHECK(valueAt(s, "logo", Property::Rotation, 900) == Approx(0).margin(1e-9));
    turning.repeat.alternate = true;
    s = resolve(aSequence().withBeat(play("a", 1000)).withCue(turning).build(), {});
    CHECK(valueAt(s, "logo", Property::Rotation, 725) == Approx(-25));
    turning.repeat.times = 2;
    s = resolve(aSequence().withBeat(play("a", 1000)).withCue(turning).build(), {});
    CHECK(valueAt(s, "logo", Property::Rotation, 900) == Approx(-100));
}

TEST_CASE("A cue without length has its end at once") {
    const auto s =
        resolve(aSequence().withBeat(play("a", 1000)).withCue(fade("x", 100, 0, 0, 60)).build(), {});
    CHECK(valueAt(s, "logo", Property::Opacity, 699.9) == 0);
    CHECK(valueAt(s, "logo", Property::Opacity, 700) == Approx(0.6));
}

TEST_CASE("Layers keep to their anchors on every screen") {
    auto sequence = aSequence().withBeat(play("a", 1000)).build();
    sequence.layers[2].place = {model::AnchorPoint::BottomRight, -50, -60, 40, 40, {}};
    for (const auto& device : devices()) {
        for (const bool landscape : {false, true}) {
            Conditions conditions;
            conditions.device = device.id;
            conditions.landscape = landscape;
            const auto s = resolve(sequence, conditions);
            const auto frame = evaluate(s, s.end);
            const auto* logo = stateOf(frame, s, "logo");
            REQUIRE(logo);
            CHECK(logo->centre.x == Approx(frame.screen.width - 50));
            CHECK(logo->centre.y == Approx(frame.screen.height - 60));
            CHECK((frame.screen.width > frame.screen.height) == landscape);
        }
    }
}

TEST_CASE("Travel ends at the destination with the destination's size") {
    const auto s = resolve(aSequence().withCue(cue("t", "hand-off", 0, 300, MoveKind::Travel)).build(), {});
    const auto frame = evaluate(s, 900);
    const auto* logo = stateOf(frame, s, "logo");
    REQUIRE(logo);
    CHECK(logo->centre == Point{60, 60});
    CHECK(logo->scaleX == Approx(0.5));
    const auto half = evaluate(s, 750);
    CHECK(stateOf(half, s, "logo")->scaleX == Approx(0.75));
}

TEST_CASE("A panel shrinks a backdrop to its header from below") {
    const auto s =
        resolve(aSequence().withCue(cue("p", "hand-off", 0, 300, MoveKind::Panel, "backdrop")).build(), {});
    const auto* backdrop = stateOf(evaluate(s, 900), s, "backdrop");
    const auto frame = evaluate(s, 900);
    backdrop = stateOf(frame, s, "backdrop");
    REQUIRE(backdrop);
    CHECK(backdrop->size.height == Approx(100));
    CHECK(backdrop->centre.y == Approx(50));
}

TEST_CASE("A flip narrows the layer and hides it edge on") {
    auto flip = cue("f", "a", 0, 100, MoveKind::Flip);
    flip.move.parameters = {{"angle", 90.0}};
    const auto s = resolve(aSequence().withBeat(play("a", 500)).withCue(flip).build(), {});
    CHECK_FALSE(stateOf(evaluate(s, 600), s, "logo"));
    const auto frame = evaluate(s, 650);
    CHECK(stateOf(frame, s, "logo")->scaleX == Approx(std::cos(45 * 3.14159265358979 / 180)));
}

TEST_CASE("What cannot be seen is not in the frame") {
    auto wipe = cue("w", "a", 100, 100, MoveKind::Wipe);
    const auto s = resolve(aSequence()
                               .withBeat(play("a", 500))
                               .withCue(wipe)
                               .withCue(cue("f", "a", 300, 100, MoveKind::Fade, "title"))
                               .build(),
                           {});
    const auto frame = evaluate(s, 650);
    CHECK_FALSE(stateOf(frame, s, "logo"));
    CHECK_FALSE(stateOf(frame, s, "title"));
    CHECK(stateOf(frame, s, "backdrop"));
}

TEST_CASE("The newer system's frame shows the masked icon and the footer, nothing else") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.layers[2].place = {model::AnchorPoint::TopLeft, 10, 10, 384, 192, {}};
    auto s = resolve(sequence, {});
    auto frame = evaluate(s, 100);
    CHECK(frame.system);
    REQUIRE(frame.layers.size() == 1);
    CHECK(frame.layers[0].mask == 192);
    CHECK(frame.layers[0].centre == Point{206, 457.5});
    CHECK(frame.layers[0].size == Size{192, 96}); // made to fit the visible circle
    sequence.layers[2].get<model::ArtworkContent>().plate = model::Plate{"ink", 160, {}};
    s = resolve(sequence, {});
    frame = evaluate(s, 100);
    CHECK(frame.layers[0].mask == 160);
    CHECK(frame.layers[0].size.width == 160);
}

TEST_CASE("The system's icon is there from the first moment, whatever a later cue begins with") {
    const auto fading =
        aSequence().withBeat(play("a", 500)).withCue(cue("in", "a", 0, 400, MoveKind::Rise)).build();
    const auto s = resolve(fading, {});
    for (const double t : {0.0, 100.0, s.beats[0].end - 0.5}) {
        const auto frame = evaluate(s, t);
        INFO(t);
        REQUIRE(stateOf(frame, s, "logo"));
        CHECK(stateOf(frame, s, "logo")->opacity == 1);
        CHECK(stateOf(frame, s, "logo")->centre == Point{206, 457.5});
    }
    CHECK(evaluate(s, s.beats[0].end).system == false);
    // What the opening's own cue does to it is seen, and what a later one adds is not.
    auto moved = fading;
    auto settle = cue("settle", moved.beats.front().id, 0, 400, MoveKind::Settle);
    moved.cues.push_back(settle);
    const auto m = resolve(moved, {});
    CHECK(stateOf(evaluate(m, 10), m, "logo")->scaleX != Approx(1));
    CHECK(stateOf(evaluate(m, 10), m, "logo")->centre == Point{206, 457.5});
}

TEST_CASE("The older system's frame shows the layers named for it, at rest") {
    auto sequence =
        aSequence().withBeat(play("a", 500)).withCue(cue("in", "a", 0, 400, MoveKind::Rise)).build();
    sequence.opening.layers = {"backdrop", "logo"};
    Conditions conditions;
    conditions.target = "android";
    const auto s = resolve(sequence, conditions);
    const auto frame = evaluate(s, 100);
    REQUIRE(frame.layers.size() == 2);
    CHECK(stateOf(frame, s, "logo")->opacity == 1);
    CHECK(stateOf(frame, s, "logo")->centre.y == Approx(457.5));
}

TEST_CASE("Offline and message layers appear only when a time-out asked for them") {
    auto wait = test::wait("w");
    wait.atMost = 500;
    wait.onTimeOut = model::TimeOutAction::Offline;
    auto sequence =
        aSequence()
            .withBeat(wait)
            .withGate(gate("g", 9000))
            .withLayer(shown("offline-screen", model::LayerKind::FirstScreen, model::ShownWhen::Offline))
            .withLayer(shown("message", model::LayerKind::Text, model::ShownWhen::Message))
            .build();
    auto s = resolve(sequence, {});
    auto frame = evaluate(s, 1000);
    CHECK(stateOf(frame, s, "first"));
    CHECK_FALSE(stateOf(frame, s, "offline-screen"));
    frame = evaluate(s, 1200);
    CHECK_FALSE(stateOf(frame, s, "first"));
    CHECK(stateOf(frame, s, "offline-screen"));
    CHECK_FALSE(stateOf(frame, s, "message"));
    sequence.beats[1].onTimeOut = model::TimeOutAction::Message;
    s = resolve(sequence, {});
    frame = evaluate(s, 1200);
    CHECK(stateOf(frame, s, "message"));
    CHECK(stateOf(frame, s, "first"));
}

TEST_CASE("Times outside of the schedule give its ends") {
    const auto s = resolve(aSequence().withBeat(play("a", 500)).build(), {});
    CHECK(evaluate(s, -100).t == 0);
    CHECK(evaluate(s, 1e9).t == s.end);
}
