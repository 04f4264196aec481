// SPDX-License-Identifier: MIT
#pragma once

#include "core/project/icon_fit.h"
#include "export/common/export_build.h"

namespace scaena::exporting {

/// Adds one PNG of the icon, `side` pixels, to be made later. `safe`: of project/icon_fit.h. `onColour`: over
/// the icon's colour.
void addIconPng(ExportBuild& build, const std::string& path, const model::Layer& layer, int side, double safe,
                bool onColour, model::Appearance appearance = model::Appearance::Light, bool round = false);

}
