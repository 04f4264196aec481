// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>

/// What has to hold for every sequence under every conditions, tried on many random ones. A failure prints
/// its seed.
using namespace scaena;
using namespace scaena::schedule;
using namespace scaena::test;

namespace {

constexpr int kRuns = 400;

void forMany(const std::function<void(const model::Sequence&, const Conditions&, const Schedule&)>& check) {
    for (unsigned seed = 1; seed <= kRuns; ++seed) {
        RandomSequences random(seed);
        const auto sequence = random.next();
        const auto conditions = random.conditions(sequence);
        INFO("seed " << seed);
        check(sequence, conditions, resolve(sequence, conditions));
    }
}

bool sameState(const LayerState& a, const LayerState& b) {
    return a.layer == b.layer && a.opacity == b.opacity && a.centre == b.centre && a.size == b.size &&
           a.scaleX == b.scaleX && a.scaleY == b.scaleY && a.rotation == b.rotation &&
           a.reveal.progress == b.reveal.progress && a.draw == b.draw;
}

bool sameFrame(const Frame& a, const Frame& b) {
    return a.beat == b.beat && a.layers.size() == b.layers.size() &&
           std::equal(a.layers.begin(), a.layers.end(), b.layers.begin(), sameState);
}

}

TEST_CASE("Random sequences are valid") {
    forMany([](const auto& sequence, const auto&, const auto&) {
        const auto problems = valid::problemsOf(sequence);
        INFO(describe(problems));
        REQUIRE(problems.empty());
    });
}

TEST_CASE("Beats tile the time without gaps") {
    forMany([](const auto&, const auto&, const Schedule& s) {
        Millis at = 0;
        for (const auto& beat : s.beats) {
            CHECK(beat.start == at);
            CHECK(beat.end >= beat.start);
            if (isNever(beat.end) || s.outcome == model::Outcome::Message) {
                break;
            }
            at = beat.end;
        }
    });
}

TEST_CASE("No wait exceeds its time-out nor falls short of its least length") {
    forMany([](const model::Sequence& sequence, const auto&, const Schedule& s) {
        for (std::size_t i = 0; i < s.beats.size(); ++i) {
            const auto& beat = sequence.beats[i];
            if (beat.kind == model::BeatKind::Wait && s.beats[i].played && !isNever(s.beats[i].start)) {
                if (beat.atMost) {
                    CHECK(s.beats[i].end - s.beats[i].start <= *beat.atMost);
                }
                CHECK(s.beats[i].end - s.beats[i].start >= beat.atLeast);
            }
        }
    });
}

TEST_CASE("No gate opens before the gates it needs, nor later than its time-out") {
    forMany([](const model::Sequence& sequence, const auto&, const Schedule& s) {
        for (std::size_t i = 0; i < s.gates.size(); ++i) {
            CHECK(s.gates[i].open >= s.gates[i].start);
            for (const auto& need : sequence.gates[i].needs) {
                CHECK(s.gates[i].start >=
                      s.gates[static_cast<std::size_t>(model::indexOf(sequence.gates, need))].open);
            }
            if (sequence.gates[i].timeOut && !isNever(s.gates[i].start)) {
                CHECK(s.gates[i].open - s.gates[i].start <= *sequence.gates[i].timeOut);
            }
        }
    });
}

TEST_CASE("A wait that went on without a time-out found all of its gates open") {
    forMany([](const model::Sequence& sequence, const auto&, const Schedule& s) {
        for (std::size_t i = 0; i < s.beats.size(); ++i) {
            if (sequence.beats[i].kind != model::BeatKind::Wait || !s.beats[i].played ||
                s.beats[i].timedOut || isNever(s.beats[i].end)) {
                continue;
            }
            for (std::size_t g = 0; g < s.gates.size(); ++g) {
                if (model::needsGate(sequence.beats[i], sequence.gates[g])) {
                    CHECK(s.gates[g].open <= s.beats[i].end);
                }
            }
        }
    });
}

TEST_CASE("Any order of times gives the same frames, and so does resolving again") {
    forMany([](const model::Sequence& sequence, const Conditions& conditions, const Schedule& s) {
        std::vector<Frame> forwards;
        for (int i = 0; i <= 24; ++i) {
            forwards.push_back(evaluate(s, s.end * i / 24.0));
        }
        const auto again = resolve(sequence, conditions);
        for (int i = 24; i >= 0; --i) {
            CHECK(sameFrame(evaluate(s, s.end * i / 24.0), forwards[static_cast<std::size_t>(i)]));
            CHECK(sameFrame(evaluate(again, again.end * i / 24.0), forwards[static_cast<std::size_t>(i)]));
        }
    });
}

