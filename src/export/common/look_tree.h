// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"
#include "export/common/export_build.h"

#include <functional>

namespace scaena::exporting {

/// Vector art as data: groups and shapes in their own coordinates, brought to dp about the middle of `box`.
/// What paths cannot say stands in it by the name of its picture.
using PartName = std::function<std::string(const art::Picture&)>;
[[nodiscard]] CodeValue artValue(const art::Art& art, Size box, const model::ColourRef& tint,
                                 const PartName& part);

/// How the pictures of an export are called in its code.
struct PictureNames {
    std::function<std::string(const model::Layer&)> picture;
    std::function<std::string(const model::Layer&, int)> frame; ///< of a clip
    std::function<std::string(const model::Layer&, const art::Picture&)> part;
};

/// How a layer is painted, as players that draw vectors themselves take it.
[[nodiscard]] CodeValue lookValue(const ExportInput& input, const model::Layer& layer,
                                  const PictureNames& names);

/// The palette: `Colors("dusk", 0xFF5B4A7C, 0xFF16203F)` for each colour, by day and by night.
[[nodiscard]] CodeValue paletteValue(const model::Palette& palette);

/// Size of a clip's pictures on the screen, fitted into the layer's box.
[[nodiscard]] Size clipSizeOf(const ExportInput& input, const model::Layer& layer);

/// The moments of a clip's own time that its pictures show; the last is the one that is kept.
[[nodiscard]] std::vector<double> clipTimes(const model::ClipContent& clip);

}
