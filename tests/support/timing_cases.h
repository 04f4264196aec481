// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"

#include <algorithm>
#include <fmt/format.h>

/// The table of cases every player is held against.
namespace scaena::test {

using namespace scaena::schedule;

/// One line for each number of a schedule and of its frames, as TimingCases.kt reads them.
inline std::string casesOf(const model::Sequence& sequence, Conditions conditions) {
    const auto s = resolve(sequence, conditions);
    const auto& safe = s.safeArea;
    std::string out = fmt::format("screen {} {} {} {} {} {}\n", s.screen.width, s.screen.height, safe.x,
                                  safe.y, s.screen.width - safe.right(), s.screen.height - safe.bottom());
    static const char* starts[] = {"FIRST", "COLD", "WARM", "HOT", "RECREATED"};
    out +=
        fmt::format("schedule {} {} {} {} {} {}", starts[static_cast<int>(conditions.start)], s.beats[0].end,
                    conditions.reducedMotion ? 1 : 0, s.plan->target->opening.longestAnimation > 0 ? 1 : 0,
                    s.metrics.shown, static_cast<int>(s.outcome));
    for (const auto& gate : s.gates) {
        out += fmt::format(" {}", gate.timedOut ? kNever : gate.open);
    }
    out += "\n";
    for (std::size_t i = 0; i < s.beats.size(); ++i) {
        out += fmt::format("beat {} {} {}\n", i, s.beats[i].start, s.beats[i].end);
    }
    for (std::size_t i = 0; i < s.gates.size(); ++i) {
        out += fmt::format("gate {} {}\n", i, s.gates[i].open);
    }
    Frame frame;
    const Millis begin = s.beats[0].end;
    const Millis end = isNever(s.end) ? begin + 12'000 : s.end;
    for (int i = 0; i <= 14; ++i) {
        const double t = begin + 2 + (end - begin - 2) * i / 14.0;
        if (t > end || t < begin) {
            continue;
        }
        evaluateInto(s, t, frame);
        for (std::size_t layer = 0; layer < sequence.layers.size(); ++layer) {
            const auto found =
                std::find_if(frame.layers.begin(), frame.layers.end(),
                             [&](const LayerState& it) { return it.layer == static_cast<int>(layer); });
            if (found == frame.layers.end()) {
                out += fmt::format("state {} {} 0\n", layer, t);
                continue;
            }
            const auto& outer = found->outer;
            out += fmt::format("state {} {} 1 {} {} {} {} {} {} {} {} {} {} {} {} {} {} {} {} {} {}\n", layer,
                               t, found->opacity, found->centre.x, found->centre.y, found->size.width,
                               found->size.height, found->scaleX, found->scaleY, found->rotation,
                               found->reveal.progress, found->draw, found->progress, found->clip, outer.a,
                               outer.b, outer.c, outer.d, outer.e, outer.f);
        }
    }
    return out;
}

/// Every kind of start, of loading and of motion, upright and held sideways, on the given targets in turn.
inline std::vector<Conditions> allConditions(const std::vector<plan::TargetId>& targets) {
    std::vector<Conditions> many;
    for (int start = 0; start < 5; ++start) {
        for (int loading = 0; loading < 4; ++loading) {
            for (const bool reduced : {false, true}) {
                Conditions conditions;
                conditions.start = static_cast<model::StartKind>(start);
                conditions.loading = static_cast<Loading>(loading);
                conditions.reducedMotion = reduced;
                conditions.landscape = many.size() % 3 == 1;
                conditions.device = DeviceId::at(many.size() % kDeviceNames.size());
                conditions.target = targets[many.size() % targets.size()];
                many.push_back(conditions);
            }
        }
    }
    return many;
}

}
