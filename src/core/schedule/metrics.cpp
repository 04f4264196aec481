// SPDX-License-Identifier: MIT
#include "core/schedule/metrics.h"

#include <algorithm>

namespace scaena::schedule {

namespace {

/// When anything moves after the opening, as spans that neither touch nor overlap.
void findMoving(const Timing& timing, Millis from, std::vector<WaitSpan>& spans) {
    spans.clear();
    for (const auto& cue : timing.cues) {
        const Millis start = std::max(cue.start, from);
        if (!cue.dropped() && cue.end > start && !isNever(start)) {
            spans.push_back({WaitSpan::Kind::Covered, start, cue.end});
        }
    }
    std::sort(spans.begin(), spans.end(), [](const auto& a, const auto& b) { return a.start < b.start; });
    std::size_t joined = 0;
    for (const auto span : spans) {
        if (joined > 0 && span.start <= spans[joined - 1].end) {
            spans[joined - 1].end = std::max(spans[joined - 1].end, span.end);
        } else {
            spans[joined++] = span;
        }
    }
    spans.resize(joined);
}

}

void measure(Timing& timing, std::vector<WaitSpan>& room) {
    auto& metrics = timing.metrics;
    metrics.covered = metrics.idle = 0;
    const auto& last = timing.beats.back();
    metrics.opening = timing.beats.front().end;
    Millis ready = metrics.opening;
    for (const auto& gate : timing.gates) {
        ready = gate.needed ? std::max(ready, gate.open) : ready;
    }
    // A wait's own time-out gives its gates up: from then on nothing needed is outstanding.
    if (timing.outcome != model::Outcome::Complete && timing.outcomeAt < ready) {
        ready = std::max(metrics.opening, timing.outcomeAt);
    }
    const bool ends = timing.outcome != model::Outcome::Message && !isNever(last.end);
    metrics.ready = ready;
    metrics.shown = ends ? last.end : kNever;
    metrics.added = ends && !isNever(ready) ? std::max(0, last.end - ready) : 0;

    auto& ribbon = metrics.ribbon;
    ribbon.clear();
    const auto push = [&ribbon](WaitSpan::Kind kind, Millis start, Millis end) {
        if (end > start) {
            ribbon.push_back({kind, start, end});
        }
    };
    const Millis loadingEnd = std::min(ready, timing.end);
    push(WaitSpan::Kind::Opening, 0, metrics.opening);
    Millis at = metrics.opening;
    findMoving(timing, metrics.opening, room);
    for (const auto& span : room) {
        const Millis start = std::min(span.start, loadingEnd);
        const Millis end = std::min(span.end, loadingEnd);
        push(WaitSpan::Kind::Idle, at, start);
        push(WaitSpan::Kind::Covered, std::max(at, start), end);
        at = std::max(at, end);
    }
    push(WaitSpan::Kind::Idle, at, loadingEnd);
    if (ends && !isNever(ready)) {
        push(WaitSpan::Kind::Added, ready, metrics.shown);
    }
    for (const auto& span : ribbon) {
        metrics.covered += span.kind == WaitSpan::Kind::Covered ? span.end - span.start : 0;
        metrics.idle += span.kind == WaitSpan::Kind::Idle ? span.end - span.start : 0;
    }
}

}
