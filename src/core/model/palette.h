// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/colour.h"
#include "core/base/ids.h"
#include "core/model/extras.h"
#include "core/model/words.h"

#include <string>
#include <vector>

namespace scaena::model {

enum class Appearance { Light, Dark };
template <>
struct Words<Appearance> {
    static constexpr std::array<std::string_view, 2> list = {"light", "dark"};
};

/// A named colour with its value by day and by night.
struct PaletteColour {
    ColourId id;
    std::string name;
    Colour light;
    Colour dark;
    Extras extras;
    bool operator==(const PaletteColour&) const = default;
};

/// The id of a palette colour. Everything a sequence paints itself takes its colour from the palette, so that
/// no dark value can be forgotten.
using ColourRef = ColourId;

using Palette = std::vector<PaletteColour>;

[[nodiscard]] const PaletteColour* find(const Palette& palette, const ColourRef& ref);

/// The colour's value; transparent black for a reference that leads nowhere (a valid sequence has none).
[[nodiscard]] Colour colourOf(const Palette& palette, const ColourRef& ref, Appearance appearance);

/// The colour itself if it stands out from `canvas` by that contrast, else the same hue moved towards white
/// or black until it does. What Scaena proposes for a dark value that is missing.
[[nodiscard]] Colour proposedFor(Colour colour, Colour canvas, double contrast = 3);

}
