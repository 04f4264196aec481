// SPDX-License-Identifier: MIT
#include "core/check/vanishing.h"

#include "core/edit/edits.h"
#include "core/schedule/evaluate.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::check {

namespace {

constexpr int kLooks = 5; // moments of a beat that are looked at

/// Whether the layer is seen at any time of that beat before `until`.
bool isSeenIn(const schedule::Schedule& schedule, int beat, int layer, Millis until) {
    const auto& span = schedule.beats[static_cast<std::size_t>(beat)];
    if (!span.played || span.end <= span.start || isNever(span.start)) {
        return false;
    }
    const double end = std::min({span.end, schedule.end, until});
    if (end <= span.start) {
        return false;
    }
    for (int i = 0; i < kLooks; ++i) {
        const double t = span.start + (end - span.start) * i / (kLooks - 1.0);
        if (isSeen(schedule, layer, std::min(t, end - 0.5))) {
            return true;
        }
    }
    return false;
}

std::string joined(const std::vector<std::string>& names) {
    std::string text;
    for (std::size_t i = 0; i < names.size(); ++i) {
        text += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + ("“" + names[i] + "”");
    }
    return text;
}

}

bool isSeen(const schedule::Schedule& schedule, int layer, double t) {
    const auto frame = schedule::evaluate(schedule, t);
    return std::any_of(frame.layers.begin(), frame.layers.end(), [&](const schedule::LayerState& state) {
        return state.layer == layer && state.opacity > 0.01 && state.reveal.progress > 0.01 &&
               state.draw > 0.01;
    });
}

std::vector<Finding> vanishing(const schedule::Schedule& before, const schedule::Schedule& after) {
    std::vector<Finding> found;
    const auto& old = *before.sequence;
    const auto& now = *after.sequence;
    for (const auto& cue : now.cues) {
        const auto* was = model::findThing(old.cues, cue.id);
        const int layer = model::indexOf(now.layers, cue.layer);
        const int layerBefore = model::indexOf(old.layers, cue.layer);
        if ((was && *was == cue) || layerBefore < 0) {
            continue;
        }
        std::vector<std::string> lost;
        const auto start = after.cues[static_cast<std::size_t>(&cue - now.cues.data())].start;
        for (int beat = 0; beat <= model::indexOf(now.beats, cue.beat); ++beat) {
            const auto& it = now.beats[static_cast<std::size_t>(beat)];
            const int beatBefore = model::indexOf(old.beats, it.id);
            if (beatBefore >= 0 && isSeenIn(before, beatBefore, layerBefore, start) &&
                !isSeenIn(after, beat, layer, start)) {
                lost.push_back(it.name);
            }
        }
        if (lost.empty()) {
            continue;
        }
        const auto& name = now.layers[static_cast<std::size_t>(layer)].name;
        Finding finding;
        finding.rule = "vanishes-before";
        finding.place = {Place::Kind::Cue, cue.id, {}};
        finding.sentence = fmt::format("“{}” is no longer seen in {}: this cue brings it in from nothing.",
                                       name, joined(lost));
        if (edit::canKeepInSight(cue)) {
            finding.remedy = {
                "Keep it in sight", fmt::format("keep {} in sight", name),
                [id = cue.id](model::Sequence s) { return edit::keepInSight(std::move(s), id); }};
        }
        found.push_back(std::move(finding));
    }
    return found;
}

}
