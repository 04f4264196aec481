// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/model/sequence.h"

namespace scaena::start {

/// The colours a logo is made of, the one that covers most first. Areas are those of the shapes' bounds;
/// colours that are almost the same count as one; what cannot be seen does not count.
[[nodiscard]] std::vector<Colour> coloursOf(const art::Art& art);

/// Those of them that cover about as much as the largest: they meet the canvas, a small mark lies upon the
/// others.
[[nodiscard]] std::vector<Colour> largeColoursOf(const art::Art& art);

/// A sensible first sequence around a logo: a canvas taken from its colours by day and by night, the logo as
/// large as the opening's visible circle allows and in the same place before and after the app takes over,
/// its name rising below it, a short rest that yields, and a hand-off. `artPath` is where the art will lie
/// beside the sequence.
[[nodiscard]] model::Sequence sequenceFromLogo(const art::Art& art, const std::string& artPath,
                                               const std::string& name);

}
