// SPDX-License-Identifier: MIT
#pragma once

#include "core/motion/track.h"
#include "core/moves/definition.h"

namespace scaena::moves {

/// How a layer that stays in sight goes to where it will turn back.
inline constexpr model::CubicBezier kGoing{0.42, 0, 0.58, 1};

/// Collects the tracks of one cue; says each shape that several moves have in common once. The cue must
/// outlive it.
class TrackBuilder {
public:
    explicit TrackBuilder(const model::Cue& cue);

    [[nodiscard]] double number(std::string_view key) const { return numberOf(m_cue.move, key); }
    [[nodiscard]] double part(std::string_view key) const { return number(key) / 100; }
    [[nodiscard]] std::string choice(std::string_view key) const { return choiceOf(m_cue.move, key); }
    /// What the move's ways are told in.
    [[nodiscard]] motion::Measure measure() const { return measureOf(m_cue.move); }
    /// A distance along the screen: the property it is one of, and how much of it.
    struct Way {
        motion::Property property;
        double by;
    };
    [[nodiscard]] Way way(motion::Axis axis, std::string_view key) const;
    /// Whether the parameter has a value of its own.
    [[nodiscard]] bool says(const std::string& key) const { return m_cue.move.parameters.contains(key); }
    [[nodiscard]] bool isOut() const { return goes("out"); }
    [[nodiscard]] bool stays() const { return goes(kStay); }
    [[nodiscard]] const model::Easing& easing() const { return m_easing; }
    [[nodiscard]] const std::vector<model::Pose>& poses() const { return m_cue.poses; }

    void add(motion::Property property, std::vector<motion::Keyframe> keyframes);
    void addBothScales(const std::vector<motion::Keyframe>& keyframes);
    /// From where it is to `away` and back with the cue's easing: what a layer does that is in sight already.
    void visit(motion::Property property, double away);
    /// From `away` to the property's rest with the cue's easing; the other way round for a move outwards.
    void arrive(motion::Property property, double away);
    /// The fade that goes with a movement, over `fade` percent of the cue: at its start, or at its end when
    /// leaving.
    void fadeAlong();
    /// From nothing to all of it, or back.
    void progress(motion::Property property);
    void uncoverBy(const motion::RevealShape& shape) { m_lowered.reveal = shape; }
    void fillFrom(double part) { m_lowered.fillFrom = part; }

    [[nodiscard]] motion::LoweredCue take() { return std::move(m_lowered); }

private:
    [[nodiscard]] bool goes(std::string_view direction) const;

    const model::Cue& m_cue;
    model::Easing m_easing;
    motion::LoweredCue m_lowered;
};

}
