// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/with_copies.h"
#include "core/schedule/conditions.h"
#include "core/valid/validate.h"
#include "support/random_cues.h"
#include "support/random_layers.h"

#include <cstdlib>
#include <numeric>

namespace scaena::test {

/// The seeds a judge takes, `count` from `first` on. SCAENA_SEEDS shifts them, SCAENA_SEED_COUNT says how
/// many: for looking at sequences nobody has looked at before. CI takes a few, by hand one takes hundreds.
inline std::vector<unsigned> seeds(unsigned first, unsigned count, const std::vector<unsigned>& kept = {}) {
    const auto number = [](const char* name, unsigned otherwise) {
        const char* text = std::getenv(name);
        return text ? static_cast<unsigned>(std::atoi(text)) : otherwise;
    };
    std::vector<unsigned> list(number("SCAENA_SEED_COUNT", count));
    std::iota(list.begin(), list.end(), first + number("SCAENA_SEEDS", 0));
    list.insert(list.end(), kept.begin(), kept.end()); // those that failed once are looked at for ever
    return list;
}

/// Random but valid sequences and conditions: every combination the format allows can come. Kinds of layers,
/// moves, easings and their parameters are those of the tables the program itself reads (Words,
/// moves::definitionOf), so that what is added there is tried here. The same seed gives the same on every
/// machine.
class RandomSequences {
public:
    explicit RandomSequences(unsigned seed) : m_random(seed) {}

    int below(int limit) { return m_random.below(limit); }
    bool oneIn(int chance) { return m_random.oneIn(chance); }

    model::Sequence next() {
        auto builder = aSequence();
        const int gates = below(5);
        for (int i = 0; i < gates; ++i) {
            builder.withGate(randomGate(i));
        }
        const int beats = 1 + below(5);
        for (int i = 0; i < beats; ++i) {
            builder.withBeat(randomBeat(i, gates));
        }
        auto sequence = builder.build(oneIn(3) ? std::optional<Millis>() : std::optional(100 + below(600)));
        if (!oneIn(4)) { // small ones have to work, too
            RandomLayers(m_random).addTo(sequence);
        }
        RandomCues(m_random).addTo(sequence, below(16));
        for (auto& gate : sequence.gates) {
            if (oneIn(4)) {
                gate.start = model::GateStart::Beat;
                gate.beat = "opening"; // a later one could deadlock a wait
            }
        }
        if (oneIn(4)) {
            sequence.starts[static_cast<std::size_t>(model::StartKind::Warm)] =
                std::vector<BeatId>{"hand-off"};
        }
        sequence.bars.shown = !oneIn(3);
        sequence.bars.content = m_random.word<model::BarContent>();
        return model::withCopies(std::move(sequence));
    }

    schedule::Conditions conditions(const model::Sequence& sequence) {
        schedule::Conditions made;
        made.target = oneIn(3) ? plan::TargetId("android") : plan::TargetId("android12");
        made.device = schedule::DeviceId::at(static_cast<std::size_t>(below(5)));
        made.landscape = oneIn(4);
        made.start = oneIn(4) ? m_random.word<model::StartKind>() : model::StartKind::Cold;
        made.loading = m_random.word<schedule::Loading>();
        made.reducedMotion = oneIn(5);
        for (const auto& gate : sequence.gates) {
            if (oneIn(3)) {
                made.gateTimes[gate.id] = oneIn(5) ? kNever : below(4000);
            }
        }
        return made;
    }

private:
    model::Gate randomGate(int i) {
        auto made = gate(GateId("gate-" + std::to_string(i)), below(2000));
        for (int k = 0; k < i; ++k) {
            if (oneIn(3)) {
                made.needs.emplace_back("gate-" + std::to_string(k));
            }
        }
        made.start = oneIn(2) ? model::GateStart::Process : model::GateStart::FirstFrame;
        if (oneIn(2)) {
            made.timeOut = 1 + below(3000);
            made.onTimeOut = m_random.word<model::TimeOutAction>();
        }
        made.optional = oneIn(4);
        return made;
    }

    model::Beat randomBeat(int i, int gates) {
        const BeatId id("beat-" + std::to_string(i));
        switch (below(3)) {
        case 0: {
            auto made = play(id, oneIn(2) ? std::optional<Millis>() : std::optional(below(1200)));
            made.yield = m_random.word<model::Yield>();
            made.blend = below(300);
            return made;
        }
        case 1: {
            auto made = hold(id, below(500));
            made.yield = m_random.word<model::Yield>();
            return made;
        }
        default: {
            auto made = wait(id);
            made.atLeast = below(400);
            if (oneIn(2)) {
                made.atMost = made.atLeast + below(3000);
                made.onTimeOut = m_random.word<model::TimeOutAction>();
            }
            if (gates > 0 && oneIn(2)) {
                made.gates = {GateId("gate-" + std::to_string(below(gates)))};
            }
            return made;
        }
        }
    }

    Random m_random;
};

/// A random sequence whose clips, of which there are no files here, are left out.
inline model::Sequence randomWithoutClips(unsigned seed) {
    RandomSequences random(seed);
    auto sequence = random.next();
    std::erase_if(sequence.layers, [](const auto& it) { return it.template as<model::ClipContent>(); });
    std::erase_if(sequence.cues,
                  [&](const auto& it) { return model::indexOf(sequence.layers, it.layer) < 0; });
    std::erase_if(sequence.opening.layers,
                  [&](const auto& it) { return model::indexOf(sequence.layers, it) < 0; });
    for (auto& it : sequence.cues) {
        if (model::indexOf(sequence.cues, it.anchor.cue) < 0) {
            it.anchor = {};
        }
    }
    sequence.name = "Random " + std::to_string(seed);
    return sequence;
}

}
