// SPDX-License-Identifier: MIT
#include "core/schedule/timeline.h"

#include "core/motion/easing_curve.h"

#include <algorithm>
#include <cmath>

namespace scaena::schedule {

namespace {

bool multiplies(motion::Property property) {
    return property == motion::Property::ScaleX || property == motion::Property::ScaleY ||
           property == motion::Property::Opacity;
}

double along(const Segment& segment, double part) {
    if (!segment.track) {
        return segment.found + (segment.rest - segment.found) * std::clamp(part, 0.0, 1.0);
    }
    const auto& keys = segment.track->keyframes;
    const auto next = std::upper_bound(keys.begin() + 1, keys.end() - 1, part,
                                       [](double at, const motion::Keyframe& key) { return at < key.at; });
    const auto& from = *(next - 1);
    const double width = next->at - from.at;
    const double local = width > 0 ? std::clamp((part - from.at) / width, 0.0, 1.0) : 1.0;
    const double before = settled(from, segment.track->property, segment.found);
    const double after = settled(*next, segment.track->property, segment.found);
    return before + (after - before) * motion::ease(from.easing, local);
}

/// How long it has been playing, which it does not while it stands still.
double playedAt(const Segment& segment, double t) {
    if (t <= segment.pausedAt) {
        return t - segment.start;
    }
    return std::max<double>(segment.pausedAt, t - segment.paused) - segment.start;
}

double duringCycles(const Segment& segment, double t) {
    const double local = playedAt(segment, t);
    if (segment.length <= 0) {
        return along(segment, 1);
    }
    const double cycles = std::max(0.0, local / segment.length);
    double cycle = std::floor(cycles);
    double part = cycles - cycle;
    const bool atVeryEnd = t >= segment.stop && part == 0 && cycle > 0;
    if (atVeryEnd) {
        cycle -= 1;
        part = 1;
    }
    if (segment.alternate && std::fmod(cycle, 2) == 1) {
        part = 1 - part;
    }
    return along(segment, part);
}

Millis restTime(const Segment& segment) { return plus(segment.stop, segment.settle); }

}

double settled(const motion::Keyframe& keyframe, motion::Property property, double found) {
    if (keyframe.basis == motion::Basis::Absolute) {
        return keyframe.value;
    }
    return multiplies(property) ? found * keyframe.value : found + keyframe.value;
}

std::vector<Key> Segment::keys() const {
    if (!track) {
        return {{0, found, model::kLinear}, {1, rest, model::kLinear}};
    }
    std::vector<Key> keys;
    for (const auto& keyframe : track->keyframes) {
        keys.push_back({keyframe.at, settled(keyframe, track->property, found), keyframe.easing});
    }
    return keys;
}

double Segment::valueAt(double t) const {
    if (t < stop || settle <= 0) {
        return duringCycles(*this, std::min<double>(t, stop));
    }
    const double from = duringCycles(*this, stop);
    const double part = std::clamp((t - stop) / settle, 0.0, 1.0);
    return from + (rest - from) * part;
}

void PropertyTimeline::finish() {
    std::stable_sort(m_added.begin(), m_added.end(), [](const Addition& a, const Addition& b) {
        return restTime(a.segment) < restTime(b.segment);
    });
    const double none = motion::neutral(m_property);
    double sum = 0;
    for (auto& it : m_added) {
        sum += it.segment.valueAt(restTime(it.segment)) - none;
        it.restSum = sum;
    }
    Millis earliest = kNever;
    for (auto it = m_added.rbegin(); it != m_added.rend(); ++it) {
        earliest = std::min(earliest, it->segment.start);
        it->startFromHere = earliest;
    }
}

const Segment* PropertyTimeline::segmentAt(double t) const {
    const auto next = std::upper_bound(m_segments.begin(), m_segments.end(), t,
                                       [](double at, const Segment& s) { return at < s.start; });
    return next == m_segments.begin() ? nullptr : &*(next - 1);
}

const Segment* PropertyTimeline::shapingAt(double t) const {
    if (!m_segments.empty()) {
        const auto* ruling = segmentAt(t);
        return ruling ? ruling : &m_segments.front();
    }
    const Addition* begun = nullptr;
    const Addition* first = nullptr;
    for (const auto& it : m_added) {
        first = !first || it.order < first->order ? &it : first;
        if (it.segment.start <= t) {
            begun = !begun || it.order > begun->order ? &it : begun;
        }
    }
    return begun ? &begun->segment : first ? &first->segment : nullptr;
}

double PropertyTimeline::baseAt(double t) const {
    const auto* segment = segmentAt(t);
    return segment ? segment->valueAt(t) : initial();
}

double PropertyTimeline::valueAt(double t) const {
    double value = baseAt(t);
    if (m_added.empty()) {
        return value;
    }
    const auto running =
        std::upper_bound(m_added.begin(), m_added.end(), t,
                         [](double at, const Addition& it) { return at < restTime(it.segment); });
    if (running != m_added.begin()) {
        value += (running - 1)->restSum;
    }
    for (auto it = running; it != m_added.end() && it->startFromHere <= t; ++it) {
        if (it->segment.start <= t) {
            value += it->segment.valueAt(t) - motion::neutral(m_property);
        }
    }
    return value;
}

}
