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

}

model::Move inMeasure(const Schedule& schedule, const model::Cue& cue, motion::Measure measure) {
    auto move = cue.move;
    const auto* choice = moves::findParameter(move.kind, "measure");
    const auto* layer = model::findThing(schedule.sequence->layers, cue.layer);
    const auto which = static_cast<std::size_t>(measure);
    if (!choice || !layer || which >= choice->choices.size()) {
        return move;
    }
    const auto before = moves::measureOf(move);
    const bool covers = model::coversScreen(layer->kind());
    const auto& place = model::placeOn(*layer, schedule.screen.width > schedule.screen.height);
    const Point centre = covers ? Point{schedule.screen.width / 2, schedule.screen.height / 2}
                                : centreOf(place, schedule.screen, schedule.safeArea);
    const Size size = covers ? schedule.screen : Size{place.width, place.height};
    const auto whole = [&](motion::Measure of, const Direction& way) {
        const Point all =
            measured(of, centre, size, covers ? 0 : place.turn, schedule.screen, way.forward, way.forward);
        const double dp = way.axis == motion::Axis::Across ? all.x : all.y;
        return of == motion::Measure::Dp ? dp : dp / 100; // of one percent
    };
    for (const auto& parameter : moves::definitionOf(move.kind).parameters) {
        const auto way = parameter.unit == kDistance ? directionOf(cue, parameter.key) : std::nullopt;
        if (way && whole(measure, *way) > 0) {
            const double same =
                moves::numberOf(move, parameter.key) * whole(before, *way) / whole(measure, *way);
            move.parameters[std::string(parameter.key)] =
                std::clamp(std::round(same), parameter.least, parameter.most);
        }
    }
    move.parameters["measure"] = std::string(choice->choices[which]);
    return move;
}

}
