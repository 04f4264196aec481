// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"

namespace scaena::exporting {

/// What a "draw" cue draws of a layer, as an array of the resources: path text in dp about the layer's
/// centre, colour and stroke width of each contour; by night another where the art is another. Nothing for a
/// layer that no cue draws.
void addOutlines(AndroidBuild& build, const model::Layer& layer, const std::string& drawable);

/// The array of that drawable.
[[nodiscard]] std::string outlinesName(const std::string& drawable);

}
