// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

namespace scaena::exporting {

/// A picture of `size` with the art fitted into `box` and cut at the art's own edges; around it nothing, or
/// `backing`.
[[nodiscard]] art::ArtPtr framedArt(const art::Art& art, Size size, const Rect& box,
                                    std::optional<Colour> backing = std::nullopt);

}
