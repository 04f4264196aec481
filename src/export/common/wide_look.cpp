// SPDX-License-Identifier: MIT
#include "export/common/wide_look.h"

#include "core/art/picture_head.h"
#include "core/art/read_clip.h"
#include "core/project/shown_art.h"

namespace scaena::exporting {

namespace {

/// The size that is fitted into the layer's box, in whatever unit; nothing for what is not fitted.
std::optional<Size> ownSize(const ExportInput& input, const model::Layer& layer) {
    if (layer.art()) {
        const auto art = project::shownArt(input.sequence, input.artFiles, layer, model::Appearance::Light);
        return art ? std::optional(Size{art->viewBox.width, art->viewBox.height}) : std::nullopt;
    }
    if (layer.as<model::ImageContent>()) {
        const auto* shown = project::pictureFor(layer, 3, model::Appearance::Light);
        const auto* bytes = shown ? input.artFiles.bytesOf(shown->path) : nullptr;
        return bytes ? art::pictureSize(*bytes) : std::nullopt;
    }
    if (const auto* clip = layer.as<model::ClipContent>()) {
        const auto* bytes = input.artFiles.bytesOf(clip->path);
        if (!bytes) {
            return std::nullopt;
        }
        const auto info = art::readClip(*bytes);
        return info ? std::optional(info->size) : std::nullopt;
    }
    return std::nullopt;
}

double fitted(Size own, const model::Place& box) {
    return art::fitInto({0, 0, own.width, own.height}, {0, 0, box.width, box.height}).meanScale();
}

}

std::string wideName(const model::Layer& layer) { return layer.id + "--wide"; }

model::Layer atLandscapePlace(model::Layer layer) {
    if (layer.landscape) {
        layer.place = *layer.landscape;
        layer.landscape.reset();
    }
    return layer;
}

WideLook wideLookOf(const ExportInput& input, const model::Layer& layer) {
    WideLook wide;
    if (const auto* picture = model::pictureOf(layer); picture && !picture->landscape.empty()) {
        wide.other = layer;
        wide.other->id = LayerId(wideName(layer));
        auto& shown = *wide.other->get<model::BackdropContent>().picture;
        shown.light = picture->landscape;
        shown.dark = picture->darkLandscape;
        shown.landscape.clear();
        shown.darkLandscape.clear();
    }
    if (!project::hasOtherBox(layer)) {
        return wide;
    }
    if (layer.as<model::ShapeContent>()) {
        wide.other = atLandscapePlace(layer);
    } else if (const auto own = ownSize(input, layer)) {
        const double upright = fitted(*own, layer.place);
        wide.scale = upright > 0 ? fitted(*own, *layer.landscape) / upright : 1;
    }
    return wide;
}

}
