// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::schedule;
using namespace scaena::test;

namespace {

/// A ring over one gate that typically takes a second, in a wait that goes on for as long as it loads.
model::Sequence withRing(model::TimeOutAction onTimeOut = model::TimeOutAction::GoOn) {
    auto data = gate("data", 1000);
    data.timeOut = 3000;
    data.onTimeOut = onTimeOut;
    model::Layer ring;
    ring.id = "ring";
    ring.name = "Ring";
    ring.contents = model::contentsOf(model::LayerKind::Progress);
    ring.get<model::ProgressContent>().colour = "ink";
    auto made = aSequence()
                    .withGate(data)
                    .withBeat(play("arrive", 600))
                    .withBeat(wait("wait"))
                    .withBeat(play("after", 600))
                    .build();
    made.layers.push_back(ring);
    return made;
}

Schedule loading(const model::Sequence& sequence, Millis takes,
                 model::StartKind start = model::StartKind::Cold) {
    Conditions conditions;
    conditions.start = start;
    conditions.gateTimes["data"] = takes;
    return resolve(sequence, conditions);
}

double ringAt(const Schedule& s, double t) {
    return stateOf(s, model::indexOf(s.sequence->layers, LayerId("ring")), t).progress;
}

}

TEST_CASE("What has loaded is caught up with: evenly up to nine tenths, then ever slower to the whole") {
    const auto s = loading(withRing(), 500);
    const double open = s.gates[0].open;
    CHECK(ringAt(s, open - 250) == Approx(0.225));
    CHECK(ringAt(s, open - 0.001) == Approx(0.45).margin(1e-5));
    CHECK(ringAt(s, open) == Approx(0.45));
    CHECK(ringAt(s, open + kCatchUp / 2.0) == Approx(1 - 0.55 / 4));
    CHECK(ringAt(s, open + kCatchUp) == 1);
    CHECK(ringAt(loading(withRing(), 2500), 2499) == Approx(0.9));
}

TEST_CASE("A gate given up counts as loaded where the app goes on, and not where a message stands") {
    const auto wentOn = loading(withRing(), kNever);
    REQUIRE(wentOn.gates[0].timedOut);
    CHECK(ringAt(wentOn, wentOn.gates[0].open + kCatchUp) == 1);
    const auto failed = loading(withRing(model::TimeOutAction::Message), kNever);
    REQUIRE(failed.gates[0].timedOut);
    CHECK(ringAt(failed, failed.gates[0].open + kCatchUp) == Approx(0.9));
}

TEST_CASE("What is in memory from the start is there whole") {
    CHECK(ringAt(loading(withRing(), 500, model::StartKind::Hot), 0) == 1);
}

TEST_CASE("Progress never runs back, however loading goes") {
    int seen = 0;
    for (unsigned seed = 1; seed <= 60; ++seed) {
        auto sequence = RandomSequences(seed).next();
        model::Layer ring = withRing().layers.back();
        ring.id = LayerId("ring-of-all");
        sequence.layers.push_back(ring);
        for (const auto how : {Loading::Fast, Loading::Typical, Loading::Slow, Loading::Never}) {
            Conditions conditions;
            conditions.loading = how;
            const auto s = resolve(sequence, conditions);
            const int last = static_cast<int>(s.sequence->layers.size()) - 1;
            double before = 0;
            const double end = std::min(s.end + 1000.0, 60'000.0);
            for (int i = 0; i <= 200; ++i) {
                const double now = stateOf(s, last, end * i / 200).progress;
                CHECK(now >= before);
                CHECK(now <= 1);
                seen += now > before ? 1 : 0;
                before = now;
            }
        }
    }
    CHECK(seen > 1000);
}
