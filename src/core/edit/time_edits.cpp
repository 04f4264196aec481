// SPDX-License-Identifier: MIT
#include "core/edit/time_edits.h"

#include "core/edit/edits.h"
#include "core/model/limits.h"

#include <algorithm>
#include <cmath>

namespace scaena::edit {

using namespace model;

namespace {

bool contains(const std::vector<CueId>& ids, const CueId& id) {
    return std::find(ids.begin(), ids.end(), id) != ids.end();
}

/// Whether the cue hangs, perhaps over others, on one of the list.
bool hangsOnOne(const Sequence& sequence, const Cue& cue, const std::vector<CueId>& ids) {
    const Cue* it = &cue;
    for (std::size_t steps = 0; it && steps <= sequence.cues.size(); ++steps) {
        const bool chained = it->anchor.kind == AnchorKind::With || it->anchor.kind == AnchorKind::After;
        if (!chained) {
            return false;
        }
        if (contains(ids, it->anchor.cue)) {
            return true;
        }
        it = findThing(sequence.cues, it->anchor.cue);
    }
    return false;
}

Millis scaled(Millis time, double factor) {
    return static_cast<Millis>(
        std::clamp(std::round(time * factor), -double(limits::kLongest), double(limits::kLongest)));
}

/// Moves single cues so that each begins at its own new time. Those that hang on others of the list are moved
/// by what the others do not move them already.
Sequence beginAt(Sequence sequence, const std::vector<CueTime>& cues, const std::vector<Millis>& starts) {
    std::map<CueId, Millis> moved;
    for (std::size_t i = 0; i < cues.size(); ++i) {
        moved[cues[i].cue] = starts[i] - cues[i].start;
    }
    for (const auto& [id, by] : moved) {
        const auto* cue = findThing(std::as_const(sequence).cues, id);
        if (!cue) {
            continue;
        }
        Millis carried = 0;
        const Cue* on = cue;
        for (std::size_t steps = 0; on && steps <= sequence.cues.size(); ++steps) {
            const bool chained = on->anchor.kind == AnchorKind::With || on->anchor.kind == AnchorKind::After;
            on = chained ? findThing(std::as_const(sequence).cues, on->anchor.cue) : nullptr;
            if (on && moved.count(on->id) > 0) {
                carried = moved[on->id];
                break;
            }
        }
        sequence = moveCue(std::move(sequence), id, by - carried);
    }
    return sequence;
}

}

Sequence moveCues(Sequence sequence, const std::vector<CueId>& cues, Millis by) {
    for (const auto& id : cues) {
        const auto* cue = findThing(std::as_const(sequence).cues, id);
        if (cue && !hangsOnOne(sequence, *cue, cues)) {
            sequence = moveCue(std::move(sequence), id, by);
        }
    }
    return sequence;
}

Sequence scaleTime(Sequence sequence, const std::vector<CueId>& cues, double factor) {
    for (auto& cue : sequence.cues) {
        if (contains(cues, cue.id)) {
            cue.length = std::max(cue.repeat.whileWaiting ? 1 : 0, scaled(cue.length, factor));
            cue.anchor.offset = scaled(cue.anchor.offset, factor);
        }
    }
    for (auto& beat : sequence.beats) {
        const bool fixed = beat.length && beat.kind != BeatKind::Opening && beat.kind != BeatKind::Wait;
        bool any = false;
        bool all = true;
        for (const auto& cue : sequence.cues) {
            if (cue.beat == beat.id) {
                any = true;
                all = all && contains(cues, cue.id);
            }
        }
        if (fixed && any && all) {
            beat.length = scaled(*beat.length, factor);
        }
    }
    return sequence;
}

Sequence alignCues(Sequence sequence, const std::vector<CueTime>& cues, Edge edge) {
    if (cues.empty()) {
        return sequence;
    }
    Millis target = edge == Edge::Start ? cues.front().start : cues.front().end;
    for (const auto& it : cues) {
        target = edge == Edge::Start ? std::min(target, it.start) : std::max(target, it.end);
    }
    std::vector<Millis> starts;
    for (const auto& it : cues) {
        starts.push_back(edge == Edge::Start ? target : target - (it.end - it.start));
    }
    return beginAt(std::move(sequence), cues, starts);
}

Sequence staggerCues(Sequence sequence, const std::vector<CueTime>& cues, Millis step) {
    std::vector<Millis> starts;
    for (std::size_t i = 0; i < cues.size(); ++i) {
        starts.push_back(cues.front().start + static_cast<Millis>(i) * step);
    }
    return beginAt(std::move(sequence), cues, starts);
}

Sequence setCueTimes(Sequence sequence, const std::vector<CueTime>& cues, const std::vector<Millis>& times) {
    const auto count = std::min(cues.size(), times.size());
    return beginAt(std::move(sequence), {cues.begin(), cues.begin() + static_cast<std::ptrdiff_t>(count)},
                   {times.begin(), times.begin() + static_cast<std::ptrdiff_t>(count)});
}

Sequence chainCue(Sequence sequence, const CueId& cue, AnchorKind kind, const CueId& other) {
    const auto* it = findThing(std::as_const(sequence).cues, cue);
    const auto* on = findThing(std::as_const(sequence).cues, other);
    const bool possible = it && on && it != on && (kind == AnchorKind::With || kind == AnchorKind::After) &&
                          indexOf(sequence.beats, on->beat) <= indexOf(sequence.beats, it->beat);
    return possible ? setCueAnchor(std::move(sequence), cue, {kind, other, 0, {}}) : sequence;
}

Sequence unchainCue(Sequence sequence, const CueId& cue, Millis start, Millis beatStart) {
    return setCueAnchor(std::move(sequence), cue,
                        {AnchorKind::BeatStart, {}, std::max(0, start - beatStart), {}});
}

Sequence removeCues(Sequence sequence, const std::vector<CueId>& cues) {
    for (const auto& id : cues) {
        sequence = removeCue(std::move(sequence), id);
    }
    return sequence;
}

}
