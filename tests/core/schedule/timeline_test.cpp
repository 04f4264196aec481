// SPDX-License-Identifier: MIT
#include "core/plan/carry.h"
#include "core/schedule/devices.h"
#include "core/schedule/timeline.h"
#include "support/builders.h"

#include <catch2/catch.hpp>
#include <deque>

using namespace scaena;
using namespace scaena::schedule;
using namespace scaena::test;
using motion::Property;

namespace {

using motion::Basis;
using motion::Keyframe;

/// A segment does not keep its track; whoever has one of these has both.
Segment along(const motion::Track& track, Millis start, Millis length) {
    Segment segment;
    segment.start = start;
    segment.length = length;
    segment.stop = start + length;
    segment.track = &track;
    return segment;
}

motion::Track trackOf(std::vector<Keyframe> keyframes, Property property = Property::X) {
    return {property, std::move(keyframes)};
}

Segment ramp(Millis start, Millis length, double from, double to) {
    static std::deque<motion::Track> tracks; // which stay where they are
    return along(tracks.emplace_back(trackOf({{0, from}, {1, to}})), start, length);
}

}

TEST_CASE("A segment runs from its first key to its last") {
    const auto segment = ramp(100, 200, 1, 3);
    CHECK(segment.valueAt(100) == 1);
    CHECK(segment.valueAt(200) == 2);
    CHECK(segment.valueAt(300) == 3);
    CHECK(segment.valueAt(900) == 3);
}

TEST_CASE("Keys in between have their own easings") {
    const auto track =
        trackOf({{0, 0, Basis::Absolute, model::Steps{1, model::Steps::Jump::End}}, {0.5, 10}, {1, 20}});
    const auto segment = along(track, 0, 100);
    CHECK(segment.valueAt(49) == 0);
    CHECK(segment.valueAt(50) == 10);
    CHECK(segment.valueAt(75) == 15);
}

TEST_CASE("Two keys at one place are a jump") {
    const auto track = trackOf({{0, 0}, {0.5, 1}, {0.5, 5}, {1, 6}});
    const auto segment = along(track, 0, 100);
    CHECK(segment.valueAt(49.999) == Approx(1).margin(0.001));
    CHECK(segment.valueAt(50) == 5);
}

TEST_CASE("Keys on top of what was there are settled upon it: added, or as a factor") {
    const auto moved = trackOf({{0, 5, Basis::OnTop}, {1, -20}});
    auto segment = along(moved, 0, 100);
    segment.found = 30;
    CHECK(segment.valueAt(0) == 35);
    CHECK(segment.valueAt(100) == -20);
    const auto grown = trackOf({{0, 1, Basis::OnTop}, {1, 3, Basis::OnTop}}, Property::ScaleX);
    segment = along(grown, 0, 100);
    segment.found = 2;
    CHECK(segment.valueAt(0) == 2);
    CHECK(segment.valueAt(100) == 6);
    const auto keys = segment.keys();
    REQUIRE(keys.size() == 2);
    CHECK(keys[0].value == 2);
    CHECK(keys[1].value == 6);
}

TEST_CASE("Without a track a segment leads straight from what was there to its rest") {
    Segment segment;
    segment.length = segment.stop = 100;
    segment.found = 4;
    segment.rest = 8;
    CHECK(segment.valueAt(25) == 5);
    CHECK(segment.valueAt(100) == 8);
    CHECK(segment.keys().front().value == 4);
    CHECK(segment.keys().back().value == 8);
}

TEST_CASE("A cut segment keeps the value it had, or settles") {
    auto segment = ramp(0, 100, 0, 10);
    segment.stop = 250; // in the middle of the third cycle
    CHECK(segment.valueAt(249.9) == Approx(4.99));
    CHECK(segment.valueAt(250) == Approx(5));
    CHECK(segment.valueAt(1000) == Approx(5));
    segment.settle = 100;
    segment.rest = 1;
    CHECK(segment.valueAt(300) == Approx(3));
    CHECK(segment.valueAt(350) == Approx(1));
    CHECK(segment.valueAt(9000) == Approx(1));
}

TEST_CASE("There and back meets at the turning points") {
    auto segment = ramp(0, 100, 0, 10);
    segment.stop = 400;
    segment.alternate = true;
    CHECK(segment.valueAt(100) == Approx(10));
    CHECK(segment.valueAt(150) == Approx(5));
    CHECK(segment.valueAt(200) == Approx(0).margin(1e-9));
    CHECK(segment.valueAt(400) == Approx(0).margin(1e-9));
}

