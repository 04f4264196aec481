// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

#include <functional>

/// Small sequences for tests, said in sentences: aSequence().withBeat(play("arrive", 800)).withCue(…).
namespace scaena::test {

inline model::Beat beat(const BeatId& id, model::BeatKind kind, std::optional<Millis> length = {}) {
    model::Beat made;
    made.id = id;
    made.name = id;
    made.kind = kind;
    made.length = length;
    return made;
}
inline model::Beat play(const BeatId& id, std::optional<Millis> length = {}) {
    return beat(id, model::BeatKind::Play, length);
}
inline model::Beat hold(const BeatId& id, Millis length) { return beat(id, model::BeatKind::Hold, length); }
inline model::Beat wait(const BeatId& id) { return beat(id, model::BeatKind::Wait); }

inline model::Gate gate(const GateId& id, Millis typical, std::vector<GateId> needs = {}) {
    model::Gate made;
    made.id = id;
    made.name = id;
    made.typical = typical;
    made.fast = typical / 2;
    made.slow = typical * 3;
    made.needs = std::move(needs);
    return made;
}

inline model::Cue cue(const CueId& id, const BeatId& beat, Millis offset, Millis length,
                      model::MoveKind kind = model::MoveKind::Fade, const LayerId& layer = "logo") {
    model::Cue made;
    made.id = id;
    made.layer = layer;
    made.beat = beat;
    made.anchor.offset = offset;
    made.length = length;
    made.move.kind = kind;
    made.easing = model::kLinear;
    return made;
}

/// An opening, the beats given, and a hand-off of 300 ms; a backdrop, a logo with a destination, a title, a
/// first screen.
class SequenceBuilder {
public:
    SequenceBuilder() {
        m_sequence.name = "Test";
        m_sequence.palette = {{"paper", "Paper", {250, 250, 250, 255}, {20, 20, 24, 255}, {}},
                              {"ink", "Ink", {20, 20, 24, 255}, {250, 250, 250, 255}, {}}};
        m_sequence.opening.colour = "paper";
        m_sequence.opening.icon = "logo";
        model::Layer first;
        first.id = "first";
        first.name = "first";
        first.contents.emplace<model::FirstScreenContent>().background = "paper";
        model::Layer backdrop;
        backdrop.id = "backdrop";
        backdrop.name = "backdrop";
        backdrop.contents =
            model::BackdropContent{.fill = {.colour = "paper"}, .panelHeight = 100, .picture = {}};
        model::Layer logo;
        logo.id = "logo";
        logo.name = "logo";
        logo.contents.emplace<model::ArtworkContent>().art = "logo.svg";
        logo.place.width = logo.place.height = 100;
        logo.destination = model::Place{model::AnchorPoint::TopLeft, 60, 60, 50, 50, {}};
        model::Layer title;
        title.id = "title";
        title.name = "title";
        auto& text = title.contents.emplace<model::TextContent>();
        text.text = "Title";
        text.colour = "ink";
        m_sequence.layers = {first, backdrop, logo, title};
        m_sequence.beats = {beat("opening", model::BeatKind::Opening)};
    }
    SequenceBuilder& withBeat(model::Beat added) {
        m_sequence.beats.push_back(std::move(added));
        return *this;
    }
    SequenceBuilder& withCue(model::Cue added) {
        m_sequence.cues.push_back(std::move(added));
        return *this;
    }
    SequenceBuilder& withGate(model::Gate added) {
        m_sequence.gates.push_back(std::move(added));
        return *this;
    }
    SequenceBuilder& withLayer(model::Layer added) {
        m_sequence.layers.push_back(std::move(added));
        return *this;
    }
    SequenceBuilder& with(const std::function<void(model::Sequence&)>& change) {
        change(m_sequence);
        return *this;
    }
    [[nodiscard]] model::Sequence build(std::optional<Millis> handOff = 300) const {
        auto made = m_sequence;
        made.beats.push_back(beat("hand-off", model::BeatKind::HandOff, handOff));
        return made;
    }

private:
    model::Sequence m_sequence;
};

inline SequenceBuilder aSequence() { return {}; }

}
