// SPDX-License-Identifier: MIT
#include "core/check/vanishing.h"

#include "core/edit/edits.h"
#include "core/moves/definition.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A logo that stands there from the opening on.
model::Sequence standing() {
    return aSequence()
        .withBeat(play("arrive", 1000))
        .withBeat(hold("rest", 1800))
        .with([](model::Sequence& it) {
            it.opening.layers = {"backdrop", "logo"};
        })
        .build();
}

model::Sequence withMove(model::Sequence sequence, model::MoveKind kind, bool stays, CueId& made) {
    sequence = edit::addCue(std::move(sequence), "logo", "rest", 50, kind, made);
    return stays ? edit::keepInSight(std::move(sequence), made) : sequence;
}

int logoOf(const model::Sequence& sequence) { return model::indexOf(sequence.layers, "logo"); }

const model::MoveKind kComing[] = {model::MoveKind::Fade,   model::MoveKind::Rise,   model::MoveKind::Drop,
                                   model::MoveKind::Bounce, model::MoveKind::Spring, model::MoveKind::Pop,
                                   model::MoveKind::Iris,   model::MoveKind::Wipe,   model::MoveKind::Draw,
                                   model::MoveKind::Settle};

}

TEST_CASE("A move that comes in takes its layer out of the beats before, and that is found with a remedy") {
    const auto before = schedule::resolve(standing(), {});
    for (const auto kind : kComing) {
        INFO(model::word(kind));
        CueId made;
        const auto changed = withMove(standing(), kind, false, made);
        const auto after = schedule::resolve(changed, {});
        const auto found = check::vanishing(before, after);
        REQUIRE(found.size() == 1);
        CHECK(found[0].rule == "vanishes-before");
        CHECK(found[0].place.id == made);
        CHECK(found[0].sentence.find("“logo”") != std::string::npos);
        CHECK(found[0].sentence.find("“arrive”") != std::string::npos);
        REQUIRE(found[0].remedy);
        const auto mended = found[0].remedy->mend(changed);
        CHECK(valid::problemsOf(mended).empty());
        CHECK(check::vanishing(before, schedule::resolve(mended, {})).empty());
    }
}

TEST_CASE(
    "A layer that stays through a move is in sight before, during and after it, and is back where it was") {
    for (const auto& target : plan::targets()) {
        schedule::Conditions conditions;
        conditions.target = target.id;
        for (std::size_t k = 0; k < model::kMoveKinds; ++k) {
            const auto kind = static_cast<model::MoveKind>(k);
            if (!edit::canMove(standing(), "logo", kind) || kind == model::MoveKind::PushThrough ||
                kind == model::MoveKind::Travel || kind == model::MoveKind::Poses) {
                continue; // these lead away, or do nothing yet
            }
            for (const bool reduced : {false, true}) {
                INFO(target.name << " " << model::word(kind) << (reduced ? " reduced" : ""));
                conditions.reducedMotion = reduced;
                CueId made;
                const auto changed = withMove(standing(), kind, true, made);
                const auto after = schedule::resolve(changed, conditions);
                const auto plain = schedule::resolve(standing(), conditions);
                const int logo = logoOf(changed);
                const auto& cue = after.cues.back();
                for (double t = after.beats[1].start; t < after.beats[3].start; t += 20) {
                    CHECK(check::isSeen(after, logo, t));
                }
                const auto there = schedule::stateOf(after, logo, cue.start - 1.0);
                const auto alone = schedule::stateOf(plain, logo, cue.start - 1.0);
                CHECK(there.centre.x == Approx(alone.centre.x));
                CHECK(there.centre.y == Approx(alone.centre.y));
                CHECK(there.opacity == Approx(1));
                CHECK(there.scaleX == Approx(1));
                if (!moves::inSightParameters(kind).empty() && kind != model::MoveKind::Fade) {
                    const auto back = schedule::stateOf(after, logo, cue.end + 1.0);
                    CHECK(back.centre.y == Approx(alone.centre.y).margin(0.01));
                    CHECK(back.scaleX == Approx(1).margin(0.001));
                    CHECK(back.rotation == Approx(alone.rotation).margin(0.01));
                    CHECK(back.reveal.progress == Approx(1));
                }
            }
        }
    }
}

TEST_CASE("Letting a cue bring its layer in is the other way of the same choice") {
    for (const auto kind : kComing) {
        INFO(model::word(kind));
        CueId made;
        const auto coming = withMove(standing(), kind, false, made);
        CHECK(edit::canKeepInSight(coming.cues.back()));
        const auto staying = edit::keepInSight(coming, made);
        CHECK_FALSE(edit::canKeepInSight(staying.cues.back()));
        CHECK(edit::bringIn(staying, made) == coming);
    }
}

TEST_CASE("What was not seen before, or did not change, is not said") {
    CueId made;
    const auto with = withMove(standing(), model::MoveKind::Bounce, false, made);
    const auto before = schedule::resolve(with, {});
    CHECK(check::vanishing(before, before).empty());
    auto longer = with;
    longer.cues.back().length += 100;
    CHECK(check::vanishing(before, schedule::resolve(longer, {})).empty()); // it was gone already
    // A cue in the first beat the app draws takes nothing away on a system that does not show the layer
    // earlier.
    const auto bare = aSequence().withBeat(play("arrive", 1000)).build();
    const auto first = edit::addCue(bare, "title", "arrive", 0, model::MoveKind::Fade, made);
    CHECK(check::vanishing(schedule::resolve(bare, {}), schedule::resolve(first, {})).empty());
}
