// SPDX-License-Identifier: MIT
#include "core/moves/families.h"
#include "core/moves/track_builder.h"

namespace scaena::moves {

using model::MoveKind;
using motion::Basis;
using motion::Keyframe;
using motion::Property;

namespace {

void pushThrough(TrackBuilder& it) {
    const double turn = it.part("turning-point");
    const double fadeFrom = turn + (1 - turn) * 0.4;
    std::vector<Keyframe> scale = {{0, 1, Basis::OnTop, kEaseOut}};
    if (turn > 0) {
        scale.push_back({turn, it.part("dip"), Basis::Absolute, it.easing()});
    } else {
        scale.front().easing = it.easing();
    }
    scale.push_back({1, it.number("size")});
    it.addBothScales(scale);
    it.add(Property::Opacity, {{0, 1, Basis::OnTop}, {fadeFrom, 1, Basis::OnTop}, {1, 0}});
}

void travel(TrackBuilder& it) { it.progress(Property::Travel); }

void panel(TrackBuilder& it) { it.progress(Property::Panel); }

void size(TrackBuilder& it) { it.addBothScales({{0, 1, Basis::OnTop, it.easing()}, {1, it.part("to")}}); }

/// From where it is, so that two shifts add up.
void shift(TrackBuilder& it) {
    for (const auto& [axis, key] :
         {std::pair(motion::Axis::Across, "across"), std::pair(motion::Axis::Down, "down")}) {
        if (const auto way = it.way(axis, key); way.by != 0) {
            it.add(way.property, {{0, 0, Basis::OnTop, it.easing()}, {1, way.by, Basis::OnTop}});
        }
    }
}

/// The property through all poses that name it. Where the first or last pose does not, it begins with
/// what is there and keeps the last value.
void pose(TrackBuilder& it, Property property, std::optional<double> model::Pose::*member, double unit = 1) {
    std::vector<Keyframe> keys;
    for (const auto& pose : it.poses()) {
        if (const auto& value = pose.*member) {
            if (keys.empty() && pose.at > 0) {
                keys.push_back({0, motion::neutral(property), Basis::OnTop, it.easing()});
            }
            keys.push_back({pose.at, *value * unit, Basis::Absolute, pose.easing.value_or(it.easing())});
        }
    }
    if (keys.empty()) {
        return;
    }
    if (keys.back().at < 1 || keys.size() < 2) {
        auto last = keys.back();
        last.at = 1;
        keys.push_back(last);
    }
    it.add(property, std::move(keys));
}

void poses(TrackBuilder& it) {
    pose(it, Property::Opacity, &model::Pose::opacity);
    const double unit = it.measure() == motion::Measure::Dp ? 1 : 0.01;
    pose(it, motion::wayAlong(motion::Axis::Across, it.measure()), &model::Pose::x, unit);
    pose(it, motion::wayAlong(motion::Axis::Down, it.measure()), &model::Pose::y, unit);
    pose(it, Property::ScaleX, &model::Pose::scaleX);
    pose(it, Property::ScaleY, &model::Pose::scaleY);
    pose(it, Property::Rotation, &model::Pose::turn);
}

}

std::vector<MoveDefinition> changes() {
    return {
        {MoveKind::PushThrough,
         "Push through",
         "bursts through the viewer",
         {number("dip", "Dips to", "%", 85, 1, 100), number("size", "Grows to", "×", 12, 1, 100),
          number("turning-point", "Turns at", "%", 35, 0, 90)},
         kDepart,
         600,
         forAll,
         pushThrough},
        {MoveKind::Travel,
         "Travel",
         "travels to its new place",
         {thereAndBack()},
         kEaseInOut,
         500,
         forTravellers,
         travel},
        {MoveKind::Panel,
         "Panel",
         "shrinks to a header",
         {thereAndBack()},
         kEaseInOut,
         500,
         forBackdrops,
         panel},
        {MoveKind::Size,
         "Size",
         "changes its size",
         {number("to", "To size", "%", 50, 0, 2000)},
         kEaseInOut,
         400,
         forAll,
         size},
        {MoveKind::Shift,
         "Shift",
         "shifts",
         {number("across", "To the right", "dp", 0, -4000, 4000),
          number("down", "Down", "dp", -60, -4000, 4000), measure()},
         kEaseInOut,
         400,
         forAll,
         shift},
        {.kind = MoveKind::Poses,
         .label = "Poses",
         .does = "goes through poses",
         .parameters = {measure()},
         .easing = kEaseInOut,
         .length = 600,
         .unsuited = forAll,
         .lower = poses,
         .isOffered = false},
    };
}

}
