// SPDX-License-Identifier: MIT
#include "core/edit/phrases.h"

#include "core/edit/edits.h"
#include "core/model/limits.h"

#include <algorithm>
#include <set>

namespace scaena::edit {

using namespace model;

namespace {

Cue phraseCue(const CueId& id, Millis length, Move move) {
    Cue cue;
    cue.id = id;
    cue.length = length;
    cue.move = std::move(move);
    return cue;
}

Cue after(const CueId& other, Cue cue, Millis offset = 0) {
    cue.anchor = {AnchorKind::After, other, offset, {}};
    return cue;
}

Cue with(const CueId& other, Cue cue, Millis offset = 0) {
    cue.anchor = {AnchorKind::With, other, offset, {}};
    return cue;
}

std::vector<Phrase> makeStandardPhrases() {
    auto breathe = phraseCue("breathe", 1400, {MoveKind::Pulse, {{"size", 104.0}}});
    breathe.repeat.whileWaiting = true;
    breathe.repeat.end = RepeatEnd::Settle;
    return {
        {"Dip, then burst",
         "shrinks to half, then pushes through the viewer",
         {phraseCue("dip", 260, {MoveKind::Size, {{"to", 50.0}}}),
          after("dip",
                phraseCue("burst", 420, {MoveKind::PushThrough, {{"turning-point", 0.0}, {"size", 12.0}}}))}},
        {"Drop, then nod",
         "falls into place, and nods once it has landed",
         {phraseCue("drop", 620, {MoveKind::Bounce, {{"distance", 160.0}}}),
          after("drop", phraseCue("nod", 360, {MoveKind::Pulse, {{"size", 106.0}}}), 80)}},
        {"Pop, then sway",
         "pops up and sways to rest",
         {phraseCue("pop", 420, {MoveKind::Pop, {}}),
          after("pop", phraseCue("sway", 900, {MoveKind::Sway, {{"angle", 6.0}}}))}},
        {"Draw, then fill the stage",
         "draws its outline, then grows a little",
         {phraseCue("draw", 900, {MoveKind::Draw, {}}),
          with("draw", phraseCue("grow", 900, {MoveKind::Settle, {{"from", 90.0}, {"fade", 0.0}}}))}},
        {"Breathe while waiting", "grows and shrinks gently for as long as it waits", {breathe}},
        {"Rise and go",
         "rises into place, rests, and leaves upwards",
         {phraseCue("rise", 500, {MoveKind::Rise, {{"distance", 60.0}}}),
          after(
              "rise",
              phraseCue("go", 320, {MoveKind::Drop, {{"direction", std::string("out")}, {"distance", 60.0}}}),
              700)}},
    };
}

}

const std::vector<Phrase>& standardPhrases() {
    static const auto phrases = makeStandardPhrases();
    return phrases;
}

Phrase phraseOf(const Sequence& sequence, const std::vector<CueTime>& cues, const std::string& name) {
    Phrase phrase;
    phrase.name = name;
    Millis first = kNever;
    std::set<CueId> chosen;
    std::set<LayerId> layers;
    for (const auto& it : cues) {
        first = std::min(first, it.start);
        chosen.insert(it.cue);
    }
    for (const auto& it : cues) {
        const auto* cue = findThing(sequence.cues, it.cue);
        if (!cue) {
            continue;
        }
        Cue copy = *cue;
        copy.beat.clear();
        copy.extras = {};
        layers.insert(copy.layer);
        if (chosen.count(copy.anchor.cue) == 0) {
            copy.anchor = {AnchorKind::BeatStart, {}, it.start - first, {}};
        }
        phrase.cues.push_back(std::move(copy));
    }
    if (layers.size() == 1) {
        for (auto& cue : phrase.cues) {
            cue.layer.clear();
        }
    }
    return phrase;
}

namespace {

/// Where a cue of a phrase goes: to the layer it came from where there is one, else to the one that is meant.
LayerId goalOf(const Sequence& sequence, const Cue& cue, const LayerId& layer) {
    return !cue.layer.empty() && findThing(sequence.layers, cue.layer) ? cue.layer : layer;
}

}

std::vector<Cue> leftOut(const Sequence& sequence, const Phrase& phrase, const LayerId& layer) {
    std::vector<Cue> out;
    for (const auto& cue : phrase.cues) {
        if (!canMove(sequence, goalOf(sequence, cue, layer), cue.move.kind)) {
            out.push_back(cue);
        }
    }
    return out;
}

Sequence insertPhrase(Sequence sequence, const Phrase& phrase, const LayerId& layer, const BeatId& beat,
                      Millis offset, std::vector<CueId>& made) {
    made.clear();
    const auto* in = findThing(std::as_const(sequence).beats, beat);
    if (!in) {
        return sequence;
    }
    const bool waits = in->kind == BeatKind::Wait;
    std::map<CueId, CueId> names;
    for (const auto& original : phrase.cues) {
        Cue cue = original;
        cue.layer = goalOf(sequence, cue, layer);
        if (!canMove(sequence, cue.layer, cue.move.kind)) {
            continue;
        }
        const auto* on = findThing(std::as_const(sequence).layers, cue.layer);
        cue.id = freeId(sequence.cues, on->name + " " + original.id, "cue");
        cue.beat = beat;
        if (const auto known = names.find(cue.anchor.cue); known != names.end()) {
            cue.anchor.cue = known->second;
        } else {
            const bool edge = cue.anchor.kind == AnchorKind::BeatStart;
            cue.anchor = {
                AnchorKind::BeatStart, {}, std::max(0, offset + (edge ? cue.anchor.offset : 0)), {}};
        }
        cue.anchor.offset = std::clamp(cue.anchor.offset, -limits::kLongest, limits::kLongest);
        if (cue.repeat.whileWaiting && !waits) {
            cue.repeat.whileWaiting = false;
            cue.repeat.times = 2;
        }
        names[original.id] = cue.id;
        made.push_back(cue.id);
        sequence.cues.push_back(std::move(cue));
    }
    return sequence;
}

}
