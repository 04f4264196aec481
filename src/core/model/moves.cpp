// SPDX-License-Identifier: MIT
#include "core/model/moves.h"

#include <algorithm>
#include <array>
#include <cassert>

namespace scaena::model {

namespace {

MoveParameter number(std::string_view key, std::string_view label, std::string_view unit, double standard,
                     double least, double most) {
    return {key, label, unit, standard, least, most, {}};
}

MoveParameter choice(std::string_view key, std::string_view label, std::vector<std::string_view> words) {
    return {key, label, "", 0, 0, 0, std::move(words)};
}

const Easing kArrive = CubicBezier{0.16, 1, 0.3, 1};
const Easing kDepart = CubicBezier{0.7, 0, 0.84, 0};
const Easing kEaseOut = CubicBezier{0, 0, 0.58, 1};
const Easing kEaseInOut = CubicBezier{0.42, 0, 0.58, 1};

/// Of moves that lead somewhere and stay there.
MoveParameter thereAndBack() { return choice("direction", "Direction", {"in", "out"}); }
MoveParameter direction() { return choice("direction", "Direction", {"in", "out", kStay}); }
/// Of moves by which nothing leaves.
MoveParameter arrival() { return choice("direction", "Direction", {"in", kStay}); }
MoveParameter fadeToo(double standard) { return number("fade", "Fades over", "%", standard, 0, 100); }

std::array<MoveDefinition, kMoveKinds> makeDefinitions() {
    return {{
        {MoveKind::Fade,
         "Fade",
         "fades",
         {number("from", "From", "%", 0, 0, 100), number("to", "To", "%", 100, 0, 100)},
         kEaseOut,
         400},
        {MoveKind::Rise,
         "Rise",
         "rises into place",
         {direction(), number("distance", "From below", "dp", 80, 0, 4000), fadeToo(60)},
         kArrive,
         600},
        {MoveKind::Drop,
         "Drop",
         "drops into place",
         {direction(), number("distance", "From above", "dp", 80, 0, 4000), fadeToo(40)},
         kArrive,
         600},
        {MoveKind::Bounce,
         "Bounce",
         "falls and bounces",
         {arrival(), choice("from", "From", {"above", "below", "left", "right"}),
          number("distance", "Distance", "dp", 140, 0, 4000), fadeToo(20)},
         Bounce{2, 0.45},
         800},
        {MoveKind::Spring,
         "Spring",
         "springs into place",
         {arrival(), choice("from", "From", {"below", "above", "left", "right"}),
          number("distance", "Distance", "dp", 100, 0, 4000), fadeToo(30)},
         Spring{1, 180, 14},
         800},
        {MoveKind::Pop,
         "Pop",
         "pops up",
         {direction(), number("from", "From size", "%", 40, 0, 400),
          number("over", "Overshoot", "%", 8, 0, 100), fadeToo(50)},
         kEaseOut,
         450},
        {MoveKind::Turn,
         "Turn",
         "turns",
         {direction(), number("angle", "Angle", "°", -90, -3600, 3600), fadeToo(0)},
         kArrive,
         600},
        {MoveKind::Flip,
         "Flip",
         "flips over",
         {direction(), number("angle", "Angle", "°", 90, -3600, 3600), fadeToo(0)},
         kArrive,
         600},
        {MoveKind::Iris,
         "Iris",
         "opens in a circle",
         {direction(), number("x", "Centre across", "%", 50, 0, 100),
          number("y", "Centre down", "%", 50, 0, 100)},
         kEaseInOut,
         600},
        {MoveKind::Wipe,
         "Wipe",
         "is wiped in",
         {direction(), choice("from", "From", {"left", "right", "top", "bottom"})},
         kEaseInOut,
         500},
        {MoveKind::Draw,
         "Draw",
         "draws itself",
         {direction(), number("fill", "Fill from", "%", 60, 0, 100)},
         kEaseInOut,
         900},
        {MoveKind::Pulse,
         "Pulse",
         "pulses",
         {number("size", "Size", "%", 108, 1, 400), number("dim", "Dims to", "%", 100, 0, 100)},
         kEaseInOut,
         1200},
        {MoveKind::PushThrough,
         "Push through",
         "bursts through the viewer",
         {number("dip", "Dips to", "%", 85, 1, 100), number("size", "Grows to", "×", 12, 1, 100),
          number("turning-point", "Turns at", "%", 35, 0, 90)},
         kDepart,
         600},
        {MoveKind::Settle,
         "Settle",
         "settles",
         {arrival(), number("from", "From size", "%", 115, 1, 1000), fadeToo(50)},
         kArrive,
         700},
        {MoveKind::Travel, "Travel", "travels to its new place", {thereAndBack()}, kEaseInOut, 500},
        {MoveKind::Panel, "Panel", "shrinks to a header", {thereAndBack()}, kEaseInOut, 500},
        {MoveKind::Size,
         "Size",
         "changes its size",
         {number("to", "To size", "%", 50, 0, 2000)},
         kEaseInOut,
         400},
        {MoveKind::Shift,
         "Shift",
         "shifts",
         {number("across", "To the right", "dp", 0, -4000, 4000),
          number("down", "Down", "dp", -60, -4000, 4000)},
         kEaseInOut,
         400},
        {MoveKind::Sway,
         "Sway",
         "sways",
         {number("angle", "Angle", "°", 8, -360, 360), number("across", "Sideways", "dp", 0, -1000, 1000)},
         kEaseInOut,
         1200},
        {MoveKind::Play, "Play", "plays its clip", {}, kLinear, 1000},
        {MoveKind::Poses, "Poses", "goes through poses", {}, kEaseInOut, 600},
    }};
}

}

const MoveDefinition& moveDefinition(MoveKind kind) {
    static const auto definitions = makeDefinitions();
    return definitions[static_cast<std::size_t>(kind)];
}

const MoveParameter* findParameter(MoveKind kind, std::string_view key) {
    for (const auto& parameter : moveDefinition(kind).parameters) {
        if (parameter.key == key) {
            return &parameter;
        }
    }
    return nullptr;
}

bool movesGroups(MoveKind kind) {
    switch (kind) {
    case MoveKind::Iris:
    case MoveKind::Wipe:
    case MoveKind::Draw:
    case MoveKind::Travel:
    case MoveKind::Panel:
    case MoveKind::Play:
        return false;
    default:
        return true;
    }
}

bool suits(MoveKind kind, LayerKind layer) {
    switch (kind) {
    case MoveKind::Panel:
        return layer == LayerKind::Backdrop;
    case MoveKind::Play:
        return layer == LayerKind::Clip;
    case MoveKind::Draw:
        return layer == LayerKind::Artwork || layer == LayerKind::Text || layer == LayerKind::FooterMark ||
               layer == LayerKind::Shape;
    case MoveKind::Travel:
        return !coversScreen(layer) && layer != LayerKind::Group;
    default:
        return layer != LayerKind::Group || movesGroups(kind);
    }
}

std::map<std::string, MoveValue> standing(MoveKind kind) {
    if (kind == MoveKind::Fade) {
        return {{"to", 40.0}}; // from what is there, and not to nothing
    }
    const auto* way = findParameter(kind, "direction");
    const bool stays =
        way && std::find(way->choices.begin(), way->choices.end(), kStay) != way->choices.end();
    return stays ? std::map<std::string, MoveValue>{{"direction", std::string(kStay)}}
                 : std::map<std::string, MoveValue>{};
}

double numberOf(const Move& move, std::string_view key) {
    const auto* parameter = findParameter(move.kind, key);
    assert(parameter && !parameter->isChoice());
    const auto found = move.parameters.find(std::string(key));
    const auto* value = found == move.parameters.end() ? nullptr : std::get_if<double>(&found->second);
    return value ? *value : parameter->standard;
}

std::string choiceOf(const Move& move, std::string_view key) {
    const auto* parameter = findParameter(move.kind, key);
    assert(parameter && parameter->isChoice());
    const auto found = move.parameters.find(std::string(key));
    const auto* value = found == move.parameters.end() ? nullptr : std::get_if<std::string>(&found->second);
    return value ? *value : std::string(parameter->choices.front());
}

const Easing& easingOf(const Cue& cue) {
    return cue.easing ? *cue.easing : moveDefinition(cue.move.kind).easing;
}

}
