// SPDX-License-Identifier: MIT
#include "core/schedule/timelines.h"

#include "core/base/sorted_by.h"

namespace scaena::schedule {

namespace {

Segment makeSegment(const motion::Track& track, const plan::Cue& cue, const CueSpan& span, double found) {
    Segment segment;
    segment.start = span.start;
    segment.length = cue.length;
    segment.stop = span.end;
    segment.found = found;
    const auto& first = track.keyframes.front();
    const auto& last = track.keyframes.back();
    segment.rest = settled(cue.endsBackwards() ? first : last, track.property, found);
    if (span.form == CueSpan::Form::Play) {
        segment.alternate = cue.repeat.alternate;
        segment.settle = span.settle;
        segment.pausedAt = span.pausedAt;
        segment.paused = span.paused;
        segment.track = &track;
        return segment;
    }
    segment.length = span.end - span.start;
    segment.found = span.form == CueSpan::Form::Blend ? found : segment.rest;
    return segment;
}

/// What the property has before the cue, if the cue is the first to animate it: the value the cue starts
/// from; the end state where only that is ever seen of it.
double valueBefore(const motion::Track& track, const plan::Cue& cue, bool neverPlays) {
    const auto& keyframe =
        neverPlays && !cue.endsBackwards() ? track.keyframes.back() : track.keyframes.front();
    return settled(keyframe, track.property, motion::neutral(track.property));
}

const motion::LoweredCue& movesOf(const plan::Cue& cue, bool reducedMotion) {
    return reducedMotion ? *cue.calm : *cue.moves;
}

}

Timelines::Timelines(const plan::Plan& plan, const Timing& timing, bool reducedMotion) {
    makeLines(plan, reducedMotion);
    setInitialValues(plan, timing, reducedMotion);
    addSegments(plan, timing, reducedMotion);
    for (auto& timeline : m_timelines) {
        timeline.finish();
    }
}

const PropertyTimeline& Timelines::of(int layer, motion::Property property) const {
    static const auto still = [] {
        std::vector<PropertyTimeline> list;
        for (std::size_t p = 0; p < motion::kProperties; ++p) {
            list.emplace_back(static_cast<motion::Property>(p));
        }
        return list;
    }();
    const int line = m_lines[place(layer, property)];
    return line < 0 ? still[static_cast<std::size_t>(property)] : m_timelines[static_cast<std::size_t>(line)];
}

void Timelines::makeLines(const plan::Plan& plan, bool reducedMotion) {
    m_lines.assign(plan.layers.size() * motion::kProperties, -1);
    m_measured.assign(plan.layers.size(), false);
    std::vector<std::size_t> replacing; // for each timeline the most segments it can have
    for (const auto& cue : plan.cues) {
        for (const auto& track : movesOf(cue, reducedMotion).tracks) {
            auto& line = m_lines[place(cue.layer, track.property)];
            if (line < 0) {
                if (motion::isWay(track.property) &&
                    motion::measureOfWay(track.property) != motion::Measure::Dp) {
                    m_measured[static_cast<std::size_t>(cue.layer)] = true;
                }
                line = static_cast<int>(m_timelines.size());
                m_timelines.emplace_back(track.property);
                replacing.push_back(0);
            }
            replacing[static_cast<std::size_t>(line)] += cue.adds ? 0 : 1;
        }
    }
    for (std::size_t i = 0; i < m_timelines.size(); ++i) {
        m_timelines[i].reserve(replacing[i]);
    }
}

void Timelines::setInitialValues(const plan::Plan& plan, const Timing& timing, bool reducedMotion) {
    std::vector<bool> done(m_timelines.size());
    for (const auto index : plan.cueOrder) {
        const auto& cue = plan.cues[static_cast<std::size_t>(index)];
        for (const auto& track : movesOf(cue, reducedMotion).tracks) {
            const auto place = static_cast<std::size_t>(m_lines[Timelines::place(cue.layer, track.property)]);
            if (!done[place] && !cue.adds) {
                done[place] = true;
                m_timelines[place].setInitial(
                    valueBefore(track, cue, timing.cues[static_cast<std::size_t>(index)].neverPlays));
            }
        }
    }
}

void Timelines::addSegments(const plan::Plan& plan, const Timing& timing, bool reducedMotion) {
    auto order = plan.cueOrder; // which also decides between cues that start together
    sortBy(order, [&](plan::Index cue) { return timing.cues[static_cast<std::size_t>(cue)].start; });
    // Layer by layer: what one layer does never depends on another, and lies together in memory.
    sortBy(order, [&](plan::Index cue) { return plan.cues[static_cast<std::size_t>(cue)].layer; });
    for (const auto index : order) {
        const auto& cue = plan.cues[static_cast<std::size_t>(index)];
        const auto& span = timing.cues[static_cast<std::size_t>(index)];
        if (isNever(span.start)) {
            continue;
        }
        const auto& moves = movesOf(cue, reducedMotion);
        for (const auto& track : moves.tracks) {
            auto& timeline = line(cue, track);
            const bool first = timeline.segments().empty();
            const bool fresh = cue.adds || (first && span.form != CueSpan::Form::Blend);
            const double found = fresh ? motion::neutral(track.property) : timeline.baseAt(span.start);
            auto segment = makeSegment(track, cue, span, found);
            segment.cue = index;
            segment.moves = &moves;
            if (cue.adds) {
                timeline.layOver(segment);
            } else {
                timeline.replace(segment);
            }
        }
    }
}

}
