// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"
#include "core/schedule/timeline.h"
#include "core/schedule/timing.h"

namespace scaena::schedule {

/// The values of every property of every layer over one launch: each cue's tracks with their values settled,
/// in the order in which the cues start. Only what some cue animates takes room. The tracks stay the plan's,
/// which has to outlive it.
class Timelines {
public:
    Timelines() = default;
    Timelines(const plan::Plan& plan, const Timing& timing, bool reducedMotion);

    [[nodiscard]] const PropertyTimeline& of(int layer, motion::Property property) const;
    /// Whether a way of the layer is told in something else than dp.
    [[nodiscard]] bool hasMeasures(int layer) const { return m_measured[static_cast<std::size_t>(layer)]; }
    /// `layer` and `property` at that time; quick where nothing animates it.
    [[nodiscard]] double valueAt(int layer, motion::Property property, double t) const {
        const int line = m_lines[place(layer, property)];
        return line < 0 ? motion::neutral(property) : m_timelines[static_cast<std::size_t>(line)].valueAt(t);
    }

private:
    [[nodiscard]] static std::size_t place(int layer, motion::Property property) {
        return static_cast<std::size_t>(layer) * motion::kProperties + static_cast<std::size_t>(property);
    }
    void makeLines(const plan::Plan& plan, bool reducedMotion);
    void setInitialValues(const plan::Plan& plan, const Timing& timing, bool reducedMotion);
    void addSegments(const plan::Plan& plan, const Timing& timing, bool reducedMotion);
    [[nodiscard]] PropertyTimeline& line(const plan::Cue& cue, const motion::Track& track) {
        return m_timelines[static_cast<std::size_t>(m_lines[place(cue.layer, track.property)])];
    }

    std::vector<int> m_lines; // for each layer and property its place in m_timelines, or -1
    std::vector<PropertyTimeline> m_timelines;
    std::vector<bool> m_measured; // for each layer
};

}
