// SPDX-License-Identifier: MIT
#include "core/schedule/metrics.h"

#include <algorithm>

namespace scaena::schedule {

namespace {

struct Span {
    Millis start, end;
};

/// When anything moves after the opening, as spans that neither touch nor overlap.
std::vector<Span> movingSpans(const Schedule& schedule, Millis from) {
    std::vector<Span> spans;
    for (const auto& cue : schedule.cues) {
        const Span span{std::max(cue.start, from), cue.end};
        if (!cue.dropped && span.end > span.start && !isNever(span.start)) {
            spans.push_back(span);
        }
    }
    std::sort(spans.begin(), spans.end(), [](const Span& a, const Span& b) { return a.start < b.start; });
    std::vector<Span> joined;
    for (const auto& span : spans) {
        if (!joined.empty() && span.start <= joined.back().end) {
            joined.back().end = std::max(joined.back().end, span.end);
        } else {
            joined.push_back(span);
        }
    }
    return joined;
}

}

void measure(Schedule& schedule) {
    auto& metrics = schedule.metrics;
    const auto& last = schedule.beats.back();
    metrics.opening = schedule.beats.front().end;
    Millis ready = metrics.opening;
    for (const auto& gate : schedule.gates) {
        ready = gate.needed ? std::max(ready, gate.open) : ready;
    }
    // A wait's own time-out gives its gates up: from then on nothing needed is outstanding.
    if (schedule.outcome != Outcome::Complete && schedule.outcomeAt < ready) {
        ready = std::max(metrics.opening, schedule.outcomeAt);
    }
    const bool ends = schedule.outcome != Outcome::Message && !isNever(last.end);
    metrics.ready = ready;
    metrics.shown = ends ? last.end : kNever;
    metrics.added = ends && !isNever(ready) ? std::max(0, last.end - ready) : 0;

    auto& ribbon = metrics.ribbon;
    const auto push = [&ribbon](WaitSpan::Kind kind, Millis start, Millis end) {
        if (end > start) {
            ribbon.push_back({kind, start, end});
        }
    };
    const Millis loadingEnd = std::min(ready, schedule.end);
    push(WaitSpan::Kind::Opening, 0, metrics.opening);
    Millis at = metrics.opening;
    for (const auto& span : movingSpans(schedule, metrics.opening)) {
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
