// SPDX-License-Identifier: MIT
#include "core/plan/compile.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <new>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::schedule;

namespace {

std::size_t g_allocations = 0;

bool same(const Timing& a, const Timing& b) {
    const auto beats = [](const BeatSpan& x, const BeatSpan& y) {
        return x.start == y.start && x.end == y.end && x.played == y.played && x.yielded == y.yielded &&
               x.timedOut == y.timedOut;
    };
    const auto cues = [](const CueSpan& x, const CueSpan& y) {
        return x.start == y.start && x.end == y.end && x.form == y.form && x.settle == y.settle &&
               x.neverPlays == y.neverPlays;
    };
    const auto gates = [](const GateSpan& x, const GateSpan& y) {
        return x.start == y.start && x.open == y.open && x.timedOut == y.timedOut && x.needed == y.needed;
    };
    const auto spans = [](const WaitSpan& x, const WaitSpan& y) {
        return x.kind == y.kind && x.start == y.start && x.end == y.end;
    };
    const auto& p = a.metrics;
    const auto& q = b.metrics;
    return std::equal(a.beats.begin(), a.beats.end(), b.beats.begin(), b.beats.end(), beats) &&
           std::equal(a.cues.begin(), a.cues.end(), b.cues.begin(), b.cues.end(), cues) &&
           std::equal(a.gates.begin(), a.gates.end(), b.gates.begin(), b.gates.end(), gates) &&
           a.outcome == b.outcome && a.outcomeAt == b.outcomeAt && a.end == b.end && p.opening == q.opening &&
           p.ready == q.ready && p.shown == q.shown && p.added == q.added && p.covered == q.covered &&
           p.idle == q.idle &&
           std::equal(p.ribbon.begin(), p.ribbon.end(), q.ribbon.begin(), q.ribbon.end(), spans);
}

}

// Counted for the whole program; only the test below looks at the count.
void* operator new(std::size_t size) {
    ++g_allocations;
    if (void* place = std::malloc(size)) {
        return place;
    }
    throw std::bad_alloc();
}
void* operator new(std::size_t size, const std::nothrow_t&) noexcept {
    ++g_allocations;
    return std::malloc(size);
}
void operator delete(void* place, const std::nothrow_t&) noexcept { std::free(place); }
void operator delete(void* place) noexcept { std::free(place); }
void operator delete(void* place, std::size_t) noexcept { std::free(place); }

TEST_CASE("One timekeeper gives many launches the times each would have alone") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        RandomSequences random(seed);
        const auto sequence = random.next();
        const auto plan = plan::compile(sequence, plan::targetOf("android12"));
        Timekeeper keeper(*plan);
        for (int i = 0; i < 12; ++i) {
            INFO("seed " << seed << ", launch " << i);
            auto conditions = random.conditions(sequence);
            conditions.target = "android12";
            const auto launch = launchOf(*plan, conditions);
            CHECK(same(keeper.time(launch), time(*plan, conditions)));
        }
    }
}

TEST_CASE("A timekeeper allocates nothing once it has timed a few launches") {
    RandomSequences random(11);
    const auto sequence = random.next();
    const auto plan = plan::compile(sequence, plan::targetOf("android12"));
    Timekeeper keeper(*plan);
    std::vector<Launch> launches;
    for (int i = 0; i < 50; ++i) {
        auto conditions = random.conditions(sequence);
        conditions.target = "android12";
        launches.push_back(launchOf(*plan, conditions));
        keeper.time(launches.back());
    }
    const auto before = g_allocations;
    for (const auto& launch : launches) {
        keeper.time(launch);
    }
    const auto during = g_allocations - before;
    CHECK(during == 0);
    const auto another = std::make_unique<int>(1); // the count is awake
    CHECK(g_allocations > before + during);
}
