// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/conditions.h"
#include "core/schedule/schedule.h"

#include <array>
#include <optional>

namespace scaena::schedule {

/// How one layer differs between the last moment of the system's own frame and the first frame the app draws.
struct SeamGap {
    LayerId layer;        ///< empty: the ground behind everything
    double jump = 0;      ///< dp, the farthest any corner of its box moves
    double fade = 0;      ///< change of opacity, negative: it vanishes
    double colours = 0;   ///< distance of its colours; see colourDistance
    bool picture = false; ///< the ground has another picture, or one on one side only
    /// Its box on the screen, in dp, in the system's frame and in the app's; absent where it is not seen.
    std::optional<std::array<Point, 4>> from, to;
    bool operator==(const SeamGap&) const = default;
};

/// Below these nobody sees anything.
inline constexpr double kSeenJump = 0.75; ///< dp
inline constexpr double kSeenFade = 0.05;
inline constexpr double kSeenColours = 2.3; ///< the "just noticeable difference" of CIE 1976

/// Everything that visibly jumps where the app takes over, the worst first. Empty where there is no seam, and
/// for kinds of start that show no opening.
[[nodiscard]] std::vector<SeamGap> seamOf(const model::Sequence& sequence, const Conditions& conditions);
[[nodiscard]] std::vector<SeamGap> seamOf(const Schedule& schedule);

/// A gap, and where it is seen at its worst.
struct WorstGap {
    SeamGap gap;
    Conditions conditions;
};
/// The seam on every device of the plan's target, upright, light and dark: each layer once, the worst first.
[[nodiscard]] std::vector<WorstGap> worstSeam(const plan::PlanPtr& plan);

/// Distance of two colours over black in CIE L*a*b* (CIE 1976, D65).
[[nodiscard]] double colourDistance(Colour a, Colour b);

/// The sequence changed so that the app's first frame stands where the system's frame left off, as far as its
/// own places and colours can do that. What only the platform decides stays.
[[nodiscard]] model::Sequence mendSeam(model::Sequence sequence, const Conditions& conditions);

/// One gap as a sentence: "“Ridges” jumps by 12 dp."
[[nodiscard]] std::string describe(const model::Sequence& sequence, const SeamGap& gap);

}
