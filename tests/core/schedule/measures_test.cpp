// SPDX-License-Identifier: MIT
#include "core/edit/handoff_edits.h"
#include "core/moves/definition.h"
#include "core/schedule/devices.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/measures.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace scaena;
using namespace scaena::test;

namespace {

schedule::LayerState logoAt(const schedule::Schedule& s, double t) {
    schedule::LayerState state;
    for (const auto& it : schedule::evaluate(s, t).layers) {
        if (s.sequence->layers[static_cast<std::size_t>(it.layer)].id == "logo") {
            state = it;
        }
    }
    return state;
}

/// The box around the layer as it is turned.
Rect boxOf(const schedule::LayerState& it) {
    const double radians = it.rotation * 3.14159265358979 / 180;
    const double c = std::abs(std::cos(radians)), s = std::abs(std::sin(radians));
    const double width = c * it.size.width + s * it.size.height,
                 height = s * it.size.width + c * it.size.height;
    return {it.centre.x - width / 2, it.centre.y - height / 2, width, height};
}

model::Sequence moving(model::MoveKind kind, std::map<std::string, model::MoveValue> parameters) {
    auto sequence =
        aSequence().withBeat(play("arrive", 2000)).withCue(cue("goes", "arrive", 0, 1000, kind)).build();
    sequence.cues.front().move.parameters = std::move(parameters);
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.place.x = 30;
    logo.place.y = -70;
    logo.place.turn = 25;
    return sequence;
}

schedule::Conditions on(const schedule::Device& device, bool wide) {
    schedule::Conditions conditions;
    conditions.target = "web";
    conditions.device = device.id;
    conditions.landscape = wide;
    return conditions;
}

}

TEST_CASE("From the edge means just outside of the screen, on every device, upright and wide") {
    const std::string out = "out";
    const auto above = moving(model::MoveKind::Bounce, {{"from", std::string("above")},
                                                        {"distance", 100.0},
                                                        {"measure", std::string("edge")},
                                                        {"fade", 0.0}});
    const auto right =
        moving(model::MoveKind::Shift, {{"across", 100.0}, {"down", 0.0}, {"measure", std::string("edge")}});
    const auto half = moving(model::MoveKind::Shift,
                             {{"across", 0.0}, {"down", -50.0}, {"measure", std::string("screen")}});
    const auto own = moving(model::MoveKind::Shift,
                            {{"across", -200.0}, {"down", 100.0}, {"measure", std::string("itself")}});
    for (const auto& device : schedule::devices()) {
        for (const bool wide : {false, true}) {
            INFO(device.name << (wide ? ", wide" : ""));
            const auto from = schedule::resolve(above, on(device, wide));
            const double start = from.beats[1].start;
            CHECK(boxOf(logoAt(from, start + 0.001)).y + boxOf(logoAt(from, start + 0.001)).height ==
                  Approx(0).margin(0.1));
            CHECK(logoAt(from, start + 1000).centre.y ==
                  Approx(from.places().centreOf(model::findThing(above.layers, "logo")->place).y));
            const auto to = schedule::resolve(right, on(device, wide));
            CHECK(boxOf(logoAt(to, start + 1000)).x == Approx(to.screen.width).margin(0.1));
            CHECK(boxOf(logoAt(to, start + 990)).x < to.screen.width);
            const auto up = schedule::resolve(half, on(device, wide));
            CHECK(logoAt(up, start).centre.y - logoAt(up, start + 1000).centre.y ==
                  Approx(up.screen.height / 2));
            const auto aside = schedule::resolve(own, on(device, wide));
            const auto rest = logoAt(aside, start), there = logoAt(aside, start + 1000);
            CHECK(there.centre.x - rest.centre.x == Approx(-2 * rest.size.width));
            CHECK(there.centre.y - rest.centre.y == Approx(rest.size.height));
        }
    }
}

TEST_CASE("What comes to its place in one measure is there, wherever another measure had taken it") {
    auto sequence =
        moving(model::MoveKind::Shift, {{"across", 40.0}, {"down", 100.0}, {"measure", std::string("edge")}});
    auto back = cue("back", "arrive", 1200, 400, model::MoveKind::Rise);
    back.move.parameters = {{"distance", 60.0}, {"fade", 0.0}};
    sequence.cues.push_back(back);
    const auto s = schedule::resolve(sequence, {});
    const double start = s.beats[1].start;
    const auto place = s.places().centreOf(model::findThing(sequence.layers, "logo")->place);
    CHECK(logoAt(s, start + 1199).centre.y > s.screen.height);
    CHECK(logoAt(s, start + 1200).centre.y == Approx(place.y + 60)); // where a rise begins
    CHECK(logoAt(s, start + 1600).centre.y == Approx(place.y));
    CHECK(logoAt(s, start + 1600).centre.x != Approx(place.x)); // a rise says nothing of that
    // Laid over, it says only what comes on top.
    sequence.cues.back().composite = model::Composite::Add;
    const auto over = schedule::resolve(sequence, {});
    CHECK(logoAt(over, start + 1600).centre.y == Approx(logoAt(over, start + 1100).centre.y));
    // One that comes later does not move the layer before it begins.
    auto late = sequence;
    late.cues.back().composite = model::Composite::Replace;
    std::swap(late.cues[0].anchor, late.cues[1].anchor);
    late.cues[0].move = {model::MoveKind::Drop,
                         {{"distance", 100.0}, {"measure", std::string("edge")}, {"fade", 0.0}}};
    const auto t = schedule::resolve(late, {});
    CHECK(logoAt(t, start + 500).centre.y == Approx(place.y));
}

