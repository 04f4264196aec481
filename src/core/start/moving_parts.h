// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/start/found_motion.h"

#include <memory>

namespace scaena::start {

/// A part of art that moves by itself or stands still beside such a one, or a group of them.
struct MovingPart {
    std::string id;                ///< of the element in the file
    std::vector<MovingPart> inner; ///< not empty: a group
};

/// Art whose file moves: what of it becomes a layer, and how each moves.
struct ArtMotion {
    MotionsFound found;
    std::vector<MovingPart> parts; ///< from back to front; empty: it moves as a whole
    Rect viewBox;
};

/// Divides an SVG document into what moves apart. The text is written anew: elements that stand still between
/// two that move are put into groups with an id. `found` names elements of it. Without parts where that
/// would take more than sixty.
[[nodiscard]] ArtMotion dividedByMotion(std::string& svg, MotionsFound found);

/// An SVG file's own motion, read out of it (svg_motion.h); null where nothing moves.
[[nodiscard]] std::shared_ptr<const ArtMotion> takeSvgMotion(std::string& svg, const std::string& name);

/// Gives an artwork the motion of its file. What moves as a whole, and within a second, is played by the
/// system, if the layer is the opening's icon; all else becomes cues of `beat`, on layers of their own where
/// parts move apart. `notes`: what is not as in the file.
[[nodiscard]] model::Sequence withMotion(model::Sequence sequence, const LayerId& layer,
                                         const ArtMotion& motion, const BeatId& beat,
                                         std::vector<std::string>& notes);

}
