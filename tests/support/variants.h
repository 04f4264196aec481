// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/read_svg.h"
#include "core/project/project.h"

#include <catch2/catch.hpp>
#include <fmt/format.h>

/// Sequences made of others, for judges.
namespace scaena::test {

/// What a judge looks at a sequence under.
struct JudgedLook {
    model::Appearance appearance = model::Appearance::Light;
    bool reduced = false, landscape = false;
};

/// The same without a picture of the first screen, which a judge's page has of its own: a plain sheet in its
/// colour.
inline model::Sequence withPlainFirstScreens(model::Sequence sequence) {
    for (auto& layer : sequence.layers) {
        if (auto* screen = layer.as<model::FirstScreenContent>()) {
            screen->blocks.clear();
            screen->lightImage.clear();
            screen->darkImage.clear();
        }
    }
    return sequence;
}

/// The same with boxes of other sizes and proportions where the screen is wider than high: every second
/// larger, the others smaller.
inline model::Sequence withOtherBoxes(model::Sequence sequence) {
    bool larger = false;
    for (auto& layer : sequence.layers) {
        if (model::coversScreen(layer.kind()) || layer.as<model::GroupContent>()) {
            continue;
        }
        larger = !larger;
        layer.landscape = model::placeOn(layer, true);
        layer.landscape->width = layer.place.width * (larger ? 1.5 : 0.7);
        layer.landscape->height = layer.place.height * (larger ? 1.25 : 0.6);
        layer.landscape->x *= 0.5;
        layer.landscape->y *= 0.4;
    }
    return sequence;
}

/// The same art with something in each that only pictures can show, between its paths and over them: a soft
/// disc and a stripe that fades out.
inline project::ArtFiles withPictureParts(const project::ArtFiles& artFiles) {
    project::ArtFiles parted = artFiles;
    for (auto& [path, art] : parted.art) {
        const auto source = artFiles.sources.find(path);
        REQUIRE(source != artFiles.sources.end());
        const auto& box = art->viewBox;
        const double side = std::min(box.width, box.height);
        const Point middle = box.centre();
        const auto soft = fmt::format(
            "<filter id='judged-soft'><feGaussianBlur stdDeviation='{0}'/></filter><linearGradient "
            "id='judged-fade'><stop offset='0' stop-color='#fff'/><stop offset='1' stop-color='#000'/>"
            "</linearGradient><mask id='judged-mask'><rect x='{1}' y='{2}' width='{3}' height='{4}' "
            "fill='url(#judged-fade)'/></mask><circle cx='{5}' cy='{6}' r='{7}' fill='#2a9d8f' "
            "filter='url(#judged-soft)'/><circle cx='{5}' cy='{6}' r='{8}' fill='#f4f1de'/><rect x='{1}' "
            "y='{6}' width='{3}' height='{7}' fill='#e76f51' mask='url(#judged-mask)'/></svg>",
            side / 30, box.x, box.y, box.width, box.height, middle.x, middle.y, side / 4, side / 8);
        auto text = *source->second;
        text.replace(text.rfind("</svg>"), 6, soft);
        auto read = art::readSvg(text, path);
        REQUIRE(read);
        REQUIRE(read->losses.empty());
        REQUIRE(art::picturesIn(read->root).size() == 2);
        art = std::make_shared<const art::Art>(std::move(*read));
        parted.sources[path] = std::make_shared<const std::string>(text);
    }
    return parted;
}

}
