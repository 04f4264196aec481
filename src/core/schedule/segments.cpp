// SPDX-License-Identifier: MIT
#include "core/schedule/segments.h"

#include "core/motion/lower.h"

#include <algorithm>
#include <unordered_map>

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

Segment makeSegment(const motion::Track& track, const model::Cue& cue, const CuePlan& plan, double found) {
    Segment segment;
    segment.start = plan.start;
    segment.length = cue.length;
    segment.stop = plan.stop;
    segment.alternate = cue.repeat.alternate;
    for (const auto& keyframe : track.keyframes) {
        segment.keys.push_back({keyframe.at, settled(keyframe, track.property, found), keyframe.easing});
    }
    const bool endsBackwards = cue.repeat.alternate && (cue.repeat.whileWaiting || cue.repeat.times % 2 == 0);
    const double rest = endsBackwards ? segment.keys.front().value : segment.keys.back().value;
    if (plan.form == CuePlan::Form::Play) {
        segment.settle = plan.settle;
        segment.rest = rest;
        return segment;
    }
    segment.alternate = false;
    segment.length = plan.stop - plan.start;
    const double from = plan.form == CuePlan::Form::Blend ? found : rest;
    segment.keys = {{0, from, model::kLinear}, {1, rest, model::kLinear}};
    return segment;
}

/// Before a property's first cue it has the value that cue starts from; the end state where only that is seen
/// of it.
void setInitialValues(Schedule& schedule, const std::vector<CuePlan>& plans,
                      const std::vector<int>& staticOrder, const std::vector<motion::LoweredCue>& lowered,
                      const std::unordered_map<Id, int>& layerIndex) {
    std::vector<std::array<bool, motion::kProperties>> done(schedule.layers.size());
    for (int index : staticOrder) {
        const auto& cue = schedule.sequence->cues[index];
        const auto layer = static_cast<std::size_t>(layerIndex.at(cue.layer));
        for (const auto& track : lowered[static_cast<std::size_t>(index)].tracks) {
            auto& isDone = done[layer][static_cast<std::size_t>(track.property)];
            if (isDone || cue.composite == model::Composite::Add) {
                continue;
            }
            isDone = true;
            CuePlan plan = plans[index];
            plan.form = plan.neverPlays ? CuePlan::Form::EndState : CuePlan::Form::Play;
            const auto segment = makeSegment(track, cue, plan, motion::neutral(track.property));
            schedule.layers[layer][static_cast<std::size_t>(track.property)].setInitial(
                segment.keys.front().value);
        }
    }
}

}

void buildTimelines(Schedule& schedule, const std::vector<CuePlan>& plans,
                    const std::vector<int>& staticOrder) {
    const auto& sequence = *schedule.sequence;
    std::unordered_map<Id, int> layerIndex;
    schedule.layers.resize(sequence.layers.size());
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        layerIndex.emplace(sequence.layers[i].id, static_cast<int>(i));
        for (std::size_t p = 0; p < motion::kProperties; ++p) {
            schedule.layers[i][p] = PropertyTimeline(static_cast<motion::Property>(p));
        }
    }
    std::vector<motion::LoweredCue> lowered;
    for (const auto& cue : sequence.cues) {
        lowered.push_back(schedule.conditions.reducedMotion ? motion::lowerReduced(cue) : motion::lower(cue));
    }
    setInitialValues(schedule, plans, staticOrder, lowered, layerIndex);
    auto order = staticOrder; // which also decides between cues that start together
    std::stable_sort(order.begin(), order.end(),
                     [&](int a, int b) { return plans[a].start < plans[b].start; });
    for (int index : order) {
        const auto& cue = sequence.cues[index];
        if (isNever(plans[index].start)) {
            continue;
        }
        auto& timelines = schedule.layers[layerIndex.at(cue.layer)];
        for (const auto& track : lowered[static_cast<std::size_t>(index)].tracks) {
            auto& timeline = timelines[static_cast<std::size_t>(track.property)];
            const bool adds = cue.composite == model::Composite::Add;
            const bool first = timeline.segments().empty();
            const bool fresh = adds || (first && plans[index].form != CuePlan::Form::Blend);
            const double found =
                fresh ? motion::neutral(track.property) : timeline.baseAt(plans[index].start);
            auto segment = makeSegment(track, cue, plans[index], found);
            segment.cue = index;
            segment.reveal = lowered[static_cast<std::size_t>(index)].reveal;
            segment.fillFrom = lowered[static_cast<std::size_t>(index)].fillFrom;
            if (adds) {
                timeline.layOver(std::move(segment));
            } else {
                timeline.replace(std::move(segment));
            }
        }
    }
    for (auto& layer : schedule.layers) {
        for (auto& timeline : layer) {
            timeline.finish();
        }
    }
}

}
