// SPDX-License-Identifier: MIT
#include "core/plan/compile.h"

#include "core/base/sorted_by.h"
#include "core/model/graph.h"
#include "core/model/index_by_id.h"
#include "core/moves/lower.h"
#include "core/plan/mixed_measures.h"

#include <algorithm>
#include <deque>
#include <numeric>

namespace scaena::plan {

using model::AnchorKind;
using model::IndexById;

namespace {

class Compiler {
public:
    Compiler(std::shared_ptr<const model::Sequence> document, const Target& target)
        : m_document(*document), m_beats(m_document.beats), m_gates(m_document.gates),
          m_layers(m_document.layers), m_cues(m_document.cues) {
        m_plan.document = std::move(document);
        m_plan.target = &target;
    }

    Plan run() {
        beats();
        gates();
        layers();
        cues();
        joinMeasures(m_plan);
        m_plan.cueOrder = orderByOffsets();
        return std::move(m_plan);
    }

private:
    void beats() {
        for (const auto& it : m_document.beats) {
            Beat beat{it.kind,      it.length,  m_gates.of(it.gates),
                      {},           it.atLeast, it.atMost,
                      it.onTimeOut, it.yield,   it.blend,
                      {},           {}};
            for (std::size_t g = 0; it.kind == model::BeatKind::Wait && g < m_document.gates.size(); ++g) {
                if (model::needsGate(it, m_document.gates[g])) {
                    beat.waitsFor.push_back(static_cast<Index>(g));
                }
            }
            for (std::size_t start = 0; start < model::kStartKinds; ++start) {
                beat.plays[start] = model::playsOn(m_document, it, static_cast<model::StartKind>(start));
            }
            m_plan.beats.push_back(std::move(beat));
        }
    }

    void gates() {
        for (const auto& it : m_document.gates) {
            m_plan.gates.push_back({it.start, m_beats.of(it.beat), m_gates.of(it.needs), it.typical, it.fast,
                                    it.slow, it.timeOut, it.onTimeOut, it.optional});
        }
        m_plan.gateOrder = model::gatesInOrder(m_document);
    }

    void layers() {
        m_plan.layers.reserve(m_document.layers.size());
        for (const auto& it : m_document.layers) {
            const auto* clip = it.as<model::ClipContent>();
            const auto* progress = it.as<model::ProgressContent>();
            const bool bakes = clip && m_plan.target->player.bakesClips;
            m_plan.layers.push_back({&it, m_layers.of(it.group),
                                     progress ? m_gates.of(progress->gates) : std::vector<Index>{},
                                     bakes ? bakedFrames(*clip) : 0, false});
            m_plan.hasOfflineScreen = m_plan.hasOfflineScreen || (it.as<model::FirstScreenContent>() &&
                                                                  it.shownWhen == model::ShownWhen::Offline);
        }
        m_plan.icon = m_layers.of(m_document.opening.icon);
        m_plan.footer = m_layers.of(m_document.opening.footer);
        for (const auto& id : m_document.opening.layers) {
            if (const Index layer = m_layers.of(id); layer >= 0) {
                m_plan.layers[static_cast<std::size_t>(layer)].inOpening = true;
            }
        }
    }

