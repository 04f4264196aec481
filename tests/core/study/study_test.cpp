// SPDX-License-Identifier: MIT
#include "core/study/study.h"

#include "core/schedule/resolve.h"
#include "support/builders.h"
#include "support/fake_instruments.h"

#include <catch2/catch.hpp>
#include <thread>

/// One answer to every asker, worked out once, and kept through edits that do not touch it.
using namespace scaena;
using namespace scaena::test;

namespace {

model::Sequence moving() {
    return aSequence()
        .withGate(gate("ready", 600))
        .withBeat(play("arrive", 600))
        .withBeat(wait("wait"))
        .withCue(cue("settle", "arrive", 0, 600, model::MoveKind::Settle))
        .build();
}

model::Sequence recoloured(model::Sequence sequence) {
    sequence.palette.front().light = Colour{1, 2, 3, 255};
    return sequence;
}

const std::vector<check::Finding>& foundBy(const study::Study& study, std::string_view rule) {
    const auto rules = check::rules();
    const auto at = std::find_if(rules.begin(), rules.end(), [&](const auto& it) { return it.id == rule; });
    REQUIRE(at != rules.end());
    return study.findingsOf(static_cast<std::size_t>(at - rules.begin()));
}

}

TEST_CASE("A change of the conditions compiles nothing: the plan of a target is made once") {
    const FakeInstruments fakes;
    const auto study = studyOf(fakes, moving());
    schedule::Conditions conditions;
    const auto first = study->schedule(conditions);
    CHECK(study->schedule(conditions) == first); // kept
    for (const auto& device : schedule::devices()) {
        for (const auto loading :
             {schedule::Loading::Fast, schedule::Loading::Slow, schedule::Loading::Never}) {
            conditions.device = device.id;
            conditions.loading = loading;
            conditions.reducedMotion = !conditions.reducedMotion;
            const auto schedule = study->schedule(conditions);
            CHECK(schedule->plan == first->plan);
            CHECK(schedule->end == schedule::resolve(study->sequence(), conditions).end);
        }
    }
    for (const auto& target : plan::targets()) {
        CHECK(study->plan(target.id) == study->plan(target.id));
        CHECK(study->plan(target.id)->target->id == target.id);
    }
}

TEST_CASE("Threads that ask at the same time get the same plans, launches and findings") {
    const FakeInstruments fakes;
    const auto study = studyOf(fakes, moving());
    std::vector<plan::PlanPtr> plans(8);
    std::vector<const void*> findings(8);
    std::vector<std::thread> threads;
    for (std::size_t i = 0; i < plans.size(); ++i) {
        threads.emplace_back([&, i] {
            plans[i] = study->schedule({})->plan;
            findings[i] = study->findings().data();
        });
    }
    for (auto& it : threads) {
        it.join();
    }
    CHECK(std::count(plans.begin(), plans.end(), plans.front()) == 8);
    CHECK(std::count(findings.begin(), findings.end(), findings.front()) == 8);
    CHECK(fakes.outliner.asked == 1); // one text, looked at once
}

TEST_CASE("An edit throws away what it touches and nothing else") {
    const FakeInstruments fakes;
    project::ArtFiles art;
    art.files["a.png"] = std::make_shared<const std::string>("turned");
    const auto before = studyOf(fakes, moving(), art);
    (void)before->findings();
    const auto* letters = &foundBy(*before, "letters-missing");
    const auto* carried = &foundBy(*before, "not-carried");
    const auto* seams = &foundBy(*before, "seam");
    const int reads = fakes.reader.asked;
    CHECK(reads == 1);

    const auto colour = after(before, recoloured(before->sequence()));
    CHECK(&foundBy(*colour, "letters-missing") == letters);
    CHECK(&foundBy(*colour, "not-carried") == carried);
    CHECK(&foundBy(*colour, "seam") != seams);
    (void)colour->findings();
    CHECK(fakes.reader.asked == reads); // pictures are not decoded again

    auto longer = colour->sequence();
    longer.cues.front().length += 100;
    const auto time = after(colour, longer);
    CHECK(&foundBy(*time, "letters-missing") == letters);
    CHECK(&foundBy(*time, "not-carried") != carried);
    CHECK(time->schedule({})->sequence->cues.front().length == longer.cues.front().length);

    auto renamed = time->sequence();
    renamed.layers.back().name = "Another";
    CHECK(&foundBy(*after(time, renamed), "letters-missing") != letters);
}

TEST_CASE("What is worked out after edits is what a new study works out") {
    const FakeInstruments fakes;
    auto sequence = moving();
    auto study = studyOf(fakes, sequence);
    for (int step = 0; step < 12; ++step) {
        if (step % 3 == 0) {
            sequence.palette.front().dark = Colour{static_cast<std::uint8_t>(step), 9, 9, 255};
        } else if (step % 3 == 1) {
            sequence.layers[1].place.x += 7;
        } else {
            sequence.cues.front().anchor.offset += 40;
        }
        study = after(study, sequence);
        const auto anew = studyOf(fakes, sequence);
        const auto& found = study->findings();
        REQUIRE(found.size() == anew->findings().size());
        for (std::size_t i = 0; i < found.size(); ++i) {
            CHECK(found[i].sentence == anew->findings()[i].sentence);
        }
    }
}

TEST_CASE("A kept take is studied as a sequence of its own, once") {
    const FakeInstruments fakes;
    auto sequence = moving();
    model::Take take{"slow", "Slow", sequence.beats, sequence.cues, {}, {}};
    take.beats[1].length = 2000;
    sequence.takes.push_back(take);
    const auto study = studyOf(fakes, sequence);
    REQUIRE(study->withTake("slow"));
    CHECK(study->withTake("slow") == study->withTake("slow"));
    CHECK(study->withTake("slow")->schedule({})->end > study->schedule({})->end);
    CHECK_FALSE(study->withTake("none"));
}
