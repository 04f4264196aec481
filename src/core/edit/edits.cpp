// SPDX-License-Identifier: MIT
#include "core/edit/edits.h"

#include "core/valid/validate.h"

#include "core/model/graph.h"
#include "core/model/limits.h"
#include "core/moves/definition.h"

#include <algorithm>

namespace scaena::edit {

using namespace model;

namespace {

Millis bounded(long long time, Millis least = 0) {
    return static_cast<Millis>(std::clamp<long long>(time, least, limits::kLongest));
}

/// Runs `change` on the thing with that id, if there is one.
template <typename Thing, typename Change>
void with(std::vector<Thing>& things, const decltype(Thing::id)& id, Change change) {
    if (auto* thing = findThing(things, id)) {
        change(*thing);
    }
}

CueId freeCueId(const Sequence& sequence, std::string_view wish) {
    return freeId(sequence.cues, wish, "cue");
}

}

bool canMove(const Sequence& sequence, const LayerId& layer, MoveKind kind) {
    const auto* it = findThing(sequence.layers, layer);
    return it && moves::whyNot(kind, *it).empty();
}

Sequence moveCue(Sequence sequence, const CueId& cue, Millis by) {
    with(sequence.cues, cue,
         [&](Cue& it) { it.anchor.offset = bounded(it.anchor.offset + 0LL + by, -limits::kLongest); });
    return sequence;
}

Sequence trimCueStart(Sequence sequence, const CueId& cue, Millis by) {
    with(sequence.cues, cue, [&](Cue& it) {
        const Millis step = std::min(by, it.length - 1);
        it.anchor.offset = bounded(it.anchor.offset + 0LL + step, -limits::kLongest);
        it.length = bounded(it.length - 0LL - step);
    });
    return sequence;
}

Sequence setCueLength(Sequence sequence, const CueId& cue, Millis length) {
    with(sequence.cues, cue, [&](Cue& it) { it.length = bounded(length, it.repeat.whileWaiting ? 1 : 0); });
    return sequence;
}

Sequence setCueAnchor(Sequence sequence, const CueId& cue, const CueAnchor& anchor) {
    Sequence changed = sequence;
    with(changed.cues, cue, [&](Cue& it) { it.anchor = anchor; });
    return cueCycle(changed).empty() ? changed : sequence;
}

Sequence setCueBeat(Sequence sequence, const CueId& cue, const BeatId& beat) {
    auto next = sequence;
    auto* it = findThing(next.cues, cue);
    if (!it || it->beat == beat) {
        return sequence;
    }
    it->beat = beat;
    return valid::problemsOf(next).empty() ? next : sequence;
}

Sequence setCueLayer(Sequence sequence, const CueId& cue, const LayerId& layer) {
    auto next = sequence;
    auto* it = findThing(next.cues, cue);
    if (!it || it->layer == layer || !canMove(next, layer, it->move.kind)) {
        return sequence;
    }
    it->layer = layer;
    return valid::problemsOf(next).empty() ? next : sequence;
}

Sequence setMoveKind(Sequence sequence, const CueId& cue, MoveKind kind) {
    const auto* changed = findThing(std::as_const(sequence).cues, cue);
    if (!changed || !canMove(sequence, changed->layer, kind)) {
        return sequence;
    }
    with(sequence.cues, cue, [&](Cue& it) {
        Move move;
        move.kind = kind;
        for (const auto& [key, value] : it.move.parameters) {
            const auto* parameter = moves::findParameter(kind, key);
            const auto* text = std::get_if<std::string>(&value);
            const bool fits =
                parameter &&
                (text ? std::count(parameter->choices.begin(), parameter->choices.end(), *text) > 0
                      : !parameter->isChoice() && std::get<double>(value) >= parameter->least &&
                            std::get<double>(value) <= parameter->most);
            if (fits) {
                move.parameters.insert({key, value});
            }
        }
        it.move = std::move(move);
        it.easing.reset(); // a bounce's curve makes no sense for a fade; every move has a good one of its own
    });
    return sequence;
}

Sequence setMoveParameter(Sequence sequence, const CueId& cue, const std::string& key,
                          const MoveValue& value) {
    with(sequence.cues, cue, [&](Cue& it) {
        const auto* parameter = moves::findParameter(it.move.kind, key);
        if (!parameter || parameter->isChoice() != std::holds_alternative<std::string>(value)) {
            return;
        }
        const auto* number = std::get_if<double>(&value);
        it.move.parameters[key] =
            number ? MoveValue(std::clamp(*number, parameter->least, parameter->most)) : value;
    });
    return sequence;
}

Sequence setCueEasing(Sequence sequence, const CueId& cue, const std::optional<Easing>& easing) {
    with(sequence.cues, cue, [&](Cue& it) { it.easing = easing; });
    return sequence;
}

Sequence setCueContinues(Sequence sequence, const CueId& cue, bool continues) {
    with(sequence.cues, cue, [&](Cue& c) { c.continues = continues; });
    return sequence;
}

Sequence setCueRepeat(Sequence sequence, const CueId& cue, const Repeat& repeat) {
    const Sequence& constant = sequence;
    const auto* it = findThing(constant.cues, cue);
    const auto* beat = it ? findThing(constant.beats, it->beat) : nullptr;
    const bool inWait = beat && beat->kind == BeatKind::Wait;
    with(sequence.cues, cue, [&](Cue& c) {
        c.repeat = repeat;
        c.repeat.times = std::clamp(repeat.times, 1, limits::kMostRepeats);
        c.repeat.whileWaiting = repeat.whileWaiting && inWait && c.length > 0;
    });
    return sequence;
}

Sequence addCue(Sequence sequence, const LayerId& layer, const BeatId& beat, Millis offset, MoveKind kind,
                CueId& made) {
    const auto* on = findThing(std::as_const(sequence).layers, layer);
    if (!on || !canMove(sequence, layer, kind) || !findThing(std::as_const(sequence).beats, beat)) {
        return sequence;
    }
    Cue cue;
    cue.id = made = freeCueId(sequence, on->name + " " + std::string(word(kind)));
    cue.layer = layer;
    cue.beat = beat;
    cue.anchor.offset = bounded(offset);
    cue.length = moves::definitionOf(kind).length;
    cue.move.kind = kind;
    sequence.cues.push_back(std::move(cue));
    return sequence;
}

bool canKeepInSight(const Cue& cue) {
    const auto parameters = moves::inSightParameters(cue.move.kind);
    return std::any_of(parameters.begin(), parameters.end(), [&](const auto& it) {
        const auto found = cue.move.parameters.find(it.first);
        return found == cue.move.parameters.end() || found->second != it.second;
    });
}

Sequence keepInSight(Sequence sequence, const CueId& cue) {
    with(sequence.cues, cue, [&](Cue& it) {
        for (const auto& [key, value] : moves::inSightParameters(it.move.kind)) {
            it.move.parameters[key] = value;
        }
        if (it.move.kind == MoveKind::Fade) {
            it.move.parameters.erase("from"); // it starts from what is there
        }
    });
    return sequence;
}

Sequence bringIn(Sequence sequence, const CueId& cue) {
    with(sequence.cues, cue, [&](Cue& it) {
        for (const auto& [key, value] : moves::inSightParameters(it.move.kind)) {
            it.move.parameters.erase(key);
        }
    });
    return sequence;
}

Sequence duplicateCue(Sequence sequence, const CueId& cue, CueId& made) {
    const int index = indexOf(sequence.cues, cue);
    if (index < 0) {
        return sequence;
    }
    Cue copy = sequence.cues[index];
    copy.id = made = freeCueId(sequence, copy.id);
    copy.anchor = {AnchorKind::After, cue, 0, {}};
    sequence.cues.insert(sequence.cues.begin() + index + 1, std::move(copy));
    return sequence;
}

Sequence removeCue(Sequence sequence, const CueId& cue) {
    const int index = indexOf(sequence.cues, cue);
    if (index < 0) {
        return sequence;
    }
    const Cue gone = sequence.cues[index];
    for (auto& other : sequence.cues) {
        if (other.anchor.cue != cue) {
            continue;
        }
        const Millis before = other.anchor.kind == AnchorKind::After ? gone.length * gone.repeat.times : 0;
        const Millis offset =
            bounded(gone.anchor.offset + 0LL + before + other.anchor.offset, -limits::kLongest);
        const bool edge =
            gone.anchor.kind == AnchorKind::BeatStart || gone.anchor.kind == AnchorKind::BeatEnd;
        if (edge && other.beat != gone.beat) {
            other.anchor = {AnchorKind::BeatStart, {}, std::max(0, other.anchor.offset), {}};
        } else {
            other.anchor = gone.anchor;
            other.anchor.offset = offset;
        }
    }
    sequence.cues.erase(sequence.cues.begin() + index);
    return sequence;
}

Sequence setBeatLength(Sequence sequence, const BeatId& beat, Millis length) {
    with(sequence.beats, beat, [&](Beat& it) {
        if (it.kind == BeatKind::Wait) {
            it.atLeast = bounded(std::min<long long>(length, it.atMost.value_or(limits::kLongest)));
        } else if (it.kind != BeatKind::Opening) {
            it.length = bounded(length);
        }
    });
    return sequence;
}

Sequence setGateTime(Sequence sequence, const GateId& gate, GateTime which, Millis time) {
    with(sequence.gates, gate, [&](Gate& it) {
        Millis* const times[] = {&it.fast, &it.typical, &it.slow};
        const auto place = static_cast<std::size_t>(which);
        *times[place] = bounded(time);
        for (std::size_t i = 0; i < place; ++i) {
            *times[i] = std::min(*times[i], *times[place]);
        }
        for (std::size_t i = place + 1; i < std::size(times); ++i) {
            *times[i] = std::max(*times[i], *times[place]);
        }
    });
    return sequence;
}

}
