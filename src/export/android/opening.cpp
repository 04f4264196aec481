// SPDX-License-Identifier: MIT
#include "core/base/number_text.h"
#include "core/project/shown_art.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "export/android/build.h"
#include "export/android/icon_animation.h"
#include "export/android/vector_drawable.h"
#include "export/common/xml.h"

#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

const plan::OpeningTraits& newerAndroid() { return plan::targetOf("android12").opening; }

/// The icon's box is larger than what is seen of it; the art lies about its middle, within the visible
/// circle.
struct IconFrame {
    double side = 0; ///< dp
    Rect box;        ///< of the art, within it
};

IconFrame iconFrame(const model::Sequence& sequence, const model::Layer& layer) {
    const double side = model::plateOf(layer) ? newerAndroid().plateBox : newerAndroid().iconBox;
    const Size size = schedule::openingIconSize(layer, newerAndroid());
    const Point shift = sequence.opening.iconShift;
    return {side,
            {(side - size.width) / 2 + shift.x, (side - size.height) / 2 + shift.y, size.width, size.height}};
}

std::string iconVector(const IconFrame& frame, const art::Art& art, const model::Layer& layer,
                       const std::string& currentColour, const IconPose& pose) {
    VectorOptions options;
    options.size = {frame.side, frame.side};
    options.box = frame.box;
    options.currentColour = currentColour;
    options.groupName = "icon";
    options.pivot = layer.pivot;
    options.vectorName = "picture";
    options.pose = pose.group;
    options.alpha = pose.alpha;
    return vectorDrawable(art, options);
}

void addIconPicture(AndroidBuild& build, const model::Layer& layer, const art::Art& art,
                    Appearance appearance) {
    const auto name = build.names.resource("icon");
    const std::string folder = appearance == Appearance::Dark ? "res/drawable-night/" : "res/drawable/";
    const auto frame = iconFrame(build.sequence(), layer);
    if (whyNotVector(art)) {
        addArt(build, name, art, {frame.side, frame.side}, frame.box, model::tintOf(layer), appearance);
        return;
    }
    build.add(folder + name + ".xml",
              iconVector(frame, art, layer,
                         model::tintOf(layer).empty() ? "#FF000000"
                                                      : "@color/" + build.names.colour(model::tintOf(layer)),
                         iconPose(build.input.study, model::indexOf(build.sequence().layers, layer.id))));
}

/// A picture about the middle of a box the system draws; the box itself is an invisible shape that gives the
/// list its size.
void addBoxedImage(AndroidBuild& build, const char* name, const model::Layer& layer, Size whole, Size within,
                   Point shift) {
    const Size size = keptProportions(build, layer, within);
    const auto dp = [](double value) { return numberText(value) + "dp"; };
    pugi::xml_document document;
    auto list = with(document.append_child("layer-list"), "xmlns:android",
                     "http://schemas.android.com/apk/res/android");
    auto box = list.append_child("item").append_child("shape");
    with(with(box.append_child("size"), "android:width", dp(whole.width)), "android:height",
         dp(whole.height));
    with(box.append_child("solid"), "android:color", "#00000000");
    auto item = list.append_child("item");
    with(with(item, "android:width", dp(size.width)), "android:height", dp(size.height));
    with(item, "android:gravity", "center");
    // An inset on one side moves a centred item by half of it.
    if (shift.x != 0) {
        with(item, shift.x > 0 ? "android:left" : "android:right", dp(std::abs(shift.x) * 2));
    }
    if (shift.y != 0) {
        with(item, shift.y > 0 ? "android:top" : "android:bottom", dp(std::abs(shift.y) * 2));
    }
    with(item, "android:drawable", "@drawable/" + build.names.resource("image", layer.id));
    build.add("res/drawable/" + build.names.resource(name) + ".xml", xmlText(document));
}

/// Light and dark picture of the icon, and its animation if some cue moves it and it could be written as a
/// vector.
Millis addIcon(AndroidBuild& build) {
    const auto* layer = model::findThing(build.sequence().layers, build.sequence().opening.icon);
    if (!layer) {
        return 0;
    }
    if (layer->as<model::ImageContent>()) {
        const double side = newerAndroid().iconBox;
        addBoxedImage(build, "icon", *layer, {side, side}, schedule::openingIconSize(*layer, newerAndroid()),
                      build.sequence().opening.iconShift);
        return 0;
    }
    const auto light = project::shownArt(build.sequence(), build.input.artFiles, *layer, Appearance::Light);
    const auto dark =
        project::differsByNight(*layer)
            ? project::shownArt(build.sequence(), build.input.artFiles, *layer, Appearance::Dark)
            : nullptr;
    addIconPicture(build, *layer, *light, Appearance::Light);
    if (dark) {
        addIconPicture(build, *layer, *dark, Appearance::Dark);
    }
    if (whyNotVector(*light) || (dark && whyNotVector(*dark))) {
        build.base.note("icon-stands-still",
                        "The icon cannot be written as a vector, so the system shows it without motion.");
        return 0;
    }
    return addIconAnimation(build, model::indexOf(build.sequence().layers, layer->id));
}

