// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/project.h"

namespace scaena::project {

/// A platform's mask: the part of the whole picture's side whose circle is never cut.
/// Adaptive icons show the middle 72 of 108 dp, of which a circle of 66 is never cut; maskable web icons keep
/// 80 %; icons that are only rounded at their corners keep nearly all.
inline constexpr double kAdaptiveSafe = 66.0 / 108;
inline constexpr double kAdaptiveSeen = 72.0 / 108;
inline constexpr double kMaskableSafe = 0.8;
inline constexpr double kRoundedSafe = 0.9;
inline constexpr double kWholeSafe = 1.0;

/// Which part of a square icon's side the layer's longer side takes, so that everything painted lies within
/// the circle of `safe`, times the person's own size. Used by the exports and by the previews alike.
[[nodiscard]] double iconPart(const model::Sequence& sequence, const ArtFiles& artFiles,
                              const model::Layer& layer, double safe);

}
