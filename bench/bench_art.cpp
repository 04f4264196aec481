// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/frames/still.h"
#include "support/files_of_repository.h"

#include <benchmark/benchmark.h>
#include <filesystem>
#include <fmt/format.h>
#include <set>

/// Reading and preparing art grows with the file. Each feature of tests/render/features, its contents
/// repeated: what counts is how many times as long four times as much takes.
using namespace scaena;

namespace {

/// The file with its contents that often, each in a group of its own; ids stay, the first of each counts.
constexpr int kSide = 100; ///< pixels it is painted on

std::string repeated(const std::string& svg, int times) {
    const auto root = svg.find("<svg");
    const auto open = svg.find('>', root) + 1;
    const auto close = svg.rfind("</svg>");
    std::string out = svg.substr(0, open);
    for (int i = 0; i < times; ++i) {
        out += fmt::format("<g transform='translate({} {})'>", i % 10, i / 10 % 10) +
               svg.substr(open, close - open) + "</g>";
    }
    return out + "</svg>";
}

double seconds(const std::string& svg) {
    const auto begin = std::chrono::steady_clock::now();
    if (auto art = art::readSvg(svg)) {
        const auto shared = std::make_shared<const art::Art>(std::move(*art));
        benchmark::DoNotOptimize(render::QtRasteriser().png(shared, kSide, kSide, {0, 0, 0, 255}));
    }
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
}

double best(const std::string& svg) {
    double least = seconds(svg);
    for (int i = 0; i < 2; ++i) {
        least = std::min(least, seconds(svg));
    }
    return least;
}

/// `growth`: the worst of all features from 4 000 repeats to 16 000, where it takes long enough to be
/// measured; linear is
/// 4. `slowest`: ms of the slowest at 16 000.
void artGrowth(benchmark::State& state) {
    for ([[maybe_unused]] auto _ : state) {
        double worst = 0, slowest = 0;
        std::string which, slow;
        for (const auto& entry :
             std::filesystem::directory_iterator(test::repository() / "tests/render/features")) {
            const auto svg = test::readWhole(entry.path());
            const auto art = art::readSvg(svg);
            if (!art || !art::picturesIn(art->root).empty()) {
                continue; // drawn by somebody else, once
            }
            const double few = best(repeated(svg, 4000));
            const double many = best(repeated(svg, 16000));
            if (many > 0.02 && many / few > worst) {
                worst = many / few;
                which = entry.path().stem().string();
            }
            if (many > slowest) {
                slowest = many;
                slow = entry.path().stem().string();
            }
        }
        state.counters["growth"] = worst;
        state.counters["slowest_ms"] = slowest * 1000;
        state.SetLabel("grows most: " + which + "; slowest: " + slow);
    }
}
BENCHMARK(artGrowth)->Iterations(1)->Unit(benchmark::kSecond);

}
