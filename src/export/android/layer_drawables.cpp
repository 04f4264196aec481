// SPDX-License-Identifier: MIT
#include "core/art/strata.h"
#include "core/base/overloads.h"
#include "core/project/shown_art.h"
#include "core/schedule/evaluate.h"
#include "export/android/build.h"
#include "export/android/outline_arrays.h"
#include "export/android/vector_drawable.h"
#include "export/common/framed_art.h"
#include "export/common/outlines.h"
#include "export/common/wide_look.h"
#include "export/common/xml.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

struct Density {
    const char* name;
    double scale;
};
constexpr Density kDensities[] = {{"mdpi", 1}, {"hdpi", 1.5}, {"xhdpi", 2}, {"xxhdpi", 3}, {"xxxhdpi", 4}};

/// No picture of an export is larger than this on a side; larger ones are scaled up by the device.
constexpr int kLongestSide = 4096;

void addRasters(AndroidBuild& build, const std::string& name, const art::Art& art, Size size, const Rect& box,
                Colour tint, bool dark) {
    const auto framed = framedArt(art, size, box);
    for (const auto& density : kDensities) {
        const auto pixels = [&](double dp) {
            return std::clamp(static_cast<int>(std::lround(dp * density.scale)), 1, kLongestSide);
        };
        const auto& rasteriser = build.input.rasteriser;
        build.addLater(fmt::format("res/drawable-{}{}/{}.png", dark ? "night-" : "", density.name, name),
                       [&rasteriser, framed, wide = pixels(size.width), high = pixels(size.height), tint] {
                           return rasteriser.png(framed, wide, high, tint);
                       });
    }
}

/// What of the art a vector cannot show as pictures, and the rest as vectors below and above them. False if
/// it is not of that kind.
bool addStrata(AndroidBuild& build, const std::string& name, const art::Art& art, Size size, const Rect& box,
               const model::ColourRef& tint, Appearance appearance, bool fillsOnly) {
    const auto strata = art::strataOf(art);
    if (!strata || strata->size() < 2) {
        return false;
    }
    pugi::xml_document document;
    auto list = with(document.append_child("layer-list"), "xmlns:android",
                     "http://schemas.android.com/apk/res/android");
    for (std::size_t i = 0; i < strata->size(); ++i) {
        const auto part = fmt::format("{}_{}", name, i + 1);
        addArt(build, part, (*strata)[i], size, box, tint, appearance, fillsOnly);
        with(list.append_child("item"), "android:drawable", "@drawable/" + part);
    }
    build.add(fmt::format("res/drawable{}/{}.xml", appearance == Appearance::Dark ? "-night" : "", name),
              xmlText(document));
    return true;
}

LayerDrawable addArtLayer(AndroidBuild& build, const model::Layer& layer, const char* kind = "art") {
    const Size size{layer.place.width, layer.place.height};
    const Rect box{0, 0, size.width, size.height};
    const auto name = build.names.resource(kind, layer.id);
    const auto shown = [&](Appearance appearance) {
        return project::shownArt(build.sequence(), build.input.artFiles, layer, appearance);
    };
    const auto light = shown(Appearance::Light);
    const auto dark = project::differsByNight(layer) ? shown(Appearance::Dark) : nullptr;
    bool layered = addArt(build, name, *light, size, box, model::tintOf(layer), Appearance::Light);
    if (dark) {
        layered = addArt(build, name, *dark, size, box, model::tintOf(layer), Appearance::Dark) || layered;
    }
    if (isDrawn(build.sequence(), layer.id)) {
        addArt(build, name + "_fills", *light, size, box, model::tintOf(layer), Appearance::Light, true);
        if (dark) {
            addArt(build, name + "_fills", *dark, size, box, model::tintOf(layer), Appearance::Dark, true);
        }
    }
    LayerDrawable made{name, size};
    made.layered = layered;
    return made;
}

/// A vector cuts at its edges, so it is made as large as the text's ink, even about the centre.
LayerDrawable addTextLayer(AndroidBuild& build, const model::Layer& layer) {
    const auto& text = layer.get<model::TextContent>();
    const auto outline = build.input.outliner.outline(text, build.input.artFiles.bytesOf(text.fontFile));
    const Rect ink = art::bounds(outline);
    const auto reach = [](double low, double high) {
        return std::max(1.0, 2 * std::ceil(std::max(std::abs(low), std::abs(high)) + 1));
    };
    const Size size{reach(ink.x, ink.right()), reach(ink.y, ink.bottom())};
    const auto name = build.names.resource("text", layer.id);
    const auto letters = textArt(outline, size);
    addArt(build, name, letters, size, {0, 0, size.width, size.height}, text.colour, Appearance::Light);
    if (whyNotVector(letters)) { // pictures have colours, not references to them
        addArt(build, name, letters, size, {0, 0, size.width, size.height}, text.colour, Appearance::Dark);
    }
    return {name, size};
}

}

