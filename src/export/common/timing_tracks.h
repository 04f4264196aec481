// SPDX-License-Identifier: MIT
#pragma once

#include "core/motion/easing_curve.h"
#include "core/plan/plan.h"
#include "export/common/code_value.h"

#include <array>

namespace scaena::exporting {

/// The tracks of cues as players take them: what a timing tree says of curves and moves.

/// An easing by the form that players work out; what they know no formula for as straight pieces nearer than
/// `tolerance` (of the way from 0 to 1).
[[nodiscard]] CodeValue easingValue(const model::Easing& easing,
                                    double tolerance = motion::kFlattenTolerance);

/// How the tracks of one layer may be written shorter.
struct LayerTracks {
    bool isEven = true; ///< one track for width and height, in all of its cues
    /// What its cues leave alone where people ask for less motion; of what cuts and draws, the last cue tells
    /// more than its value.
    std::array<bool, motion::kProperties> isCalm;
};

/// For each layer of the plan.
[[nodiscard]] std::vector<LayerTracks> layerTracks(const plan::Plan& plan);

/// `leavesOut`: without what its layer's cues leave alone anyway, where people ask for less motion.
[[nodiscard]] CodeValue tracksValue(const std::vector<motion::Track>& tracks, const LayerTracks& layer,
                                    bool leavesOut = false);

/// Whether a cue does more than fade.
[[nodiscard]] bool movesMore(const std::vector<motion::Track>& tracks);

}
