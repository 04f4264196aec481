// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/path.h"

#include <optional>

namespace scaena::exporting {

/// The longest text a resource may hold, in bytes (ResourceTypes.h, ResStringPool: lengths have 15 bits). The
/// platform's tool puts a mark in the place of a longer one, says nothing, and the vector cannot be loaded.
inline constexpr std::size_t kLongestResourceText = 32'767;

/// The path as texts of which each fits, painted one after another without a difference: contours whose boxes
/// meet within `reach` (half a line's width) stay together. Digits are left out where one text alone is too
/// long. Nothing if it is too long with a single digit, too.
[[nodiscard]] std::optional<std::vector<std::string>> pathTexts(const art::Path& path, double reach);

/// The same for a path that cannot be taken apart.
[[nodiscard]] std::optional<std::string> wholePathText(const art::Path& path);

}