TEST_CASE("Every value is finite and every opacity lies between 0 and 1") {
    forMany([](const auto&, const auto&, const Schedule& s) {
        for (int i = 0; i <= 30; ++i) {
            for (const auto& state : evaluate(s, s.end * i / 30.0).layers) {
                CHECK(state.opacity > 0);
                CHECK(state.opacity <= 1);
                for (double value : {state.centre.x, state.centre.y, state.scaleX, state.scaleY,
                                     state.rotation, state.size.width, state.size.height}) {
                    CHECK(std::isfinite(value));
                }
            }
        }
    });
}

TEST_CASE("The wait ribbon has no gaps and its sums are the figures") {
    forMany([](const auto&, const auto&, const Schedule& s) {
        const auto& m = s.metrics;
        Millis at = 0;
        Millis sums[4] = {};
        for (const auto& span : m.ribbon) {
            CHECK(span.start == at);
            at = span.end;
            sums[static_cast<int>(span.kind)] += span.end - span.start;
        }
        CHECK(sums[0] == m.opening);
        CHECK(sums[1] == m.covered);
        CHECK(sums[2] == m.idle);
        CHECK(sums[3] == m.added);
        CHECK(m.added >= 0);
        if (!isNever(m.ready) && !isNever(m.shown) && m.shown >= m.ready) {
            CHECK(m.opening + m.covered + m.idle == m.ready);
            CHECK(m.ready + m.added == m.shown);
        }
    });
}

TEST_CASE("Values are continuous where no cue says otherwise") {
    // One cue a property, smooth easings, no cuts: then a millisecond can never move anything far.
    for (unsigned seed = 1; seed <= 60; ++seed) {
        RandomSequences random(seed);
        auto builder = aSequence().withBeat(play("a", 1500)).withBeat(hold("b", 300));
        const char* layers[] = {"backdrop", "logo", "title"};
        for (int i = 0; i < 3; ++i) {
            const model::MoveKind kinds[] = {model::MoveKind::Fade,   model::MoveKind::Rise,
                                             model::MoveKind::Bounce, model::MoveKind::Spring,
                                             model::MoveKind::Turn,   model::MoveKind::Pop,
                                             model::MoveKind::Settle};
            auto it = cue(CueId("c" + std::to_string(i)), "a", random.below(500), 300 + random.below(600),
                          kinds[random.below(7)], layers[i]);
            it.easing.reset();
            builder.withCue(it);
        }
        const auto s = resolve(builder.build(), {});
        for (int layer = 1; layer <= 3; ++layer) {
            for (std::size_t p = 0; p < motion::kProperties; ++p) {
                const auto& timeline = s.timeline(layer, static_cast<motion::Property>(p));
                double low = 1e9;
                double high = -1e9;
                for (double t = 600; t < s.end; t += 10) {
                    low = std::min(low, timeline.valueAt(t));
                    high = std::max(high, timeline.valueAt(t));
                }
                for (double t = 600; t < s.end; t += 1) {
                    INFO("seed " << seed << " layer " << layer << " property " << p << " at " << t);
                    REQUIRE(std::abs(timeline.valueAt(t + 0.25) - timeline.valueAt(t)) <=
                            (high - low) * 0.03 + 1e-9);
                }
            }
        }
    }
}

TEST_CASE("What a gate does later never changes what was shown before") {
    // The promise on which the exported players rest: they resolve anew whenever a gate opens.
    forMany([](const model::Sequence& sequence, const Conditions& conditions, const Schedule& s) {
        for (std::size_t g = 0; g < s.gates.size(); ++g) {
            if (isNever(s.gates[g].start) || s.gates[g].timedOut || isNever(s.gates[g].open)) {
                continue;
            }
            auto unknown = conditions;
            unknown.gateTimes[sequence.gates[g].id] = kNever;
            const auto before = resolve(sequence, unknown);
            const double until = std::min(s.gates[g].open - 1, std::min(s.end, before.end));
            for (int i = 0; i <= 10; ++i) {
                const double t = until * i / 10.0;
                if (t >= 0) {
                    CHECK(sameFrame(evaluate(s, t), evaluate(before, t)));
                }
            }
        }
    });
}