TEST_CASE("Told in another measure, a move goes as far as before on the screen that is looked at") {
    using motion::Measure;
    const std::pair<model::MoveKind, std::map<std::string, model::MoveValue>> moves[] = {
        {model::MoveKind::Rise, {{"distance", 300.0}}},
        {model::MoveKind::Drop, {{"distance", 300.0}, {"direction", std::string("out")}}},
        {model::MoveKind::Spring, {{"distance", 200.0}, {"from", std::string("left")}}},
        {model::MoveKind::Shift, {{"across", -180.0}, {"down", 240.0}}},
        {model::MoveKind::Sway, {{"across", 60.0}, {"angle", 0.0}}}};
    for (const auto& [kind, parameters] : moves) {
        for (const bool wide : {false, true}) {
            const auto before = moving(kind, parameters);
            schedule::Conditions conditions;
            conditions.landscape = wide;
            const auto s = schedule::resolve(before, conditions);
            for (const auto measure : {Measure::Screen, Measure::Itself, Measure::Edge, Measure::Dp}) {
                INFO(moves::definitionOf(kind).label << " in " << static_cast<int>(measure) << " wide "
                                                     << wide);
                auto after = before;
                after.cues.front() = schedule::inMeasure(s, before.cues.front(), measure);
                if (kind == model::MoveKind::Sway && measure == Measure::Edge) {
                    CHECK(after == before); // one edge is nearer than the other
                    continue;
                }
                CHECK(moves::measureOf(after.cues.front().move) == measure);
                const auto told = schedule::resolve(after, conditions);
                for (const double t : {1.0, 250.0, 600.0, 1000.0}) {
                    const auto was = logoAt(s, s.beats[1].start + t), is = logoAt(told, s.beats[1].start + t);
                    CHECK(is.centre.x == Approx(was.centre.x).margin(6)); // whole percents
                    CHECK(is.centre.y == Approx(was.centre.y).margin(6));
                }
                // And back again.
                CHECK(schedule::inMeasure(told, after.cues.front(), Measure::Dp).move.parameters.size() >=
                      parameters.size());
            }
        }
    }
    // A move without distances has no such choice.
    const auto fade = moving(model::MoveKind::Fade, {});
    CHECK(schedule::inMeasure(schedule::resolve(fade, {}), fade.cues.front(), Measure::Edge) ==
          fade.cues.front());
}

TEST_CASE("Poses are told in every measure, and a pose made on the stage in that of its cue") {
    using motion::Measure;
    auto before = moving(model::MoveKind::Poses, {});
    before.cues.front().poses = {{0.0, -120.0, 60.0, {}, {}, {}, {}, {}, {}},
                                 {1.0, 90.0, -40.0, {}, {}, {}, {}, {}, {}}};
    const auto s = schedule::resolve(before, {});
    for (const auto measure : {Measure::Screen, Measure::Itself, Measure::Edge, Measure::Dp}) {
        auto after = before;
        after.cues.front() = schedule::inMeasure(s, before.cues.front(), measure);
        const auto told = schedule::resolve(after, {});
        CHECK(moves::measureOf(after.cues.front().move) == measure);
        for (const double t : {0.0, 300.0, 1000.0}) {
            const auto was = logoAt(s, s.beats[1].start + t), is = logoAt(told, s.beats[1].start + t);
            // To the edge there are two ways of different lengths: between the poses it is elsewhere.
            const double near = measure == Measure::Edge && t == 300 ? 40 : 0.1;
            CHECK(is.centre.x == Approx(was.centre.x).margin(near));
            CHECK(is.centre.y == Approx(was.centre.y).margin(near));
        }
        const int logo = model::indexOf(after.layers, LayerId("logo"));
        const auto way = schedule::wayAt(told, logo, told.beats[1].start + 1000);
        CHECK(way.x == Approx(90).margin(0.1));
        model::Pose pose;
        pose.x = 90;
        pose.y = -40;
        pose.opacity = 0.5;
        const auto same = schedule::poseFor(told, after.cues.front(), pose);
        CHECK(*same.x == Approx(*after.cues.front().poses[1].x).margin(0.05));
        CHECK(*same.y == Approx(*after.cues.front().poses[1].y).margin(0.05));
        CHECK(*same.opacity == 0.5);
    }
}
