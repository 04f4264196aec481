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

/// One property's values during one cue, in absolute time. After `stop` the value stays, or settles.
struct Segment {
    Millis start = 0;
    Millis length = 0; ///< of one cycle; 0: the last key holds from `start`
    Millis stop = 0;   ///< end of the last cycle, or where it was cut
    bool alternate = false;
    Millis settle = 0; ///< after `stop`: a straight blend to `rest`
    double rest = 0;
    std::vector<Key> keys;
    int cue = -1; ///< index into the sequence's cues
    motion::RevealShape reveal;
    double fillFrom = 0.6;

    [[nodiscard]] double valueAt(double t) const;
};

/// One property of one layer over the whole launch.
class PropertyTimeline {
public:
    explicit PropertyTimeline(motion::Property property = motion::Property::Opacity) : m_property(property) {}

    /// Segments have to be added in the order of their starts.
    void replace(Segment segment) { m_segments.push_back(std::move(segment)); }
    void layOver(Segment segment) { m_added.push_back(std::move(segment)); }
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
    [[nodiscard]] const std::vector<Segment>& segments() const { return m_segments; }

private:
    motion::Property m_property;
    std::optional<double> m_initial;
    std::vector<Segment> m_segments; // by start
    std::vector<Segment> m_added;    // after finish(): by the time they come to rest
    std::vector<double> m_restSums;  // of all additions up to and including that one, at rest
    std::vector<Millis> m_startMins; // earliest start among this and all later additions
};

}
