// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/targets.h"
#include "core/project/project.h"

#include <QImage>
#include <optional>

namespace scaena::render {

struct LayerImage {
    model::Appearance appearance = model::Appearance::Light;
    int side = 64;                 ///< pixels
    double part = 1;               ///< of the side that the layer's longer side takes
    std::optional<Colour> backing; ///< nothing: transparent
    bool round = false;            ///< cut to a circle
};
/// One artwork or image alone in the middle of a square picture; null if there is no such layer. May be
/// called from any thread.
[[nodiscard]] QImage layerImage(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                const LayerId& layer, const LayerImage& how);

/// How systems show an app's icon: adaptive icons cut to a circle or to soft corners, or as a shape alone in
/// the wallpaper's colours; a square with rounded corners; a web app's icon as it is, or cut to the circle
/// that all masks keep.
enum class IconLook { Circle, Soft, Themed, Rounded, Plain, Maskable };
inline constexpr int kIconLooks = 6;

/// The exported icon as a system shows it: transparent outside of its mask. Only the mask if there is no art
/// an icon could be made of. May be called from any thread.
[[nodiscard]] QImage iconImage(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                               IconLook look, model::Appearance appearance, int side);

/// How the home screen of a target shows it.
[[nodiscard]] IconLook homeLook(plan::TargetId target);
/// Radius of its corners as a part of its side.
[[nodiscard]] double iconRoundness(IconLook look);

}
