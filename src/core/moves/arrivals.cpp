// SPDX-License-Identifier: MIT
#include "core/moves/families.h"
#include "core/moves/track_builder.h"

namespace scaena::moves {

using model::MoveKind;
using motion::Axis;
using motion::Basis;
using motion::Property;

namespace {

void rise(TrackBuilder& it) {
    const auto way = it.way(Axis::Down, "distance");
    it.arrive(way.property, way.by);
    it.fadeAlong();
}

void drop(TrackBuilder& it) {
    const auto way = it.way(Axis::Down, "distance");
    it.arrive(way.property, -way.by);
    it.fadeAlong();
}

/// Bounces and springs, which differ in their easing alone.
void fromSide(TrackBuilder& it) {
    const auto from = it.choice("from");
    const bool upright = from == "above" || from == "below";
    const double sign = from == "above" || from == "left" ? -1 : 1;
    const auto way = it.way(upright ? Axis::Down : Axis::Across, "distance");
    it.arrive(way.property, sign * way.by);
    it.fadeAlong();
}

void pop(TrackBuilder& it) {
    const double from = it.part("from");
    const double over = it.part("over");
    const auto& easing = it.easing();
    if (it.stays()) {
        it.addBothScales(
            {{0, 1, Basis::OnTop, kGoing}, {0.45, 1 + over, Basis::OnTop, easing}, {1, 1, Basis::OnTop}});
    } else if (it.isOut()) {
        it.addBothScales({{0, 1, Basis::OnTop, kGoing}, {0.3, 1 + over, Basis::Absolute, easing}, {1, from}});
    } else {
        it.addBothScales(
            {{0, from, Basis::Absolute, easing}, {0.65, 1 + over, Basis::Absolute, kGoing}, {1, 1}});
    }
    it.fadeAlong();
}

void turn(TrackBuilder& it) {
    it.arrive(Property::Rotation, it.number("angle"));
    it.fadeAlong();
}

void flip(TrackBuilder& it) {
    it.arrive(Property::Flip, it.number("angle"));
    it.fadeAlong();
}

void settle(TrackBuilder& it) {
    if (it.stays()) {
        it.visit(Property::ScaleX, it.part("from"));
        it.visit(Property::ScaleY, it.part("from"));
        return;
    }
    it.addBothScales({{0, it.part("from"), Basis::Absolute, it.easing()}, {1, 1}});
    it.fadeAlong();
}

}

std::vector<MoveDefinition> arrivals() {
    return {
        {MoveKind::Rise,
         "Rise",
         "rises into place",
         {direction(), number("distance", "From below", "dp", 80, 0, 4000), measure(), fadeToo(60)},
         kArrive,
         600,
         forAll,
         rise},
        {MoveKind::Drop,
         "Drop",
         "drops into place",
         {direction(), number("distance", "From above", "dp", 80, 0, 4000), measure(), fadeToo(40)},
         kArrive,
         600,
         forAll,
         drop},
        {MoveKind::Bounce,
         "Bounce",
         "falls and bounces",
         {arrival(), choice("from", "From", {"above", "below", "left", "right"}),
          number("distance", "Distance", "dp", 140, 0, 4000), measure(), fadeToo(20)},
         model::Bounce{2, 0.45},
         800,
         forAll,
         fromSide},
        {MoveKind::Spring,
         "Spring",
         "springs into place",
         {arrival(), choice("from", "From", {"below", "above", "left", "right"}),
          number("distance", "Distance", "dp", 100, 0, 4000), measure(), fadeToo(30)},
         model::Spring{1, 180, 14},
         800,
         forAll,
         fromSide},
        {MoveKind::Pop,
         "Pop",
         "pops up",
         {direction(), number("from", "From size", "%", 40, 0, 400),
          number("over", "Overshoot", "%", 8, 0, 100), fadeToo(50)},
         kEaseOut,
         450,
         forAll,
         pop},
        {MoveKind::Turn,
         "Turn",
         "turns",
         {direction(), number("angle", "Angle", "°", -90, -3600, 3600), fadeToo(0)},
         kArrive,
         600,
         forAll,
         turn},
        {MoveKind::Flip,
         "Flip",
         "flips over",
         {direction(), number("angle", "Angle", "°", 90, -3600, 3600), fadeToo(0)},
         kArrive,
         600,
         forAll,
         flip},
        {MoveKind::Settle,
         "Settle",
         "settles",
         {arrival(), number("from", "From size", "%", 115, 1, 1000), fadeToo(50)},
         kArrive,
         700,
         forAll,
         settle},
    };
}

}
