// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "large_sequence.h"

#include <benchmark/benchmark.h>

using namespace scaena;

static void writeThousandCues(benchmark::State& state) {
    const auto sequence = bench::largeSequence(100, 10);
    for (auto _ : state) {
        benchmark::DoNotOptimize(file::write(sequence));
    }
}
BENCHMARK(writeThousandCues)->Unit(benchmark::kMillisecond);

static void readThousandCues(benchmark::State& state) {
    const auto text = file::write(bench::largeSequence(100, 10));
    for (auto _ : state) {
        benchmark::DoNotOptimize(file::read(text));
    }
    state.counters["bytes"] = double(text.size());
}
BENCHMARK(readThousandCues)->Unit(benchmark::kMillisecond);
