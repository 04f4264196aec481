// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"

namespace scaena::project {

/// What an artwork, footer mark or shape layer really shows: its file (the dark one by night if there is
/// one), only its part, in the palette's colours; a shape in the box of its upright or its
/// landscape place. Null where the file or part is missing. Used by the stage
/// and by every exporter alike.
[[nodiscard]] art::ArtPtr shownArt(const model::Sequence& sequence, const ArtFiles& artFiles,
                                   const model::Layer& layer, model::Appearance appearance,
                                   bool landscape = false);

/// Whether the layer stands in a box of another size where the screen is wider than high; a shape is then
/// another drawing there, everything else is fitted into it.
[[nodiscard]] bool hasOtherBox(const model::Layer& layer);

/// Whether `shownArt` may differ between light and dark other than by `currentColor`.
[[nodiscard]] bool differsByNight(const model::Layer& layer);

/// The picture of an image layer for a screen of that many pixels a dp: the least dense that is dense enough,
/// else the densest; by night the dark ones, if there are any. Null if there is none.
[[nodiscard]] const model::Picture* pictureFor(const model::Layer& layer, double density,
                                               model::Appearance appearance);

/// The path of a backdrop's picture for that screen, with its fallbacks; may be empty.
[[nodiscard]] std::string backdropPicture(const model::Layer& layer, model::Appearance appearance,
                                          bool landscape);

}
