// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

namespace scaena::exporting {

/// A platform's mask: the part of the whole picture's side whose circle is never cut.
/// Adaptive icons show a circle of 66 of 108 dp; maskable web icons keep 80 %; icons that are only rounded at
/// their corners keep nearly all.
inline constexpr double kAdaptiveSafe = 66.0 / 108;
inline constexpr double kMaskableSafe = 0.8;
inline constexpr double kRoundedSafe = 0.9;
inline constexpr double kWholeSafe = 1.0;

/// Which part of a square icon's side the layer's longer side takes, so that everything painted lies within
/// the circle of `safe`, times the person's own size.
[[nodiscard]] double iconPart(const ExportInput& input, const model::Layer& layer, double safe);

/// Adds one PNG of the icon, `side` pixels, to be made later. `onColour`: over the icon's colour.
void addIconPng(ExportBuild& build, const std::string& path, const model::Layer& layer, int side, double safe,
                bool onColour, model::Appearance appearance = model::Appearance::Light, bool round = false);

}