TEST_CASE("A timeline has its initial value first, then the segment that started last") {
    PropertyTimeline timeline(Property::X);
    CHECK(timeline.valueAt(5) == 0);
    CHECK_FALSE(timeline.isAnimated());
    timeline.setInitial(-40);
    timeline.replace(ramp(100, 100, -40, 0));
    timeline.replace(ramp(150, 10, 7, 8));
    timeline.finish();
    CHECK(timeline.valueAt(0) == -40);
    CHECK(timeline.valueAt(125) == -30);
    CHECK(timeline.valueAt(150) == 7);
    CHECK(timeline.valueAt(199) == 8);
    CHECK(timeline.segmentAt(99) == nullptr);
    CHECK(timeline.segmentAt(150)->start == 150);
}

TEST_CASE("Additions are the same however many there are and in whatever order they come") {
    PropertyTimeline some(Property::Rotation);
    PropertyTimeline reversed(Property::Rotation);
    std::vector<Segment> segments;
    for (int i = 0; i < 30; ++i) {
        segments.push_back(ramp(i * 13, 10 + i * 7, i, -i));
    }
    for (std::size_t i = 0; i < segments.size(); ++i) {
        some.layOver(segments[i]);
        reversed.layOver(segments[segments.size() - 1 - i]);
    }
    some.finish();
    reversed.finish();
    for (double t = -10; t < 800; t += 3.7) {
        double expected = 0;
        for (const auto& segment : segments) {
            expected += t >= segment.start ? segment.valueAt(t) : 0;
        }
        CHECK(some.valueAt(t) == Approx(expected).margin(1e-9));
        CHECK(reversed.valueAt(t) == Approx(expected).margin(1e-9));
    }
}

TEST_CASE("Openings are longest on a first start and absent on a hot one") {
    for (const auto& device : devices()) {
        CHECK(openingLength(device, model::StartKind::First) > openingLength(device, model::StartKind::Cold));
        CHECK(openingLength(device, model::StartKind::Cold) > openingLength(device, model::StartKind::Warm));
        CHECK(openingLength(device, model::StartKind::Hot) == 0);
        CHECK(openingLength(device, model::StartKind::Recreated) == 0);
        CHECK(device.screen.width < device.screen.height);
        CHECK(&deviceOf(device.id) == &device);
    }
    CHECK_FALSE(DeviceId::named("toaster"));
    for (const auto& target : plan::targets()) {
        CHECK(&plan::targetOf(target.id) == &target);
    }
    CHECK_FALSE(plan::TargetId::named("toaster"));
}

TEST_CASE("Visible circles are two thirds of the icon's boxes, as the platform states") {
    const auto& opening = plan::targetOf("android12").opening;
    CHECK(opening.iconVisible == Approx(opening.iconBox * 2 / 3));
    CHECK(opening.plateVisible == Approx(opening.plateBox * 2 / 3));
    CHECK(plan::targetOf("android").opening.longestAnimation == 0);
}

TEST_CASE("Each reason for dropping a cue is told") {
    auto sequence = aSequence().build();
    const auto reasonFor = [&](model::Cue it, plan::TargetId target = "android12") {
        const plan::CarryFacts facts{it, *model::findThing(sequence.layers, it.layer), it.beat == "opening",
                                     it.layer == sequence.opening.icon};
        const auto carry = plan::carryOf(facts, plan::targetOf(target));
        return std::string(model::word(carry.how)) + ": " + carry.reason.text();
    };
    const auto opening = [](model::MoveKind kind, Millis length = 300) {
        return cue("c", "opening", 0, length, kind);
    };
    CHECK(reasonFor(opening(model::MoveKind::Turn)).find("system") == 0);
    CHECK(reasonFor(opening(model::MoveKind::Turn), "android").find("static") != std::string::npos);
    CHECK(reasonFor(opening(model::MoveKind::Turn, 1001)).find("1000 ms") != std::string::npos);
    CHECK(reasonFor(opening(model::MoveKind::Iris)).find("reveal") != std::string::npos);
    CHECK(reasonFor(opening(model::MoveKind::Flip)).find("flip") != std::string::npos);
    auto added = opening(model::MoveKind::Turn);
    added.composite = model::Composite::Add;
    CHECK(reasonFor(added).find("over another") != std::string::npos);
    auto late = opening(model::MoveKind::Turn);
    late.anchor.kind = model::AnchorKind::BeatEnd;
    CHECK(reasonFor(late).find("hang on its start") != std::string::npos);
    auto repeated = opening(model::MoveKind::Turn);
    repeated.repeat.times = 4;
    CHECK(reasonFor(repeated).find("dropped") == 0);
    CHECK(reasonFor(cue("c", "hand-off", 0, 100, model::MoveKind::Draw, "first")).find("own view") !=
          std::string::npos);
    CHECK(reasonFor(cue("c", "hand-off", 0, 100, model::MoveKind::Rise, "first")).find("player") == 0);
}
