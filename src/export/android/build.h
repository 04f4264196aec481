// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/names_in_export.h"
#include "export/common/export_build.h"

namespace scaena::exporting {

/// What the parts of the Android export share while it is being built.
struct AndroidBuild {
    ExportBuild& base;
    AndroidNames names;
    std::string root; ///< where `res/` and `java/` lie, with its slash, or empty
    const ExportInput& input = base.input;
    Export& made = base.made;
    const Plans& plans = base.plans;

    [[nodiscard]] const model::Sequence& sequence() const { return input.sequence; }
    void add(const std::string& path, std::string bytes) { base.add(root + path, std::move(bytes)); }
    void addLater(const std::string& path, std::function<std::string()> make) {
        base.addLater(root + path, std::move(make));
    }
    [[nodiscard]] bool has(const std::string& path) const { return base.has(root + path); }
};

/// A layer's drawable: name of the resource, and its size in dp.
struct LayerDrawable {
    std::string name; ///< empty: none
    Size size;
    double wideScale = 1; ///< by how much it is larger in the layer's landscape box
    std::string wide;     ///< a drawable of its own for that box, as large as it; empty: none
    bool layered =
        false; ///< vectors and pictures over each other, which fade together only if drawn together
};

/// The resource name of one picture of a clip.
[[nodiscard]] std::string frameName(const std::string& clip, int frame);

/// What every app on Android needs before its own code runs, for exports that bring another player.
void addAndroidOpening(ExportBuild& base, const AndroidNames& names, const std::string& root);

/// Colours in light and dark, art and text drawables. Called in this order by AndroidExporter::build.
void addColours(AndroidBuild& build);
/// `openingOnly`: leaves out what the static frame does not show.
[[nodiscard]] std::vector<LayerDrawable> addLayerDrawables(AndroidBuild& build, bool openingOnly = false);
/// What a picture takes of a box, in dp: a drawable fills its bounds, a layer's picture keeps its
/// proportions.
[[nodiscard]] Size keptProportions(const AndroidBuild& build, const model::Layer& layer, Size box);
/// The files of pictures, backdrop pictures and clips; parts of addLayerDrawables.
[[nodiscard]] LayerDrawable addImageLayer(AndroidBuild& build, const model::Layer& layer);
[[nodiscard]] LayerDrawable addBackdropPicture(AndroidBuild& build, const model::Layer& layer);
[[nodiscard]] LayerDrawable addClipLayer(AndroidBuild& build, const model::Layer& layer);
/// The system's own launch picture: icon, its animation, the footer, and the window background of older
/// systems. Returns the animation's length in ms, 0 if there is none.
[[nodiscard]] Millis addOpening(AndroidBuild& build, const std::vector<LayerDrawable>& drawables);
/// The launcher icon: adaptive with foreground, background and monochrome, and pictures for older systems.
void addLauncherIcon(AndroidBuild& build);
void addThemes(AndroidBuild& build, Millis iconAnimation);
void addCode(AndroidBuild& build, const std::vector<LayerDrawable>& drawables);
void addInstructions(AndroidBuild& build);

/// Writes one picture of art under `name` for light or for dark: a vector, or where a vector cannot show it
/// PNGs for every density; of what has parts only pictures can show, vectors and PNGs one over another.
/// Whether it was that.
bool addArt(AndroidBuild& build, const std::string& name, const art::Art& art, Size size, const Rect& box,
            const model::ColourRef& tint, model::Appearance appearance, bool fillsOnly = false);

}
