// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/beat.h"
#include "core/model/easing.h"

#include <variant>

namespace scaena::model {

/// The ready-made kinds of cue; `moveDefinition` describes each and `motion::lower` gives it its tracks.
enum class MoveKind {
    Fade,
    Rise,
    Drop,
    Bounce,
    Spring,
    Pop,
    Turn,
    Flip,
    Iris,
    Wipe,
    Draw,
    Pulse,
    PushThrough,
    Settle,
    Travel,
    Panel,
    Size,
    Shift,
    Sway,
    Play,
    Poses
};
template <>
struct Words<MoveKind> {
    static constexpr std::array<std::string_view, 21> list = {
        "fade",   "rise",  "drop", "bounce", "spring", "pop",          "turn",
        "flip",   "iris",  "wipe", "draw",   "pulse",  "push-through", "settle",
        "travel", "panel", "size", "shift",  "sway",   "play",         "poses"};
};
inline constexpr std::size_t kMoveKinds = 21;

/// A value of a move's parameter: a number in the parameter's unit, or one of its words.
using MoveValue = std::variant<double, std::string>;

/// A move with the parameters that differ from its defaults.
struct Move {
    MoveKind kind = MoveKind::Fade;
    std::map<std::string, MoveValue> parameters;
    bool operator==(const Move&) const = default;
};

enum class AnchorKind { BeatStart, BeatEnd, With, After };
template <>
struct Words<AnchorKind> {
    static constexpr std::array<std::string_view, 4> list = {"beat-start", "beat-end", "with", "after"};
};

/// What a cue's start hangs on: an edge of its beat, or the start (with) or end (after) of another cue; plus
/// an offset.
struct CueAnchor {
    AnchorKind kind = AnchorKind::BeatStart;
    CueId cue; ///< for With and After
    Millis offset = 0;
    Extras extras;
    bool operator==(const CueAnchor&) const = default;
};

/// How a cue that repeats while its wait lasts ends with it.
enum class RepeatEnd { Cut, Finish, Settle };
template <>
struct Words<RepeatEnd> {
    static constexpr std::array<std::string_view, 3> list = {"cut", "finish", "settle"};
};

struct Repeat {
    int times = 1;
    bool whileWaiting = false; ///< as long as its wait lasts; `times` does not count then
    bool alternate = false;    ///< every second cycle runs backwards
    RepeatEnd end = RepeatEnd::Cut;
    Millis settle = 200; ///< for RepeatEnd::Settle
    Extras extras;
    bool operator==(const Repeat&) const = default;
};

/// As in Web Animations: replace what is there, or lie over it.
enum class Composite { Replace, Add };
template <>
struct Words<Composite> {
    static constexpr std::array<std::string_view, 2> list = {"replace", "add"};
};

/// What becomes of a cue under reduced motion: travel, scale and rotation turn into a short fade; the cue
/// stays as it is; or its end is there at once.
enum class ReducedMotion { Fade, Keep, Drop };
template <>
struct Words<ReducedMotion> {
    static constexpr std::array<std::string_view, 3> list = {"fade", "keep", "drop"};
};

/// A moment of a "poses" cue. What has no value is not animated there; x and y are the way from the layer's
/// place, in dp or, if the move has another measure, in percent of that; scales are factors, the turn is in
/// degrees on top of the place's own.
struct Pose {
    double at = 0; ///< 0..1 of the cue
    std::optional<double> x, y, scaleX, scaleY, turn, opacity;
    std::optional<Easing> easing; ///< from here to the next; without: the cue's
    Extras extras;
    bool operator==(const Pose&) const = default;
};

/// One timed animation of one layer.
struct Cue {
    CueId id;
    LayerId layer;
    BeatId beat;
    CueAnchor anchor;
    Millis length = 400;
    Move move;
    std::vector<Pose> poses;      ///< of a "poses" move, by time
    std::optional<Easing> easing; ///< without: the move's own
    Repeat repeat;
    Composite composite = Composite::Replace;
    ReducedMotion reduced = ReducedMotion::Fade;
    bool continues = false; ///< in the opening: what the system has not played, the player carries on
    Extras extras;
    bool operator==(const Cue&) const = default;
};

}