/// The bottom picture has a box of fixed proportions, into which the system stretches it.
void addFooter(AndroidBuild& build) {
    const auto* layer = model::findThing(build.sequence().layers, build.sequence().opening.footer);
    if (!layer) {
        return;
    }
    const Size whole = newerAndroid().footer;
    const double fit = std::min({1.0, whole.width / std::max(1.0, layer->place.width),
                                 whole.height / std::max(1.0, layer->place.height)});
    const Size size{layer->place.width * fit, layer->place.height * fit};
    if (layer->as<model::ImageContent>()) {
        addBoxedImage(build, "footer", *layer, whole, size, {});
        return;
    }
    const Rect box{(whole.width - size.width) / 2, (whole.height - size.height) / 2, size.width, size.height};
    for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
        if (appearance == Appearance::Light || project::differsByNight(*layer)) {
            addArt(build, build.names.resource("footer"),
                   *project::shownArt(build.sequence(), build.input.artFiles, *layer, appearance), whole, box,
                   model::tintOf(*layer), appearance);
        }
    }
}

/// One backdrop of the older systems' window background.
void addBackdropItem(AndroidBuild& build, pugi::xml_node list, const model::Layer& layer) {
    const auto& fill = layer.get<model::BackdropContent>().fill;
    auto item = list.append_child("item");
    auto shape = with(item.append_child("shape"), "android:shape", "rectangle");
    if (fill.to.empty()) {
        with(shape.append_child("solid"), "android:color", "@color/" + build.names.colour(fill.colour));
        return;
    }
    // A shape's gradient runs at multiples of 45° counted from left to right against the clock; CSS counts
    // from the upright with the clock.
    const long eighth = std::lround((90 - fill.angle) / 45);
    const long angle = ((eighth % 8 + 8) % 8) * 45;
    auto gradient = shape.append_child("gradient");
    with(gradient, "android:type", "linear");
    with(gradient, "android:angle", std::to_string(angle));
    with(gradient, "android:startColor", "@color/" + build.names.colour(fill.colour));
    with(gradient, "android:endColor", "@color/" + build.names.colour(fill.to));
}

/// Where an item of a layer list lies: held to an edge or the middle, moved by insets.
pugi::xml_node addPlacedItem(pugi::xml_node list, const model::Place& asked, Size size) {
    const auto place = plan::heldToAnchor(asked);
    const Point at = model::fractions(place.anchor);
    static constexpr const char* across[] = {"left", "center_horizontal", "right"};
    static constexpr const char* down[] = {"top", "center_vertical", "bottom"};
    auto item = list.append_child("item");
    with(item, "android:width", numberText(size.width) + "dp");
    with(item, "android:height", numberText(size.height) + "dp");
    with(item, "android:gravity",
         std::string(across[std::lround(at.x * 2)]) + "|" + down[std::lround(at.y * 2)]);
    const auto inset = [&](const char* low, const char* high, double part, double offset, double half) {
        if (part == 0.5) { // an inset on one side moves a centred item by half of it
            with(item, offset >= 0 ? low : high, numberText(std::abs(offset) * 2) + "dp");
        } else {
            with(item, part == 0 ? low : high, numberText(part == 0 ? offset - half : -offset - half) + "dp");
        }
    };
    inset("android:left", "android:right", at.x, place.x, size.width / 2);
    inset("android:top", "android:bottom", at.y, place.y, size.height / 2);
    return item;
}

void addWindowBackground(AndroidBuild& build, const std::vector<LayerDrawable>& drawables) {
    pugi::xml_document document;
    auto list = document.append_child("layer-list");
    with(list, "xmlns:android", "http://schemas.android.com/apk/res/android");
    with(list.append_child("item"), "android:drawable",
         "@color/" + build.names.colour(build.sequence().opening.colour));
    const auto& shown = build.sequence().opening.layers;
    for (std::size_t i = 0; i < build.sequence().layers.size(); ++i) {
        const auto& layer = build.sequence().layers[i];
        if (std::find(shown.begin(), shown.end(), layer.id) == shown.end()) {
            continue;
        }
        if (layer.as<model::BackdropContent>()) {
            addBackdropItem(build, list, layer);
        } else if (!drawables[i].name.empty() && schedule::canBeStatic(layer.kind())) {
            if (const auto* plate = model::plateOf(layer)) {
                auto disc = addPlacedItem(list, layer.place, {plate->diameter, plate->diameter});
                auto oval = with(disc.append_child("shape"), "android:shape", "oval");
                with(oval.append_child("solid"), "android:color",
                     "@color/" + build.names.colour(plate->colour));
            }
            with(addPlacedItem(list, layer.place, drawables[i].size), "android:drawable",
                 "@drawable/" + drawables[i].name);
        }
    }
    build.add("res/drawable/" + build.names.resource("opening") + ".xml", xmlText(document));
}

}

Millis addOpening(AndroidBuild& build, const std::vector<LayerDrawable>& drawables) {
    addFooter(build);
    addWindowBackground(build, drawables);
    return addIcon(build);
}

}
