// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_build.h"

#include <set>

namespace scaena::exporting {

/// Where pictures go that a framework chooses by the screen's density.
struct ScaledPictures {
    enum class Naming { Folders, Suffixes }; ///< "2.0x/sun.png", or "sun@2x.png"
    std::string folder;
    Naming naming = Naming::Folders;
    bool artToo = false; ///< for frameworks that draw no vectors: art, text and plates become pictures, too;
                         ///< and the pictures of a clip one sheet
};

/// Adds the pictures of image layers, backdrops and clips (named by the layer's id), at one, two and three
/// pixels a dp. Returns the names of those with a variant for the night, "sun.png" (in "sun-dark.png").
[[nodiscard]] std::set<std::string> addScaledPictures(ExportBuild& build, const ScaledPictures& where);

/// An art or text layer as one picture: its art within its box, or its letters, on its plate.
struct LayerPicture {
    art::ArtPtr art;
    Size size;  ///< dp
    Colour ink; ///< what currentColor means in it
};
[[nodiscard]] LayerPicture layerPicture(const ExportInput& input, const model::Layer& layer,
                                        model::Appearance appearance);

/// Size in dp of the picture an art or text layer becomes: its box, or what its ink and plate need.
[[nodiscard]] Size artPictureSize(const ExportInput& input, const model::Layer& layer);

/// Columns of a sheet with the pictures of a clip, so that it is about square.
[[nodiscard]] int sheetColumns(int frames, Size size);

/// Whether a layer has a picture of its own for screens wider than high: a drawing in a box of another size.
[[nodiscard]] bool hasWidePicture(const model::Layer& layer);

}
