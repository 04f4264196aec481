// SPDX-License-Identifier: MIT
#include "core/edit/busy_signs.h"

#include "core/edit/edits.h"
#include "core/edit/layer_edits.h"

#include <array>

namespace scaena::edit {

using namespace model;

namespace {

constexpr double kAbove = -96; ///< dp, from the lower edge of the safe area to the sign's middle
constexpr Millis kComes = 240, kGoes = 160;

constexpr double kDot = 8, kDotGap = 16; ///< dp: a dot, and from middle to middle
constexpr double kTrack = 112, kRunner = 36, kThick = 4;
constexpr double kRing = 32;

class SignMaker {
public:
    SignMaker(Sequence sequence, const Beat& wait, const BusyMaterial& material)
        : m_sequence(std::move(sequence)), m_wait(wait), m_material(material) {}

    LayerId ring() {
        Layer layer;
        auto& art = layer.contents.emplace<ArtworkContent>();
        art.art = m_material.ringArt;
        art.tint = m_material.ink;
        place(layer, 0, kRing, kRing);
        const auto id = add(std::move(layer), "Busy ring");
        loop(id, 900, {MoveKind::Turn, {{"angle", -360.0}, {"fade", 0.0}}}, kLinear);
        return id;
    }

    LayerId dots() {
        std::vector<LayerId> dots;
        for (int i = 0; i < 3; ++i) {
            Layer layer;
            auto& dot = layer.contents.emplace<ShapeContent>();
            dot.form = ShapeForm::Ellipse;
            dot.colour = m_material.ink;
            place(layer, (i - 1) * kDotGap, kDot, kDot);
            dots.push_back(add(std::move(layer), "Busy dot"));
            loop(dots.back(), 1050, {MoveKind::Pulse, {{"size", 130.0}, {"dim", 35.0}}}, {}, i * 175);
        }
        return together(dots, "Busy dots");
    }

    LayerId bar() {
        std::vector<LayerId> parts;
        for (const bool runs : {false, true}) {
            Layer layer;
            auto& part = layer.contents.emplace<ShapeContent>();
            part.colour = runs ? m_material.ink : m_material.quiet;
            part.corner = kThick / 2;
            place(layer, 0, runs ? kRunner : kTrack, kThick);
            parts.push_back(add(std::move(layer), runs ? "Busy runner" : "Busy track"));
        }
        // From the middle to one end, to the other, and back: no jump where it begins anew.
        loop(parts.back(), 1500, {MoveKind::Sway, {{"angle", 0.0}, {"across", (kTrack - kRunner) / 2}}});
        return together(parts, "Busy bar");
    }

    LayerId breath() {
        const auto& id = m_material.breathes;
        if (!findThing(m_sequence.layers, id) || !canMove(m_sequence, id, MoveKind::Pulse)) {
            return {};
        }
        loop(id, 1600, {MoveKind::Pulse, {{"size", 105.0}}});
        return id;
    }

    /// It comes with the wait and goes with what follows.
    Sequence shown(const LayerId& sign) {
        cue(sign, m_wait.id, 0, kComes, {MoveKind::Fade, {{"from", 0.0}, {"to", 100.0}}});
        const int next = indexOf(m_sequence.beats, m_wait.id) + 1;
        cue(sign, m_sequence.beats[static_cast<std::size_t>(next)].id, 0, kGoes,
            {MoveKind::Fade, {{"from", 100.0}, {"to", 0.0}}});
        return std::move(m_sequence);
    }
    Sequence asItIs() { return std::move(m_sequence); }

private:
    static void place(Layer& layer, double across, double width, double height) {
        layer.place = {AnchorPoint::Bottom, across, kAbove, width, height};
        layer.place.safeArea = true;
    }

    LayerId add(Layer layer, const char* name) {
        layer.name = name;
        LayerId made;
        const auto opening = m_sequence.opening; // a ring is art, and no icon
        m_sequence = addLayer(std::move(m_sequence), std::move(layer), {}, made);
        m_sequence.opening = opening;
        return made;
    }

    LayerId together(const std::vector<LayerId>& layers, const char* name) {
        LayerId group;
        m_sequence = groupLayers(std::move(m_sequence), layers, group);
        return group.empty() ? layers.front() : named(group, name);
    }
    LayerId named(const LayerId& id, const char* name) {
        m_sequence = renameLayer(std::move(m_sequence), id, name);
        return id;
    }

    Cue& cue(const LayerId& layer, const BeatId& beat, Millis offset, Millis length, Move move) {
        Cue made;
        made.id = freeId(m_sequence.cues, layer, "cue");
        made.layer = layer;
        made.beat = beat;
        made.anchor.offset = offset;
        made.length = length;
        made.move = std::move(move);
        return m_sequence.cues.emplace_back(std::move(made));
    }

    void loop(const LayerId& layer, Millis length, Move move, const std::optional<Easing>& easing = {},
              Millis offset = 0) {
        auto& it = cue(layer, m_wait.id, offset, length, std::move(move));
        it.easing = easing;
        it.repeat.whileWaiting = true;
        it.repeat.end = RepeatEnd::Settle;
    }

    Sequence m_sequence;
    Beat m_wait;
    const BusyMaterial& m_material;
};

}

const BusySignInfo& busySignInfo(BusySign sign) {
    static constexpr std::array<BusySignInfo, kBusySigns> list = {{{"Ring", "an open ring that runs round"},
                                                                   {"Dots", "three dots in turn"},
                                                                   {"Bar", "a bar that sweeps to and fro"},
                                                                   {"Breath", "a layer that breathes"}}};
    return list[static_cast<std::size_t>(sign)];
}

std::string_view busyRingArt() {
    return R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32" width="32" height="32">
  <path d="M16 3.5A12.5 12.5 0 1 1 5.2 9.75" fill="none" stroke="currentColor" stroke-width="3" stroke-linecap="round"/>
</svg>
)";
}

Sequence addBusySign(Sequence sequence, BusySign sign, const BeatId& wait, const BusyMaterial& material,
                     LayerId& made) {
    made = {};
    const auto* beat = findThing(std::as_const(sequence).beats, wait);
    if (!beat || beat->kind != BeatKind::Wait) {
        return sequence;
    }
    SignMaker maker(sequence, *beat, material);
    switch (sign) {
    case BusySign::Ring:
        made = maker.ring();
        break;
    case BusySign::Dots:
        made = maker.dots();
        break;
    case BusySign::Bar:
        made = maker.bar();
        break;
    case BusySign::Breath:
        made = maker.breath();
        return made.empty() ? sequence : maker.asItIs();
    }
    return maker.shown(made);
}

}
