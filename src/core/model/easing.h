// SPDX-License-Identifier: MIT
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace scaena::model {

/// `cubic-bezier(x1, y1, x2, y2)` of CSS Easing Functions 1; x1 and x2 lie in 0..1.
struct CubicBezier {
    double x1 = 0, y1 = 0, x2 = 1, y2 = 1;
    bool operator==(const CubicBezier&) const = default;
};

/// `steps(count, jump)` of CSS Easing Functions 1.
struct Steps {
    enum class Jump { Start, End, None, Both };
    int count = 1;
    Jump jump = Jump::End;
    bool operator==(const Steps&) const = default;
};

/// `linear(…)` of CSS Easing Functions 2: straight lines between stops; positions never fall.
struct LinearStops {
    struct Stop {
        double at = 0, value = 0;
        bool operator==(const Stop&) const = default;
    };
    std::vector<Stop> stops;
    bool operator==(const LinearStops&) const = default;
};

/// A damped harmonic oscillator let go at 0 and pulled to 1. Stretched so that it has come to rest (within
/// 0.1 %) at the end of the cue; `motion::naturalLength` tells how long the physics itself would take.
struct Spring {
    double mass = 1, stiffness = 180, damping = 12; ///< kg, N/m, N·s/m
    bool operator==(const Spring&) const = default;
};

/// A ball dropped onto 1: one fall, then `bounces` bounces, each keeping `restitution` of the speed.
struct Bounce {
    int bounces = 2;
    double restitution = 0.45; ///< 0..0.95
    bool operator==(const Bounce&) const = default;
};

using Easing = std::variant<CubicBezier, Steps, LinearStops, Spring, Bounce>;

inline const Easing kLinear = CubicBezier{0, 0, 1, 1};

/// A curve with a name. The first five are CSS's own; the others are ours and are written as their numbers.
struct NamedEasing {
    std::string_view name;
    Easing easing;
    bool isCssKeyword = false;
};
[[nodiscard]] const std::vector<NamedEasing>& namedEasings();

/// The text a sequence holds, in CSS's notation where CSS has one: `ease-out`, `cubic-bezier(0.2, 0, 0, 1)`,
/// `steps(4, jump-end)`, `linear(0, 0.5 30%, 1)`, `spring(1, 180, 12)`, `bounce(2, 0.45)`.
[[nodiscard]] std::string toText(const Easing& easing);

/// The reverse; nothing if the text is malformed or a number is out of its range.
[[nodiscard]] std::optional<Easing> parseEasing(std::string_view text);

}
