// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::start {

/// The parts of a first sequence.
struct FirstSequence {
    std::string name;               ///< of the app, may be a file name
    std::vector<Colour> colours;    ///< of the logo; the first is taken for the brand's
    model::Layer logo;              ///< artwork or image, without id, name and place
    bool usesCurrentColour = false; ///< a vector logo
    Size shape;                     ///< of the logo, any unit; the size in dp follows from it
    double mostDp = 1e9;            ///< the logo is not made larger than this (a raster is not scaled up)
    std::optional<Colour> canvas, darkCanvas; ///< if the person has settled them elsewhere
};

/// A canvas by day and by night on which the logo can be told, the logo as large as the opening's circle
/// allows, its name rising below it, a rest that yields, and a hand-off.
[[nodiscard]] model::Sequence makeFirstSequence(const FirstSequence& parts);

}
