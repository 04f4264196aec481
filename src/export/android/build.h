// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/names_in_export.h"
#include "export/common/export_build.h"

namespace scaena::exporting {

/// What the parts of the Android export share while it is being built.
struct AndroidBuild : ExportBuild {
    AndroidNames names;
    AndroidBuild(ExportBuild base, AndroidNames all) : ExportBuild(std::move(base)), names(std::move(all)) {}
};

/// A layer's drawable: name of the resource, and its size in dp.
struct LayerDrawable {
    std::string name; ///< empty: none
    Size size;
};

/// The resource name of one picture of a clip.
[[nodiscard]] std::string frameName(const std::string& clip, int frame);

/// Colours in light and dark, art and text drawables. Called in this order by AndroidExporter::build.
void addColours(AndroidBuild& build);
[[nodiscard]] std::vector<LayerDrawable> addLayerDrawables(AndroidBuild& build);
/// The files of pictures, backdrop pictures and clips; parts of addLayerDrawables.
[[nodiscard]] LayerDrawable addImageLayer(AndroidBuild& build, const model::Layer& layer);
[[nodiscard]] LayerDrawable addBackdropPicture(AndroidBuild& build, const model::Layer& layer);
[[nodiscard]] LayerDrawable addClipLayer(AndroidBuild& build, const model::Layer& layer);
/// The system's own launch picture: icon, its animation, the footer, and the window background of older
/// systems. Returns the animation's length in ms, 0 if there is none.
[[nodiscard]] Millis addOpening(AndroidBuild& build, const std::vector<LayerDrawable>& drawables);
void addThemes(AndroidBuild& build, Millis iconAnimation);
void addCode(AndroidBuild& build, const std::vector<LayerDrawable>& drawables);
void addInstructions(AndroidBuild& build);

/// Writes one picture of art under `name` (vector, or PNGs for every density), for light or for dark.
void addArt(AndroidBuild& build, const std::string& name, const art::Art& art, Size size, const Rect& box,
            const model::ColourRef& tint, model::Appearance appearance, bool fillsOnly = false);

}
