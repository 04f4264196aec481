// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

namespace scaena::exporting {

/// The picture of an image layer for screens of a density, in as many pixels as are shown.
struct SizedPicture {
    std::string path;                         ///< of the person's file it is made of
    std::shared_ptr<const std::string> bytes; ///< of that file
    std::string ending;                       ///< of what is written: ".png", ".webp", ".jpg"
    int width = 0, height = 0;                ///< to be made that small; 0: the file as it is
    double ownDensity = 1; ///< of a screen on which the file, when largest, is shown pixel for pixel
    [[nodiscard]] bool isWhole() const { return width == 0; }
    /// The bytes to write; may be called later and in any thread, while the rasteriser lives.
    [[nodiscard]] std::function<std::string()> maker(const art::Rasteriser& rasteriser) const;
};

/// Nothing where the layer has no picture of that appearance, or none that platforms read. Of several files
/// the least that is large enough is taken, else the largest; one that is more than a quarter larger than is
/// ever shown, enlargements by cues and places counted, is made smaller. Nothing is made larger.
[[nodiscard]] std::optional<SizedPicture> sizedPicture(const ExportInput& input, const model::Layer& layer,
                                                       double density, bool dark);

/// Names the layer's files that no platform reads; `reads`: what this one does, "Android reads PNG, WebP and
/// JPEG pictures".
void noteUnread(ExportBuild& build, const model::Layer& layer, const char* reads);

/// By how much the layer's picture is larger than its box when it is largest on that system.
[[nodiscard]] double largestShown(const ExportInput& input, const model::Layer& layer, plan::TargetId on);

}
