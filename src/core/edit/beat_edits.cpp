// SPDX-License-Identifier: MIT
#include "core/edit/beat_edits.h"

#include "core/edit/tidy.h"
#include "core/model/graph.h"
#include "core/model/limits.h"
#include "core/model/with_copies.h"
#include "core/valid/validate.h"

#include <algorithm>
#include <map>
#include <utility>

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

/// The last beat with whose start the gate's loading can begin, or that of one it needs; -1: none.
int latestStart(const Sequence& sequence, const Gate& gate, std::size_t depth = 0) {
    int latest = gate.start == GateStart::Beat ? indexOf(sequence.beats, gate.beat) : -1;
    for (const auto& id : gate.needs) {
        const auto* need = findThing(sequence.gates, id);
        if (need && depth < sequence.gates.size()) {
            latest = std::max(latest, latestStart(sequence, *need, depth + 1));
        }
    }
    return latest;
}

/// Whether no wait waits for what starts loading only behind it.
bool mayEnd(const Sequence& sequence) {
    for (std::size_t i = 0; i < sequence.beats.size(); ++i) {
        const auto& beat = sequence.beats[i];
        for (const auto& gate : sequence.gates) {
            if (beat.kind == BeatKind::Wait && needsGate(beat, gate) &&
                latestStart(sequence, gate) > static_cast<int>(i)) {
                return false;
            }
        }
    }
    return true;
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

Sequence duplicateBeat(Sequence sequence, const BeatId& beat, BeatId& made) {
    made.clear();
    const int index = indexOf(sequence.beats, beat);
    if (index <= 0 || index + 1 >= static_cast<int>(sequence.beats.size())) {
        return sequence;
    }
    const Sequence before = sequence;
    Beat copy = sequence.beats[static_cast<std::size_t>(index)];
    copy.id = freeBeatId(sequence, copy.id);
    copy.name = shortName(copy.name + " 2");
    std::map<CueId, CueId> names;
    for (const auto& cue : before.cues) {
        if (cue.beat == beat) {
            Cue twin = cue;
            twin.id = names[cue.id] = freeId(sequence.cues, cue.id, "cue");
            twin.beat = copy.id;
            sequence.cues.push_back(std::move(twin));
        }
    }
    // Threads between the beat's own cues are threads between the copies.
    for (std::size_t i = before.cues.size(); i < sequence.cues.size(); ++i) {
        auto& anchor = sequence.cues[i].anchor;
        const auto twin = names.find(anchor.cue);
        anchor.cue = twin == names.end() ? anchor.cue : twin->second;
    }
    const BeatId name = copy.id;
    sequence.beats.insert(sequence.beats.begin() + index + 1, std::move(copy));
    playLike(sequence, beat, name);
    sequence = ifValid(std::move(sequence), before);
    made = indexOf(sequence.beats, name) >= 0 ? name : BeatId();
    return sequence;
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

Sequence setPlays(Sequence sequence, const BeatId& beat, StartKind start, bool plays) {
    const auto* it = findThing(std::as_const(sequence).beats, beat);
    const bool isSystems =
        it && it->kind == BeatKind::Opening && (start == StartKind::First || start == StartKind::Cold);
    if (!it || isSystems || playsOn(sequence, *it, start) == plays) {
        return sequence;
    }
    auto& list = sequence.starts[static_cast<std::size_t>(start)];
    std::vector<BeatId> playing;
    for (const auto& other : sequence.beats) {
        if (other.id == beat ? plays : playsOn(sequence, other, start)) {
            playing.push_back(other.id);
        }
    }
    list.reset();
    const bool isUsual = std::ranges::all_of(sequence.beats, [&](const Beat& other) {
        return playsOn(sequence, other, start) == (std::ranges::find(playing, other.id) != playing.end());
    });
    if (!isUsual) {
        list = std::move(playing);
    }
    return sequence;
}

Sequence playOnlyFirst(Sequence sequence, const BeatId& beat) {
    for (std::size_t start = 0; start < kStartKinds; ++start) {
        const auto kind = static_cast<StartKind>(start);
        sequence = setPlays(std::move(sequence), beat, kind, kind == StartKind::First);
    }
    return sequence;
}

Sequence setWaitsFor(Sequence sequence, const BeatId& wait, const GateId& gate, bool waits) {
    auto next = sequence;
    auto* it = findThing(next.beats, wait);
    if (!it || it->kind != BeatKind::Wait || !findThing(std::as_const(next).gates, gate)) {
        return sequence;
    }
    std::erase(it->gates, gate);
    if (waits) {
        it->gates.push_back(gate);
    }
    return mayEnd(next) ? ifValid(std::move(next), sequence) : sequence;
}

Sequence setGateStart(Sequence sequence, const GateId& gate, GateStart start, const BeatId& beat) {
    auto next = sequence;
    if (auto* it = findThing(next.gates, gate)) {
        it->start = start;
        it->beat = start == GateStart::Beat ? beat : BeatId();
    }
    return mayEnd(next) ? ifValid(std::move(next), sequence) : sequence;
}

Sequence setNeeds(Sequence sequence, const GateId& gate, const GateId& other, bool needs) {
    auto next = sequence;
    auto* it = findThing(next.gates, gate);
    if (!it || gate == other || !findThing(std::as_const(next).gates, other)) {
        return sequence;
    }
    std::erase(it->needs, other);
    if (needs) {
        it->needs.push_back(other);
    }
    next = ifValid(std::move(next), sequence); // no circles
    return mayEnd(next) ? next : sequence;
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
    auto own = sequence.cues;
    std::erase_if(own, [&](const Cue& it) { return isOfCopy(sequence, it); });
    sequence.takes.push_back({made, shortName(name), sequence.beats, std::move(own), sequence.starts, {}});
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

Sequence renameTake(Sequence sequence, const TakeId& take, const std::string& name) {
    if (auto* it = findThing(sequence.takes, take)) {
        it->name = shortName(name);
    }
    return sequence;
}

}
