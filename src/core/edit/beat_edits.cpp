// SPDX-License-Identifier: MIT
#include "core/edit/beat_edits.h"

#include "core/edit/tidy.h"
#include "core/model/graph.h"
#include "core/model/limits.h"
#include "core/valid/validate.h"

#include <algorithm>

namespace scaena::edit {

using namespace model;

namespace {

BeatId freeBeatId(const Sequence& sequence, const std::string& name) {
    return freeId(sequence.beats, name, "beat");
}

std::string shortName(const std::string& name) { return name.substr(0, limits::kNameLength); }

/// The new beat plays for the same kinds of start as its neighbour.
void playLike(Sequence& sequence, const BeatId& neighbour, const BeatId& beat) {
    for (auto& start : sequence.starts) {
        if (start && std::find(start->begin(), start->end(), neighbour) != start->end()) {
            start->push_back(beat);
        }
    }
}

/// A change that would leave something hanging on a later beat is not made.
Sequence ifValid(Sequence next, const Sequence& before) {
    return valid::problemsOf(next).empty() ? next : before;
}

}

Sequence addBeat(Sequence sequence, const BeatId& after, BeatKind kind, const std::string& name,
                 BeatId& made) {
    const int index = indexOf(sequence.beats, after);
    const bool addable = kind == BeatKind::Play || kind == BeatKind::Hold || kind == BeatKind::Wait;
    if (index < 0 || !addable || sequence.beats[static_cast<std::size_t>(index)].kind == BeatKind::HandOff) {
        return sequence;
    }
    Beat beat;
    beat.id = made = freeBeatId(sequence, name);
    beat.name = shortName(name);
    beat.kind = kind;
    if (kind == BeatKind::Hold) {
        beat.length = 400;
    } else if (kind == BeatKind::Play) {
        beat.length = 600;
    } else {
        beat.atMost = 8000;
    }
    sequence.beats.insert(sequence.beats.begin() + index + 1, std::move(beat));
    playLike(sequence, after, made);
    return sequence;
}

Sequence splitBeat(Sequence sequence, const BeatId& beat, Millis offset, Millis length, BeatId& made) {
    const int index = indexOf(sequence.beats, beat);
    if (index < 0 || offset <= 0 || offset >= length) {
        return sequence;
    }
    const Sequence before = sequence;
    auto& first = sequence.beats[static_cast<std::size_t>(index)];
    if (first.kind != BeatKind::Play && first.kind != BeatKind::Hold) {
        return sequence;
    }
    Beat second = first;
    second.id = made = freeBeatId(sequence, first.id);
    second.name = shortName(first.name + " 2");
    second.length = length - offset;
    first.length = offset;
    sequence.beats.insert(sequence.beats.begin() + index + 1, second);
    playLike(sequence, beat, made);
    for (auto& cue : sequence.cues) {
        if (cue.beat != beat) {
            continue;
        }
        if (cue.anchor.kind == AnchorKind::BeatEnd) {
            cue.beat = made;
        } else if (cue.anchor.kind == AnchorKind::BeatStart && cue.anchor.offset >= offset) {
            cue.beat = made;
            cue.anchor.offset -= offset;
        }
    }
    // What hangs on a cue that moved has to be at least as late.
    for (int cue : cuesInOrder(sequence)) {
        auto& it = sequence.cues[static_cast<std::size_t>(cue)];
        const auto* other = findThing(std::as_const(sequence).cues, it.anchor.cue);
        if (other && it.beat == beat && other->beat == made) {
            it.beat = made;
        }
    }
    return ifValid(std::move(sequence), before);
}

Sequence removeBeat(Sequence sequence, const BeatId& beat) {
    const int index = indexOf(sequence.beats, beat);
    if (index <= 0 || index + 1 >= static_cast<int>(sequence.beats.size())) {
        return sequence;
    }
    const auto at = static_cast<std::size_t>(index);
    const BeatId heir = sequence.beats[at - 1].kind == BeatKind::Opening ? sequence.beats[at + 1].id
                                                                         : sequence.beats[at - 1].id;
    for (auto& cue : sequence.cues) {
        if (cue.beat == beat) {
            cue.beat = heir;
        }
    }
    sequence.beats.erase(sequence.beats.begin() + index);
    return tidied(std::move(sequence));
}

Sequence shiftBeat(Sequence sequence, const BeatId& beat, int by) {
    const int index = indexOf(sequence.beats, beat);
    const int to = index + by;
    if (index <= 0 || index + 1 >= static_cast<int>(sequence.beats.size()) || to <= 0 ||
        to + 1 >= static_cast<int>(sequence.beats.size())) {
        return sequence;
    }
    const Sequence before = sequence;
    std::swap(sequence.beats[static_cast<std::size_t>(index)], sequence.beats[static_cast<std::size_t>(to)]);
    return ifValid(std::move(sequence), before);
}

Sequence renameBeat(Sequence sequence, const BeatId& beat, const std::string& name) {
    if (auto* it = findThing(sequence.beats, beat)) {
        it->name = shortName(name);
    }
    return sequence;
}

Sequence addGate(Sequence sequence, const std::string& name, GateId& made) {
    Gate gate;
    gate.id = made = freeId(sequence.gates, name, "gate");
    gate.name = shortName(name);
    gate.timeOut = 8000;
    sequence.gates.push_back(std::move(gate));
    const bool waits = std::any_of(sequence.beats.begin(), sequence.beats.end(),
                                   [](const Beat& it) { return it.kind == BeatKind::Wait; });
    if (!waits && sequence.beats.size() >= 2) {
        BeatId wait;
        const BeatId last = sequence.beats[sequence.beats.size() - 2].id;
        sequence = addBeat(std::move(sequence), last, BeatKind::Wait, "Wait", wait);
    }
    return sequence;
}

Sequence removeGate(Sequence sequence, const GateId& gate) {
    std::erase_if(sequence.gates, [&](const Gate& it) { return it.id == gate; });
    return tidied(std::move(sequence));
}

Sequence renameGate(Sequence sequence, const GateId& gate, const std::string& name) {
    if (auto* it = findThing(sequence.gates, gate)) {
        it->name = shortName(name);
    }
    return sequence;
}

Sequence keepTake(Sequence sequence, const std::string& name, TakeId& made) {
    made = freeId(sequence.takes, name, "take");
    sequence.takes.push_back({made, shortName(name), sequence.beats, sequence.cues, sequence.starts, {}});
    return sequence;
}

Sequence goBackTo(Sequence sequence, const TakeId& take) {
    const auto* it = findThing(std::as_const(sequence).takes, take);
    if (!it) {
        return sequence;
    }
    const Take kept = *it;
    sequence.beats = kept.beats;
    sequence.cues = kept.cues;
    sequence.starts = kept.starts;
    return tidied(std::move(sequence));
}

Sequence removeTake(Sequence sequence, const TakeId& take) {
    std::erase_if(sequence.takes, [&](const Take& it) { return it.id == take; });
    return sequence;
}

}
