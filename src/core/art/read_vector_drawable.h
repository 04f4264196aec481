// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"
#include "core/base/result.h"

#include <functional>

namespace scaena::art {

/// What a reference such as "@color/brand" stands for; nothing if it is not known.
using ColourLookup = std::function<std::optional<Colour>(const std::string& reference)>;

/// Reads Android's VectorDrawable XML (elements vector, group, path, clip-path, aapt:attr gradients). What
/// cannot be carried (trimming, unknown references, a tint) is named in `losses`.
[[nodiscard]] Result<Art> readVectorDrawable(std::string_view text, const std::string& name = {},
                                             const ColourLookup& lookUp = {});

/// Whether the text looks like one, by its root element.
[[nodiscard]] bool isVectorDrawable(std::string_view text);

/// "#RGB", "#ARGB", "#RRGGBB" or "#AARRGGBB", as Android's resources write colours.
[[nodiscard]] std::optional<Colour> parseAndroidColour(std::string_view text);

}
