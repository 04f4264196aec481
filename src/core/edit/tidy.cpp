// SPDX-License-Identifier: MIT
#include "core/edit/tidy.h"

#include "core/moves/definition.h"

#include <algorithm>

namespace scaena::edit {

using namespace model;

namespace {

template <typename Thing>
void keepKnown(std::vector<decltype(Thing::id)>& ids, const std::vector<Thing>& things) {
    std::erase_if(ids, [&](const auto& id) { return !findThing(things, id); });
}

void tidyCues(const std::vector<Layer>& layers, const std::vector<Beat>& beats, std::vector<Cue>& cues) {
    std::erase_if(cues, [&](const Cue& cue) {
        const auto* layer = findThing(layers, cue.layer);
        const bool cannot = !layer || !moves::whyNot(cue.move.kind, *layer).empty();
        return cannot || !findThing(beats, cue.beat);
    });
    for (auto& cue : cues) {
        const bool chained = cue.anchor.kind == AnchorKind::With || cue.anchor.kind == AnchorKind::After;
        const auto* other = chained ? findThing(std::as_const(cues), cue.anchor.cue) : nullptr;
        if (chained && (!other || indexOf(beats, other->beat) > indexOf(beats, cue.beat))) {
            cue.anchor = {AnchorKind::BeatStart, {}, std::max(0, cue.anchor.offset), {}};
        }
        const auto* beat = findThing(beats, cue.beat);
        cue.repeat.whileWaiting = cue.repeat.whileWaiting && beat->kind == BeatKind::Wait;
    }
}

void tidyTiming(const Sequence& sequence, std::vector<Beat>& beats, std::vector<Cue>& cues,
                StartBeats& starts) {
    tidyCues(sequence.layers, beats, cues);
    for (auto& beat : beats) {
        keepKnown(beat.gates, sequence.gates);
        const int here = indexOf(beats, beat.id);
        std::erase_if(beat.gates, [&](const GateId& id) {
            const auto* gate = findThing(sequence.gates, id);
            return gate->start == GateStart::Beat && indexOf(beats, gate->beat) > here;
        });
    }
    for (auto& start : starts) {
        if (start) {
            keepKnown(*start, beats);
        }
    }
}

}

Sequence tidied(Sequence sequence) {
    for (auto& gate : sequence.gates) {
        keepKnown(gate.needs, sequence.gates);
        if (gate.start == GateStart::Beat && !findThing(std::as_const(sequence).beats, gate.beat)) {
            gate.start = GateStart::FirstFrame;
            gate.beat.clear();
        }
    }
    for (auto& layer : sequence.layers) {
        const auto* group = findThing(std::as_const(sequence).layers, layer.group);
        if (!group || !group->as<GroupContent>()) {
            layer.group.clear();
        }
        if (auto* progress = layer.as<ProgressContent>()) {
            keepKnown(progress->gates, sequence.gates);
        }
    }
    keepKnown(sequence.opening.layers, sequence.layers);
    for (auto* icon : {&sequence.appIcon.layer, &sequence.opening.icon}) {
        const auto* layer = findThing(std::as_const(sequence).layers, *icon);
        if (!layer || !canBeIcon(layer->kind())) {
            icon->clear();
        }
    }
    if (sequence.opening.icon.empty()) {
        sequence.opening.iconShift = {};
    }
    const auto* footer = findThing(std::as_const(sequence).layers, sequence.opening.footer);
    if (!footer || !canBeFooter(footer->kind())) {
        sequence.opening.footer.clear();
    }
    tidyTiming(sequence, sequence.beats, sequence.cues, sequence.starts);
    for (auto& take : sequence.takes) {
        tidyTiming(sequence, take.beats, take.cues, take.starts);
    }
    return sequence;
}

}
