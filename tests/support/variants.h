// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

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

}
