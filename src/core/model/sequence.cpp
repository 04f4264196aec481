// SPDX-License-Identifier: MIT
#include "core/model/sequence.h"

#include <algorithm>

namespace scaena::model {

bool playsOn(const Sequence& sequence, const Beat& beat, StartKind start) {
    if (beat.kind == BeatKind::Opening && (start == StartKind::First || start == StartKind::Cold)) {
        return true; // the system shows its picture whenever a process starts, whatever the app wants
    }
    const auto& beats = sequence.starts[static_cast<std::size_t>(start)];
    if (beats) {
        return std::find(beats->begin(), beats->end(), beat.id) != beats->end();
    }
    return start != StartKind::Hot && start != StartKind::Recreated;
}

bool needsGate(const Beat& wait, const Gate& gate) {
    if (wait.gates.empty()) {
        return !gate.optional;
    }
    return std::find(wait.gates.begin(), wait.gates.end(), gate.id) != wait.gates.end();
}

const Layer* iconLayer(const Sequence& sequence) {
    for (const auto& id : {sequence.appIcon.layer, sequence.opening.icon}) {
        if (const auto* layer = findThing(sequence.layers, id)) {
            return layer;
        }
    }
    for (const auto& layer : sequence.layers) {
        if (layer.as<ArtworkContent>()) {
            return &layer;
        }
    }
    return nullptr;
}

const ColourRef& iconColour(const Sequence& sequence) {
    return sequence.appIcon.colour.empty() ? sequence.opening.colour : sequence.appIcon.colour;
}

Sequence emptySequence() {
    Sequence sequence;
    sequence.name = "Untitled";
    sequence.palette = {{"canvas", "Canvas", {0xFF, 0xFF, 0xFF, 255}, {0x15, 0x17, 0x1C, 255}, {}},
                        {"ink", "Ink", {0x23, 0x27, 0x2F, 255}, {0xEC, 0xE6, 0xDA, 255}, {}},
                        {"quiet", "Quiet", {0xDD, 0xDD, 0xE2, 255}, {0x33, 0x38, 0x42, 255}, {}}};
    sequence.opening.colour = "canvas";
    Layer first;
    first.id = "first-screen";
    first.name = "First screen";
    FirstScreenContent screen;
    screen.background = "canvas";
    screen.blocks = {{BlockKind::Bar, 64, "quiet"},
                     {BlockKind::List, 72, "quiet"},
                     {BlockKind::List, 72, "quiet"},
                     {BlockKind::List, 72, "quiet"}};
    first.contents = std::move(screen);
    Layer backdrop;
    backdrop.id = "backdrop";
    backdrop.name = "Backdrop";
    backdrop.contents = BackdropContent{.fill = {.colour = "canvas"}};
    sequence.layers = {first, backdrop};
    sequence.opening.layers = {"backdrop"};
    const auto beat = [](const char* id, const char* name, BeatKind kind, std::optional<Millis> length) {
        Beat made;
        made.id = id;
        made.name = name;
        made.kind = kind;
        made.length = length;
        return made;
    };
    sequence.beats = {beat("opening", "Opening", BeatKind::Opening, {}),
                      beat("arrive", "Arrive", BeatKind::Play, 800),
                      beat("hand-off", "Hand-off", BeatKind::HandOff, {})};
    Cue leave;
    leave.id = "backdrop-leaves";
    leave.layer = "backdrop";
    leave.beat = "hand-off";
    leave.length = 300;
    leave.move = {MoveKind::Fade, {{"to", 0.0}}};
    sequence.cues = {leave};
    return sequence;
}

}
