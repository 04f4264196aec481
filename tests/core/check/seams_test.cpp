// SPDX-License-Identifier: MIT
#include "core/schedule/resolve.h"
#include "core/schedule/seam.h"
#include "support/builders.h"
#include "support/fake_instruments.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

/// The system shows the icon in its middle; the app's first frame has it elsewhere.
model::Sequence jumping() {
    return aSequence()
        .withBeat(play("arrive", 400))
        .with([](model::Sequence& s) { findThing(s.layers, "logo")->place.y = -120; })
        .build();
}

std::vector<check::Finding> findingsOf(const model::Sequence& sequence, plan::TargetId target,
                                       const char* rule = "seam") {
    const FakeInstruments fakes;
    std::vector<check::Finding> found;
    const auto study = studyOf(fakes, sequence);
    for (const auto& it : study->findings()) {
        if (it.rule == rule && it.target == target) {
            found.push_back(it);
        }
    }
    return found;
}

}

TEST_CASE("A jump at the seam is found with its place, its limit and the conditions that show it") {
    const auto findings = findingsOf(jumping(), "android12");
    REQUIRE_FALSE(findings.empty());
    const auto found =
        std::find_if(findings.begin(), findings.end(), [](const auto& it) { return it.place.id == "logo"; });
    REQUIRE(found != findings.end());
    CHECK(found->rule == "seam");
    CHECK(found->severity == check::Severity::Warning);
    CHECK(found->target == plan::TargetId("android12"));
    CHECK(found->place.kind == check::Place::Kind::Layer);
    CHECK(found->sentence.find("logo") != std::string::npos);
    CHECK(found->limit.find("0.75 dp") != std::string::npos);
    REQUIRE(found->seen);
    CHECK_FALSE(schedule::seamOf(jumping(), *found->seen).empty());
}

TEST_CASE("The remedy of a seam's finding makes it go away") {
    auto sequence = jumping();
    auto findings = findingsOf(sequence, "android12");
    REQUIRE_FALSE(findings.empty());
    for (std::size_t steps = findings.size(); !findings.empty() && steps > 0; --steps) {
        REQUIRE(findings.front().remedy);
        const auto next = check::mended(sequence, findings.front());
        if (next == sequence) {
            break; // only the platform decides the rest
        }
        sequence = next;
        findings = findingsOf(sequence, "android12");
    }
    CHECK(sequence != jumping());
    CHECK(
        std::none_of(findings.begin(), findings.end(), [](const auto& it) { return it.place.id == "logo"; }));
}

TEST_CASE("Each target has findings of its own, and where nothing jumps there are none") {
    auto still = aSequence().withBeat(play("arrive", 400)).build();
    still.opening.layers = {"backdrop", "logo", "title"};
    CHECK(findingsOf(still, "android").empty());
    std::size_t all = 0;
    for (const auto& target : plan::targets()) {
        for (const auto& it : findingsOf(jumping(), target.id)) {
            CHECK(it.sentence.find(target.name) == 0);
            ++all;
        }
    }
    CHECK(all >= plan::targets().size()); // it jumps everywhere
}

TEST_CASE(
    "An icon's cue that nothing holds the picture for is told with both times, and can be made to fit") {
    auto sequence = aSequence().withBeat(play("arrive", 400)).build();
    sequence.cues = {cue("turn", "opening", 100, 900, model::MoveKind::Turn)};
    CHECK(findingsOf(sequence, "android12", "icon-cut").empty()); // held
    CHECK(findingsOf(sequence, "android", "icon-cut").empty());   // not played at all
    for (const plan::TargetId target : {plan::TargetId("flutter"), plan::TargetId("react-native")}) {
        INFO(target.name());
        const auto found = findingsOf(sequence, target, "icon-cut");
        const auto fitting = schedule::resolve(sequence, [&] {
            schedule::Conditions conditions;
            conditions.target = target;
            return conditions;
        }());
        if (fitting.beats[0].end >= 1000) { // its start takes that long
            continue;
        }
        REQUIRE(found.size() == 1);
        CHECK(found[0].place.id == "turn");
        REQUIRE(found[0].seen);
        CHECK(schedule::resolve(sequence, *found[0].seen).cues[0].cut());
        CHECK(found[0].sentence.find("of 1000") != std::string::npos);
        REQUIRE(found[0].remedy);
        REQUIRE(found[0].other);
        const auto shorter = found[0].other->mend(sequence);
        CHECK(findingsOf(shorter, target, "icon-cut").empty());
        CHECK(shorter.cues[0].length < 900);
        const auto carried = check::mended(sequence, found[0]);
        CHECK(findingsOf(carried, target, "icon-cut").empty());
        CHECK_FALSE(schedule::resolve(carried, *found[0].seen).cues[0].cut());
    }
    CHECK_FALSE(findingsOf(sequence, "flutter", "icon-cut").empty());
}

TEST_CASE("Motion of the icon that is too long for the system is told on each, and both ways out of it work") {
    auto sequence = aSequence().withBeat(play("arrive", 400)).build();
    sequence.cues = {cue("turn", "opening", 100, 6000, model::MoveKind::Turn)};
    for (const plan::TargetId target :
         {plan::TargetId("android12"), plan::TargetId("flutter"), plan::TargetId("react-native")}) {
        INFO(target.name());
        const auto found = findingsOf(sequence, target, "icon-cut");
        REQUIRE(found.size() == 1);
        CHECK(found[0].sentence.find("ends at 6100 ms") != std::string::npos);
        CHECK_FALSE(found[0].limit.empty());
        REQUIRE(found[0].remedy);
        REQUIRE(found[0].other);
        CHECK(findingsOf(check::mended(sequence, found[0]), target, "icon-cut").empty());
        CHECK(found[0].other->mend(sequence).cues[0].length == 900);
    }
    CHECK(findingsOf(sequence, "ios", "icon-cut").empty()); // its still picture is told elsewhere
    // What the system cannot animate is not helped by going on with it.
    sequence.cues[0].move.kind = model::MoveKind::Iris;
    CHECK(findingsOf(sequence, "android12", "icon-cut").empty());
}
