// SPDX-License-Identifier: MIT
#pragma once

#include "core/moves/definition.h"
#include "support/builders.h"
#include "support/random.h"

#include <cmath>

namespace scaena::test {

/// Cues of every move on every layer that can make it, with every easing, laid over and repeated, hanging on
/// each other. Half of them go to one layer, so that several reveals, draws and fades of one layer meet.
class RandomCues {
public:
    explicit RandomCues(Random& random) : m_random(random) {}

    void addTo(model::Sequence& sequence, int count) {
        const auto star = m_random.anyOf(sequence.layers).id;
        for (int i = 0; i < count; ++i) {
            const auto layer = m_random.oneIn(2) ? star : m_random.anyOf(sequence.layers).id;
            sequence.cues.push_back(randomCue(i, sequence, *model::findThing(sequence.layers, layer)));
        }
    }

private:
    model::MoveKind moveFor(const model::Layer& layer) {
        for (int i = 0; i < 40; ++i) {
            const auto kind = m_random.word<model::MoveKind>();
            if (moves::whyNot(kind, layer).empty()) {
                return kind;
            }
        }
        return model::MoveKind::Fade; // which everybody can
    }

    double valueOf(const moves::MoveParameter& it) {
        // Far enough to differ from the standard, near enough to be seen.
        const double reach = std::min((it.most - it.least) / 2, std::max(1.5 * std::abs(it.standard), 60.0));
        const double value = it.standard + (2 * m_random.part() - 1) * reach;
        return std::round(std::clamp(value, it.least, it.most));
    }

    model::Move moveOf(model::MoveKind kind) {
        model::Move move{kind, {}};
        for (const auto& it : moves::definitionOf(kind).parameters) {
            if (!m_random.oneIn(3)) {
                continue;
            }
            if (it.isChoice()) {
                move.parameters[std::string(it.key)] = std::string(m_random.anyOf(it.choices));
            } else {
                move.parameters[std::string(it.key)] = valueOf(it);
            }
        }
        return move;
    }

    model::Easing easing() {
        switch (m_random.below(6)) {
        case 0:
            return model::Steps{2 + m_random.below(5), static_cast<model::Steps::Jump>(m_random.below(4))};
        case 1:
            return model::Spring{1, 60.0 + m_random.below(300), 4.0 + m_random.below(30)};
        case 2:
            return model::Bounce{m_random.below(4), m_random.below(9) / 10.0};
        case 3:
            return model::LinearStops{{{0, 0}, {(20 + m_random.below(30)) / 100.0, m_random.part()}, {1, 1}}};
        case 4:
            return model::CubicBezier{m_random.part(), 2 * m_random.part() - 0.5, m_random.part(),
                                      2 * m_random.part() - 0.5};
        default:
            return m_random.anyOf(model::namedEasings()).easing;
        }
    }

    std::vector<model::Pose> poses() {
        std::vector<model::Pose> poses;
        const int count = 1 + m_random.below(3);
        for (int i = 0; i < count; ++i) {
            model::Pose pose;
            pose.at = m_random.oneIn(2) ? double(i) / count : (i + 1.0) / count;
            pose.at = poses.empty() ? pose.at : std::max(pose.at, poses.back().at);
            const auto perhaps = [&](double value) {
                return m_random.oneIn(2) ? std::optional(value) : std::nullopt;
            };
            pose.x = perhaps(m_random.within(100));
            pose.y = perhaps(m_random.within(100));
            pose.scaleX = perhaps(m_random.below(30) / 10.0);
            pose.scaleY = m_random.oneIn(2) ? pose.scaleX : perhaps(m_random.below(30) / 10.0);
            pose.turn = perhaps(m_random.within(360));
            pose.opacity = perhaps(m_random.below(11) / 10.0);
            pose.easing = m_random.oneIn(2) ? std::optional(easing()) : std::nullopt;
            poses.push_back(pose);
        }
        return poses;
    }

    model::CueAnchor anchor(const model::Cue& cue, const model::Sequence& sequence) {
        std::vector<CueId> possible;
        for (const auto& other : sequence.cues) {
            if (model::indexOf(sequence.beats, other.beat) <= model::indexOf(sequence.beats, cue.beat)) {
                possible.push_back(other.id);
            }
        }
        const int kind = m_random.below(5);
        if (kind >= 3 && !possible.empty()) {
            return {kind == 3 ? model::AnchorKind::With : model::AnchorKind::After,
                    m_random.anyOf(possible),
                    m_random.below(300) - 150,
                    {}};
        }
        if (kind == 2) {
            return {model::AnchorKind::BeatEnd, {}, -m_random.below(400), {}};
        }
        return {model::AnchorKind::BeatStart, {}, m_random.below(400), {}};
    }

    model::Cue randomCue(int i, const model::Sequence& sequence, const model::Layer& layer) {
        const auto& beat = m_random.anyOf(sequence.beats);
        const auto kind = moveFor(layer);
        auto made = cue(CueId("cue-" + std::to_string(i)), beat.id, 0, m_random.below(900), kind, layer.id);
        made.move = moveOf(kind);
        if (kind == model::MoveKind::Poses) {
            made.poses = poses();
        }
        made.easing = m_random.oneIn(2) ? std::nullopt : std::optional(easing());
        made.anchor = anchor(made, sequence);
        if (beat.kind == model::BeatKind::Wait && m_random.oneIn(2)) {
            made.length = 100 + m_random.below(900);
            made.repeat.whileWaiting = true;
            made.repeat.end = m_random.word<model::RepeatEnd>();
            made.repeat.settle = m_random.below(400);
        } else if (m_random.oneIn(4)) {
            made.repeat.times = 1 + m_random.below(4);
        }
        made.repeat.alternate = m_random.oneIn(3);
        made.composite = m_random.oneIn(5) ? model::Composite::Add : model::Composite::Replace;
        made.reduced = m_random.word<model::ReducedMotion>();
        made.continues = m_random.oneIn(2);
        return made;
    }

    Random& m_random;
};

}
