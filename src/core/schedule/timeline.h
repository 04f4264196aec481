// SPDX-License-Identifier: MIT
#pragma once

#include "core/motion/track.h"

#include <optional>

namespace scaena::schedule {

/// A keyframe with its value settled.
struct Key {
    double at = 0;
    double value = 0;
    model::Easing easing; ///< to the next key
};

/// One property's values during one cue, in absolute time. After `stop` the value stays, or settles. It runs
/// along a track of the cue's moves, which are not its own: they belong to the plan and outlive it.
struct Segment {
    Millis start = 0;
    Millis length = 0;        ///< of one cycle; 0: the last key holds from `start`
    Millis stop = 0;          ///< end of the last cycle, or where it was cut
    Millis settle = 0;        ///< after `stop`: a straight blend to `rest`
    Millis pausedAt = kNever; ///< from here on it stands still, `paused` long
    Millis paused = 0;
    int cue = -1; ///< index into the sequence's cues
    bool alternate = false;
    double found = 0; ///< what the property had; keys that lie on top of it are settled upon that
    double rest = 0;
    const motion::Track* track = nullptr; ///< without: straight from `found` to `rest`
    const motion::LoweredCue* moves =
        nullptr; ///< of which it is a track; they say how something is uncovered

    [[nodiscard]] double valueAt(double t) const;
    /// Its keyframes, settled.
    [[nodiscard]] std::vector<Key> keys() const;
};

/// A keyframe's value upon the value its property had.
[[nodiscard]] double settled(const motion::Keyframe& keyframe, motion::Property property, double found);

/// One property of one layer over the whole launch.
class PropertyTimeline {
public:
    explicit PropertyTimeline(motion::Property property = motion::Property::Opacity) : m_property(property) {}

    /// Segments have to be added in the order of their starts.
    void replace(const Segment& segment) { m_segments.push_back(segment); }
    void layOver(const Segment& segment) { m_added.push_back({segment, m_added.size(), 0, kNever}); }
    void reserve(std::size_t segments) { m_segments.reserve(segments); }
    /// The value before the first segment.
    void setInitial(double value) { m_initial = value; }
    [[nodiscard]] double initial() const { return m_initial.value_or(motion::neutral(m_property)); }
    /// To be called once after the last segment.
    void finish();

    [[nodiscard]] motion::Property property() const { return m_property; }
    [[nodiscard]] bool isAnimated() const { return m_initial || !m_segments.empty() || !m_added.empty(); }
    /// What the property has at that time: the value of the segment that started last; before the first one,
    /// the value it starts from. Additions lie on top. O(log n) plus the additions that run at that time.
    [[nodiscard]] double valueAt(double t) const;
    /// The same without additions; what a cue that starts at `t` finds.
    [[nodiscard]] double baseAt(double t) const;
    /// The segment that decides at that time, or nothing.
    [[nodiscard]] const Segment* segmentAt(double t) const;
    /// The segment whose move says how a layer is uncovered or drawn: the one that decides, or will; where
    /// only additions animate the property, the one of them that began last, or else begins first. Null if
    /// none does.
    [[nodiscard]] const Segment* shapingAt(double t) const;
    [[nodiscard]] const std::vector<Segment>& segments() const { return m_segments; }

private:
    struct Addition {
        Segment segment;
        std::size_t order;    // in which they were laid over
        double restSum;       // of all additions up to and including this one, at rest
        Millis startFromHere; // earliest start among this and all later additions
    };
    motion::Property m_property;
    std::optional<double> m_initial;
    std::vector<Segment> m_segments; // by start
    std::vector<Addition> m_added;   // after finish(): by the time they come to rest
};

}
