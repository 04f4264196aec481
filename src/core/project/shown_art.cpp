// SPDX-License-Identifier: MIT
#include "core/project/shown_art.h"

#include "core/art/parts.h"

#include <algorithm>

namespace scaena::project {

using model::Appearance;

namespace {

Size sizeOf(const model::Place& place) { return {place.width, place.height}; }

}

bool hasOtherBox(const model::Layer& layer) {
    return !model::coversScreen(layer.kind()) && layer.landscape &&
           sizeOf(*layer.landscape) != sizeOf(layer.place);
}

art::ArtPtr shownArt(const model::Sequence& sequence, const ArtFiles& artFiles, const model::Layer& layer,
                     Appearance appearance, bool landscape) {
    const auto colour = [&](const model::ColourRef& ref) {
        return model::colourOf(sequence.palette, ref, appearance);
    };
    if (const auto* shape = layer.as<model::ShapeContent>()) {
        return std::make_shared<const art::Art>(
            art::shapeArt(*shape, sizeOf(model::placeOn(layer, landscape)), colour));
    }
    auto shown = artFiles.artOf(layer, appearance);
    if (!shown) {
        return nullptr;
    }
    const auto& drawing = *layer.art(); // only drawings have art on the art files
    if (!drawing.part.empty()) {
        auto part = art::onlyPart(*shown, drawing.part);
        shown = part ? std::make_shared<const art::Art>(std::move(*part)) : nullptr;
    }
    if (shown && !drawing.recolour.empty()) {
        std::map<std::string, Colour> replace;
        for (const auto& [from, to] : drawing.recolour) {
            replace[from] = colour(to);
        }
        shown = std::make_shared<const art::Art>(art::recoloured(*shown, replace));
    }
    return shown;
}

bool differsByNight(const model::Layer& layer) {
    const auto* drawing = layer.art();
    return layer.as<model::ShapeContent>() ||
           (drawing && (!drawing->darkArt.empty() || !drawing->recolour.empty()));
}

const model::Picture* pictureFor(const model::Layer& layer, double density, Appearance appearance) {
    const auto* image = layer.as<model::ImageContent>();
    if (!image) {
        return nullptr;
    }
    const auto best = [&](bool dark) {
        const model::Picture* found = nullptr;
        for (const auto& picture : image->pictures) {
            if (picture.dark != dark) {
                continue;
            }
            const bool better = !found || (found->density < density ? picture.density > found->density
                                                                    : picture.density >= density &&
                                                                          picture.density < found->density);
            found = better ? &picture : found;
        }
        return found;
    };
    const auto* dark = appearance == Appearance::Dark ? best(true) : nullptr;
    return dark ? dark : best(false);
}

std::string backdropPicture(const model::Layer& layer, Appearance appearance, bool landscape) {
    const auto* backdrop = layer.as<model::BackdropContent>();
    if (!backdrop || !backdrop->picture) {
        return {};
    }
    const auto& p = *backdrop->picture;
    const bool dark = appearance == Appearance::Dark;
    for (const auto* path :
         {dark && landscape ? &p.darkLandscape : nullptr, landscape && !dark ? &p.landscape : nullptr,
          dark ? &p.dark : nullptr, landscape ? &p.landscape : nullptr, &p.light}) {
        if (path && !path->empty()) {
            return *path;
        }
    }
    return {};
}

}
