// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_style_sheet.h"
#include "core/start/found_motion.h"

#include <map>

namespace scaena::start {

/// One `@keyframes` rule: declarations by their place in a cycle.
using Keyframes = std::map<double, std::map<std::string, std::string>>;

/// All of a style sheet, by name.
[[nodiscard]] std::map<std::string, Keyframes> keyframesIn(std::string_view css);
/// The sheet without them.
[[nodiscard]] std::string withoutKeyframes(std::string css);

/// A transform list in the one order that a layer has: a way, then a turn, then a scale.
struct TransformSteps {
    Point way;       ///< user units
    double turn = 0; ///< degrees
    Point scale{1, 1};
};
/// Nothing for any other list, and for units that depend on something.
[[nodiscard]] std::optional<TransformSteps> stepsOf(std::string_view text);
/// A plain number or pixels.
[[nodiscard]] std::optional<double> plainLength(const std::string& text);

/// What `animation` and its longhands say of one animation (CSS Animations 1).
struct CssAnimation {
    std::string name;
    FoundMotion times;
    bool reverse = false;                                                         ///< begins with its end
    std::optional<model::Easing> easing = model::CubicBezier{0.25, 0.1, 0.25, 1}; ///< `ease`
    std::string strange; ///< what has no cue: a delay below 0, parts of a round, paused; empty: nothing
};
[[nodiscard]] std::vector<CssAnimation> animationsOf(const art::Declarations& own);
/// A timing function; nothing for any other word.
[[nodiscard]] std::optional<model::Easing> timingFunction(const std::string& word);

}
