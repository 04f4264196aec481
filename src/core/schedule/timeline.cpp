// SPDX-License-Identifier: MIT
#include "core/schedule/timeline.h"

#include "core/motion/easing_curve.h"

#include <algorithm>
#include <cmath>

namespace scaena::schedule {

namespace {

double betweenKeys(const std::vector<Key>& keys, double part) {
    const auto next = std::upper_bound(keys.begin() + 1, keys.end() - 1, part,
                                       [](double at, const Key& key) { return at < key.at; });
    const auto& from = *(next - 1);
    const double width = next->at - from.at;
    const double local = width > 0 ? std::clamp((part - from.at) / width, 0.0, 1.0) : 1.0;
    return from.value + (next->value - from.value) * motion::ease(from.easing, local);
}

double duringCycles(const Segment& segment, double local) {
    if (segment.length <= 0) {
        return segment.keys.back().value;
    }
    const double cycles = std::max(0.0, local / segment.length);
    double cycle = std::floor(cycles);
    double part = cycles - cycle;
    const bool atVeryEnd = local >= segment.stop - segment.start && part == 0 && cycle > 0;
    if (atVeryEnd) {
        cycle -= 1;
        part = 1;
    }
    if (segment.alternate && std::fmod(cycle, 2) == 1) {
        part = 1 - part;
    }
    return betweenKeys(segment.keys, part);
}

Millis restTime(const Segment& segment) { return plus(segment.stop, segment.settle); }

}

double Segment::valueAt(double t) const {
    if (t < stop || settle <= 0) {
        return duringCycles(*this, std::min<double>(t, stop) - start);
    }
    const double from = duringCycles(*this, stop - start);
    const double part = std::clamp((t - stop) / settle, 0.0, 1.0);
    return from + (rest - from) * part;
}

void PropertyTimeline::finish() {
    std::stable_sort(m_added.begin(), m_added.end(),
                     [](const Segment& a, const Segment& b) { return restTime(a) < restTime(b); });
    const double none = motion::neutral(m_property);
    double sum = 0;
    for (const auto& segment : m_added) {
        sum += segment.valueAt(restTime(segment)) - none;
        m_restSums.push_back(sum);
    }
    m_startMins.assign(m_added.size(), kNever);
    for (std::size_t i = m_added.size(); i-- > 0;) {
        m_startMins[i] = std::min(m_added[i].start, i + 1 < m_added.size() ? m_startMins[i + 1] : kNever);
    }
}

const Segment* PropertyTimeline::segmentAt(double t) const {
    const auto next = std::upper_bound(m_segments.begin(), m_segments.end(), t,
                                       [](double at, const Segment& s) { return at < s.start; });
    return next == m_segments.begin() ? nullptr : &*(next - 1);
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
    const auto running = std::upper_bound(m_added.begin(), m_added.end(), t,
                                          [](double at, const Segment& s) { return at < restTime(s); });
    const auto first = static_cast<std::size_t>(running - m_added.begin());
    if (first > 0) {
        value += m_restSums[first - 1];
    }
    for (std::size_t i = first; i < m_added.size() && m_startMins[i] <= t; ++i) {
        if (m_added[i].start <= t) {
            value += m_added[i].valueAt(t) - motion::neutral(m_property);
        }
    }
    return value;
}

}
