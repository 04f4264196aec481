// SPDX-License-Identifier: MIT
#include "core/schedule/measures.h"

#include "core/moves/definition.h"
#include "core/moves/lower.h"
#include "core/schedule/evaluate.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

namespace scaena::schedule {

Point measured(motion::Measure measure, Point centre, Size size, double turn, Size screen, bool toTheRight,
               bool downwards) {
    switch (measure) {
    case motion::Measure::Screen:
        return {screen.width, screen.height};
    case motion::Measure::Itself:
        return {size.width, size.height};
    case motion::Measure::Edge:
        break;
    default:
        return {1, 1};
    }
    // Until nothing of its box is seen any more, however that is turned.
    const double radians = turn * std::numbers::pi / 180;
    const double cosine = std::abs(std::cos(radians)), sine = std::abs(std::sin(radians));
    const double across = (cosine * size.width + sine * size.height) / 2;
    const double down = (sine * size.width + cosine * size.height) / 2;
    return {(toTheRight ? screen.width - centre.x : centre.x) + across,
            (downwards ? screen.height - centre.y : centre.y) + down};
}

namespace {

constexpr std::string_view kDistance = "dp"; ///< unit of the parameters that are distances

/// Where a layer goes by one of its move's distances alone.
struct Direction {
    motion::Axis axis = motion::Axis::Across;
    bool forward = true;
};

std::optional<Direction> directionOf(const model::Cue& cue, std::string_view key) {
    auto alone = cue;
    for (const auto& parameter : moves::definitionOf(cue.move.kind).parameters) {
        if (parameter.unit == kDistance && parameter.key != key) {
            alone.move.parameters[std::string(parameter.key)] = 0.0;
        }
    }
    for (const auto& track : moves::lower(alone).tracks) {
        if (!motion::isWay(track.property)) {
            continue;
        }
        const auto farthest = std::max_element(
            track.keyframes.begin(), track.keyframes.end(),
            [](const auto& a, const auto& b) { return std::abs(a.value) < std::abs(b.value); });
        if (farthest->value != 0) {
            return Direction{motion::axisOfWay(track.property), farthest->value > 0};
        }
    }
    return {};
}

/// What measures come to for one layer on the schedule's screen.
class Measures {
public:
    Measures(const Schedule& schedule, const model::Layer& layer) : m_screen(schedule.screen) {
        const bool covers = model::coversScreen(layer.kind());
        const auto on = schedule.places();
        const auto& place = model::placeOn(layer, on.landscape());
        m_centre = covers ? Point{m_screen.width / 2, m_screen.height / 2} : on.centreOf(place);
        m_size = covers ? m_screen : Size{place.width, place.height};
        m_turn = covers ? 0 : place.turn;
    }

    /// dp that one of the measure comes to: a dp, or a percent of the rest.
    [[nodiscard]] double dpOf(motion::Measure measure, const Direction& way) const {
        const Point all = measured(measure, m_centre, m_size, m_turn, m_screen, way.forward, way.forward);
        const double dp = way.axis == motion::Axis::Across ? all.x : all.y;
        return measure == motion::Measure::Dp ? dp : dp / 100;
    }

    /// The same way in another measure; nothing where that has no length.
    [[nodiscard]] std::optional<double> told(double value, motion::Measure from, motion::Measure to,
                                             const Direction& way) const {
        const double unit = dpOf(to, way);
        return unit > 0 ? std::optional(value * dpOf(from, way) / unit) : std::nullopt;
    }

    void tell(model::Pose& pose, motion::Measure from, motion::Measure to) const {
        for (auto [value, axis] :
             {std::pair(&pose.x, motion::Axis::Across), std::pair(&pose.y, motion::Axis::Down)}) {
            if (*value) {
                const auto same = told(**value, from, to, {axis, **value > 0});
                *value = std::round(same.value_or(0) * 100) / 100;
            }
        }
    }

private:
    Size m_screen, m_size;
    Point m_centre;
    double m_turn = 0;
};

}

model::Cue inMeasure(const Schedule& schedule, const model::Cue& cue, motion::Measure measure) {
    auto made = cue;
    const auto* choice = moves::findParameter(cue.move.kind, "measure");
    const auto* layer = model::findThing(schedule.sequence->layers, cue.layer);
    const auto which = static_cast<std::size_t>(measure);
    if (!choice || !layer || which >= choice->choices.size()) {
        return made;
    }
    const auto before = moves::measureOf(cue.move);
    const Measures measures(schedule, *layer);
    for (const auto& parameter : moves::definitionOf(cue.move.kind).parameters) {
        const auto way = parameter.unit == kDistance ? directionOf(cue, parameter.key) : std::nullopt;
        const auto same = way ? measures.told(moves::numberOf(cue.move, parameter.key), before, measure, *way)
                              : std::nullopt;
        if (same) {
            made.move.parameters[std::string(parameter.key)] =
                std::clamp(std::round(*same), parameter.least, parameter.most);
        }
    }
    for (auto& pose : made.poses) {
        measures.tell(pose, before, measure);
    }
    made.move.parameters["measure"] = std::string(choice->choices[which]);
    return made;
}

model::Pose poseFor(const Schedule& schedule, const model::Cue& cue, model::Pose pose) {
    const auto measure = moves::measureOf(cue.move);
    const auto* layer = model::findThing(schedule.sequence->layers, cue.layer);
    if (layer && measure != motion::Measure::Dp) {
        Measures(schedule, *layer).tell(pose, motion::Measure::Dp, measure);
    }
    return pose;
}

}
