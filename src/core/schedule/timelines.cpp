// SPDX-License-Identifier: MIT
#include "core/schedule/timelines.h"

#include <algorithm>

namespace scaena::schedule {

namespace {

bool multiplies(motion::Property property) {
    return property == motion::Property::ScaleX || property == motion::Property::ScaleY ||
           property == motion::Property::Opacity;
}

double settled(const motion::Keyframe& keyframe, motion::Property property, double found) {
    if (keyframe.basis == motion::Basis::Absolute) {
        return keyframe.value;
    }
    return multiplies(property) ? found * keyframe.value : found + keyframe.value;
}

Segment makeSegment(const motion::Track& track, const plan::Cue& cue, const CueSpan& span, double found) {
    Segment segment;
    segment.start = span.start;
    segment.length = cue.length;
    segment.stop = span.end;
    segment.alternate = cue.repeat.alternate;
    const auto& first = track.keyframes.front();
    const auto& last = track.keyframes.back();
    const bool endsBackwards = cue.repeat.alternate && (cue.repeat.whileWaiting || cue.repeat.times % 2 == 0);
    const double rest = settled(endsBackwards ? first : last, track.property, found);
    if (span.form == CueSpan::Form::Play) {
        segment.keys.reserve(track.keyframes.size());
        for (const auto& keyframe : track.keyframes) {
            segment.keys.push_back({keyframe.at, settled(keyframe, track.property, found), keyframe.easing});
        }
        segment.settle = span.settle;
        segment.rest = rest;
        return segment;
    }
    segment.alternate = false;
    segment.length = span.end - span.start;
    const double from = span.form == CueSpan::Form::Blend ? found : rest;
    segment.keys = {{0, from, model::kLinear}, {1, rest, model::kLinear}};
    return segment;
}

/// What the property has before the cue, if the cue is the first to animate it: the value the cue starts
/// from; the end state where only that is ever seen of it.
double valueBefore(const motion::Track& track, const plan::Cue& cue, bool neverPlays) {
    const bool endsBackwards = cue.repeat.alternate && (cue.repeat.whileWaiting || cue.repeat.times % 2 == 0);
    const auto& keyframe = neverPlays && !endsBackwards ? track.keyframes.back() : track.keyframes.front();
    return settled(keyframe, track.property, motion::neutral(track.property));
}

const motion::LoweredCue& movesOf(const plan::Cue& cue, bool reducedMotion) {
    return reducedMotion ? cue.calmer : cue.moves;
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
    for (const auto& cue : plan.cues) {
        for (const auto& track : movesOf(cue, reducedMotion).tracks) {
            auto& line = m_lines[place(cue.layer, track.property)];
            if (line < 0) {
                line = static_cast<int>(m_timelines.size());
                m_timelines.emplace_back(track.property);
            }
        }
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
    const auto startOf = [&](plan::Index cue) { return timing.cues[static_cast<std::size_t>(cue)].start; };
    std::stable_sort(order.begin(), order.end(),
                     [&](plan::Index a, plan::Index b) { return startOf(a) < startOf(b); });
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
            segment.reveal = moves.reveal;
            segment.fillFrom = moves.fillFrom;
            if (cue.adds) {
                timeline.layOver(std::move(segment));
            } else {
                timeline.replace(std::move(segment));
            }
        }
    }
}

}
