// SPDX-License-Identifier: MIT
#include "core/model/palette.h"

namespace scaena::model {

const PaletteColour* find(const Palette& palette, const ColourRef& ref) {
    for (const auto& colour : palette) {
        if (colour.id == ref) {
            return &colour;
        }
    }
    return nullptr;
}

Colour colourOf(const Palette& palette, const ColourRef& ref, Appearance appearance) {
    const auto* found = find(palette, ref);
    if (!found) {
        return {0, 0, 0, 0};
    }
    return appearance == Appearance::Light ? found->light : found->dark;
}

}
