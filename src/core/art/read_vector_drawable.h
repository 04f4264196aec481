// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/base/result.h"

#include <functional>

namespace scaena::art {

/// What references such as "@color/brand" and "@string/outline" stand for; nothing if they are not known.
struct DrawableLookup {
    std::function<std::optional<Colour>(const std::string& reference)> colour;
    std::function<std::optional<std::string>(const std::string& reference)> text;
};

/// Reads Android's VectorDrawable XML (elements vector, group, path, clip-path, aapt:attr gradients). What
/// cannot be carried (unknown references) is named in `losses`. A tint of the app's theme is the
/// current colour, and any other one the colour of all.
[[nodiscard]] Result<Art> readVectorDrawable(std::string_view text, const std::string& name = {},
                                             const DrawableLookup& lookUp = {});

/// "#RGB", "#ARGB", "#RRGGBB" or "#AARRGGBB", as Android's resources write colours.
[[nodiscard]] std::optional<Colour> parseAndroidColour(std::string_view text);

/// "@android:color/white": the platform's own (frameworks/base, res/values/colors.xml).
[[nodiscard]] std::optional<Colour> systemColour(std::string_view reference);

}