    void cues() {
        const auto& target = *m_plan.target;
        m_plan.cues.reserve(m_document.cues.size());
        std::deque<model::Cue> standIns; // which stay where they are
        LoweredMoves lowered;
        for (const auto& it : m_document.cues) {
            const auto index = static_cast<Index>(m_plan.cues.size());
            Cue cue{m_layers.of(it.layer, index > 0 ? m_plan.cues.back().layer : -1),
                    m_beats.of(it.beat, index > 0 ? m_plan.cues.back().beat : -1),
                    it.anchor.kind,
                    -1,
                    it.anchor.offset,
                    it.length,
                    {it.repeat.times, it.repeat.whileWaiting, it.repeat.alternate, it.repeat.end,
                     it.repeat.settle},
                    it.composite == model::Composite::Add,
                    false,
                    false,
                    {},
                    {},
                    {}};
            const model::Cue* played = &it;
            if (auto baked = standIn(target, it)) {
                played = &standIns.emplace_back(std::move(*baked));
            }
            const auto moves = lowered.of(*played);
            cue.moves = moves.moves;
            cue.calm = moves.calm;
            if (cue.anchor == AnchorKind::With || cue.anchor == AnchorKind::After) {
                cue.other = m_cues.of(it.anchor.cue, index - 1);
            }
            const bool inOpening =
                m_plan.beats[static_cast<std::size_t>(cue.beat)].kind == model::BeatKind::Opening;
            cue.carry = carryOf({it, m_document.layers[static_cast<std::size_t>(cue.layer)], inOpening,
                                 cue.layer == m_plan.icon},
                                target);
            cue.continues = it.continues && inOpening && cue.carry.how == Carry::System;
            m_plan.cues.push_back(std::move(cue));
        }
        std::vector<int> others, beats;
        others.reserve(m_plan.cues.size());
        beats.reserve(m_plan.cues.size());
        for (const auto& cue : m_plan.cues) {
            others.push_back(cue.other);
            beats.push_back(cue.beat);
        }
        m_plan.playOrder = model::playOrder(others, beats, m_plan.beats.size());
        for (const Index place : m_plan.playOrder) {
            auto& cue = m_plan.cues[static_cast<std::size_t>(place)];
            cue.hangsOnEnd = hangsOnEnd(cue);
            m_plan.beats[static_cast<std::size_t>(cue.beat)].cues.push_back(place);
        }
    }

    /// What follows a cue that repeats while waiting hangs on the end of the wait, too.
    [[nodiscard]] bool hangsOnEnd(const Cue& cue) const {
        if (cue.other < 0) {
            return cue.anchor == AnchorKind::BeatEnd;
        }
        const auto& other = m_plan.cues[static_cast<std::size_t>(cue.other)];
        const bool endless = cue.anchor == AnchorKind::After && other.repeat.whileWaiting;
        return (other.hangsOnEnd || endless) && other.beat == cue.beat;
    }

    [[nodiscard]] std::vector<Index> orderByOffsets() const {
        constexpr Millis kBeatEnd = 100'000'000; // later than anything that hangs on a beat's start
        std::vector<Millis> offset(m_plan.cues.size());
        for (const Index place : m_plan.playOrder) {
            const auto& cue = m_plan.cues[static_cast<std::size_t>(place)];
            Millis from = cue.anchor == AnchorKind::BeatEnd ? kBeatEnd : 0;
            const auto* other = cue.other < 0 ? nullptr : &m_plan.cues[static_cast<std::size_t>(cue.other)];
            if (other && other->beat == cue.beat) {
                const Millis lasts = other->repeat.whileWaiting ? kBeatEnd : other->duration();
                from = offset[static_cast<std::size_t>(cue.other)] +
                       (cue.anchor == AnchorKind::After ? lasts : 0);
            }
            offset[static_cast<std::size_t>(place)] = std::clamp(from + cue.offset, 0, 4 * kBeatEnd);
        }
        std::vector<Index> order(m_plan.cues.size());
        std::iota(order.begin(), order.end(), 0);
        sortBy(order, [&](Index cue) { return offset[static_cast<std::size_t>(cue)]; });
        sortBy(order, [&](Index cue) { return m_plan.cues[static_cast<std::size_t>(cue)].beat; });
        return order;
    }

    const model::Sequence& m_document;
    IndexById<model::Beat> m_beats;
    IndexById<model::Gate> m_gates;
    IndexById<model::Layer> m_layers;
    IndexById<model::Cue> m_cues;
    Plan m_plan;
};

}

PlanPtr compile(std::shared_ptr<const model::Sequence> sequence, const Target& target) {
    return std::make_shared<const Plan>(Compiler(std::move(sequence), target).run());
}

PlanPtr compile(const model::Sequence& sequence, const Target& target) {
    return compile(std::make_shared<const model::Sequence>(sequence), target);
}

}