bool addArt(AndroidBuild& build, const std::string& name, const art::Art& art, Size size, const Rect& box,
            const model::ColourRef& tint, Appearance appearance, bool fillsOnly) {
    const bool dark = appearance == Appearance::Dark;
    const auto why = whyNotVector(art);
    if (why && addStrata(build, name, art, size, box, tint, appearance, fillsOnly)) {
        return true;
    }
    if (why) {
        build.base.note(
            "art-as-pictures",
            fmt::format("{}{} is written as pictures of five densities, since a vector cannot show {}", name,
                        dark ? " (dark)" : "", *why));
        const Colour colour =
            tint.empty() ? Colour{0, 0, 0, 255} : model::colourOf(build.sequence().palette, tint, appearance);
        addRasters(build, name, art, size, box, colour, dark);
        return false;
    }
    VectorOptions options;
    options.size = size;
    options.box = box;
    options.currentColour = tint.empty() ? "#FF000000" : "@color/" + build.names.colour(tint);
    options.fillsOnly = fillsOnly;
    build.add(fmt::format("res/drawable{}/{}.xml", dark ? "-night" : "", name), vectorDrawable(art, options));
    return false;
}

std::vector<LayerDrawable> addLayerDrawables(AndroidBuild& build, bool openingOnly) {
    std::vector<LayerDrawable> drawables;
    const auto& opening = build.sequence().opening;
    const auto isShown = [&](const model::Layer& layer) {
        const bool inList =
            std::find(opening.layers.begin(), opening.layers.end(), layer.id) != opening.layers.end();
        // Art as icon or footer has drawables of its own; an image is shown as it is.
        const bool bySystem = layer.id == opening.icon || layer.id == opening.footer;
        return (inList && schedule::canBeStatic(layer.kind())) ||
               (bySystem && layer.as<model::ImageContent>() != nullptr);
    };
    for (const auto& layer : build.sequence().layers) {
        if (openingOnly && !isShown(layer)) {
            drawables.push_back({});
            continue;
        }
        const Overloads drawableOf{
            [&](const model::ArtContent&) { return addArtLayer(build, layer); },
            [&](const model::ShapeContent&) { return addArtLayer(build, layer); },
            [&](const model::TextContent&) { return addTextLayer(build, layer); },
            [&](const model::ImageContent&) { return addImageLayer(build, layer); },
            [&](const model::BackdropContent&) { return addBackdropPicture(build, layer); },
            [&](const model::ClipContent&) { return addClipLayer(build, layer); },
            [](const model::FirstScreenContent&) { return LayerDrawable(); },
            [](const model::ProgressContent&) { return LayerDrawable(); },
            [](const model::GroupContent&) { return LayerDrawable(); }};
        drawables.push_back(std::visit(drawableOf, layer.contents));
        if (const auto wide = wideLookOf(build.input, layer); !openingOnly) {
            drawables.back().wideScale = wide.scale;
            drawables.back().wide = wide.other && layer.as<model::ShapeContent>()
                                        ? addArtLayer(build, *wide.other, "wide").name
                                        : "";
            addOutlines(build, layer, drawables.back().name);
            if (!drawables.back().wide.empty()) {
                addOutlines(build, *wide.other, drawables.back().wide);
            }
        }
    }
    return drawables;
}

void addColours(AndroidBuild& build) {
    for (const bool dark : {false, true}) {
        pugi::xml_document document;
        auto root = document.append_child("resources");
        for (const auto& colour : build.sequence().palette) {
            auto node = with(root.append_child("color"), "name", build.names.colour(colour.id));
            node.text() = androidColour(dark ? colour.dark : colour.light).c_str();
        }
        const auto content = build.sequence().bars.content;
        const bool darkInk =
            content == model::BarContent::Dark || (content == model::BarContent::Auto && !dark);
        auto flag = with(root.append_child("bool"), "name", build.names.resource("dark_bar_content"));
        flag.text() = darkInk ? "true" : "false";
        build.add(fmt::format("res/values{}/{}.xml", dark ? "-night" : "", build.names.resource("colors")),
                  xmlText(document));
    }
}

}
