// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "core/plan/compile.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "large_sequence.h"

#include <benchmark/benchmark.h>

using namespace scaena;

static void resolveLayers(benchmark::State& state) {
    const auto sequence =
        std::make_shared<const model::Sequence>(bench::largeSequence(static_cast<int>(state.range(0)), 3));
    for (auto _ : state) {
        benchmark::DoNotOptimize(schedule::resolve(sequence, {}));
    }
    state.SetComplexityN(state.range(0));
}
BENCHMARK(resolveLayers)
    ->Arg(10)
    ->Arg(100)
    ->Arg(250)
    ->Arg(1000)
    ->Arg(4000)
    ->Unit(benchmark::kMicrosecond)
    ->Complexity();

static void evaluateLayers(benchmark::State& state) {
    const auto schedule = schedule::resolve(bench::largeSequence(static_cast<int>(state.range(0)), 3), {});
    schedule::Frame frame;
    double t = 0;
    for (auto _ : state) {
        t = t > schedule.end ? 600 : t + 16.7;
        schedule::evaluateInto(schedule, t, frame);
        benchmark::DoNotOptimize(frame);
    }
    state.SetComplexityN(state.range(0));
}
BENCHMARK(evaluateLayers)
    ->Arg(10)
    ->Arg(100)
    ->Arg(250)
    ->Arg(1000)
    ->Arg(4000)
    ->Unit(benchmark::kMicrosecond)
    ->Complexity();

/// One layer with ever more cues: random access has to stay logarithmic.
static void evaluateCuesOfOneLayer(benchmark::State& state) {
    auto builder = test::aSequence().withBeat(test::play("arrive"));
    for (int i = 0; i < state.range(0); ++i) {
        builder.withCue(test::cue(CueId("c" + std::to_string(i)), "arrive", i * 20, 15));
    }
    const auto schedule = schedule::resolve(builder.build(), {});
    const auto& timeline = schedule.timeline(2, motion::Property::Opacity);
    double t = 0;
    for (auto _ : state) {
        t = t > schedule.end ? 0 : t + 997;
        benchmark::DoNotOptimize(timeline.valueAt(t));
    }
}
BENCHMARK(evaluateCuesOfOneLayer)->Arg(10)->Arg(100)->Arg(1000);

namespace {

model::Sequence sample(const char* name) {
    return file::load(DiskFiles(), std::string(SCAENA_SOURCE_DIR "/samples/") + name).value();
}

}

/// What rehearsal asks thousands of times: the same plan under other gate times.
static void timeOneLaunch(benchmark::State& state) {
    const auto plan = plan::compile(sample("moraine/moraine.scaena"), plan::targetOf("android12"));
    auto launch = schedule::launchOf(*plan, {});
    schedule::Timekeeper keeper(*plan);
    Millis more = 0;
    for (auto _ : state) {
        more = (more + 137) % 4000;
        for (auto& takes : launch.loading) {
            takes = 200 + more;
        }
        benchmark::DoNotOptimize(keeper.time(launch));
    }
}
BENCHMARK(timeOneLaunch)->Unit(benchmark::kMicrosecond);

static void resolveOneLaunch(benchmark::State& state) {
    const auto sequence = std::make_shared<const model::Sequence>(sample("moraine/moraine.scaena"));
    for (auto _ : state) {
        benchmark::DoNotOptimize(schedule::resolve(sequence, {}));
    }
}
BENCHMARK(resolveOneLaunch)->Unit(benchmark::kMicrosecond);

/// Each four times as many as the one before: has to cost about four times as much.
static void compileLayers(benchmark::State& state) {
    const auto sequence =
        std::make_shared<const model::Sequence>(bench::largeSequence(static_cast<int>(state.range(0)), 3));
    for (auto _ : state) {
        benchmark::DoNotOptimize(plan::compile(sequence, plan::targetOf("android12")));
    }
}
BENCHMARK(compileLayers)->Arg(250)->Arg(1000)->Arg(4000)->Unit(benchmark::kMicrosecond);
