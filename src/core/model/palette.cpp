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

Colour proposedFor(Colour colour, Colour canvas, double contrast) {
    if (contrastRatio(colour, canvas) >= contrast) {
        return colour;
    }
    const bool darkCanvas = luminance(canvas) < 0.18;
    const Colour pole = darkCanvas ? Colour{255, 255, 255, colour.a} : Colour{0, 0, 0, colour.a};
    for (int step = 1; step <= 50; ++step) {
        const Colour tried = mix(colour, pole, step / 50.0);
        if (contrastRatio(tried, canvas) >= contrast) {
            return tried;
        }
    }
    return pole;
}

}
