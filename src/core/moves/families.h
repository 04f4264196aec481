// SPDX-License-Identifier: MIT
#pragma once

#include "core/moves/definition.h"

/// Where the moves are defined, a file for each family, and the words their definitions share.
namespace scaena::moves {

[[nodiscard]] std::vector<MoveDefinition> arrivals(); ///< come into place from somewhere
[[nodiscard]] std::vector<MoveDefinition> reveals();  ///< fade, uncover, draw, play
[[nodiscard]] std::vector<MoveDefinition> accents();  ///< draw attention
[[nodiscard]] std::vector<MoveDefinition> changes();  ///< leave the layer elsewhere or otherwise than before

inline MoveParameter number(std::string_view key, std::string_view label, std::string_view unit,
                            double standard, double least, double most) {
    return {key, label, unit, standard, least, most, {}};
}
inline MoveParameter choice(std::string_view key, std::string_view label,
                            std::vector<std::string_view> words) {
    return {key, label, "", 0, 0, 0, std::move(words)};
}
/// Of moves that lead somewhere and stay there.
inline MoveParameter thereAndBack() { return choice("direction", "Direction", {"in", "out"}); }
inline MoveParameter direction() { return choice("direction", "Direction", {"in", "out", kStay}); }
/// Of moves by which nothing leaves.
inline MoveParameter arrival() { return choice("direction", "Direction", {"in", kStay}); }
inline MoveParameter fadeToo(double standard) { return number("fade", "Fades over", "%", standard, 0, 100); }

/// What the move's distances are told in, in the order of motion::Measure; all but dp in percent.
inline MoveParameter measure() {
    return choice("measure", "Measured by", {"dp", "screen", "itself", "edge"});
}

/// The same for what goes as far to one side as to the other, which the edges are not.
inline MoveParameter thereAndBackMeasure() {
    return choice("measure", "Measured by", {"dp", "screen", "itself"});
}

inline constexpr model::CubicBezier kArrive{0.16, 1, 0.3, 1};
inline constexpr model::CubicBezier kDepart{0.7, 0, 0.84, 0};
inline constexpr model::CubicBezier kEaseOut{0, 0, 0.58, 1};
inline constexpr model::CubicBezier kEaseInOut{0.42, 0, 0.58, 1};

// Who can make a move: MoveDefinition::unsuited.
[[nodiscard]] std::string forAll(const model::Layer& layer);
[[nodiscard]] std::string forSingleLayers(const model::Layer& layer); ///< groups have no outline of their own
[[nodiscard]] std::string forOutlines(const model::Layer& layer);
[[nodiscard]] std::string forBackdrops(const model::Layer& layer);
[[nodiscard]] std::string forClips(const model::Layer& layer);
[[nodiscard]] std::string forTravellers(const model::Layer& layer);

}
