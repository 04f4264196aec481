// SPDX-License-Identifier: MIT
#pragma once

#include <functional>
#include <string>
#include <string_view>

namespace scaena {

/// Stable, readable name of a thing within a sequence: a lower-case letter, then letters, digits and single
/// hyphens.
using Id = std::string;

inline constexpr std::size_t kLongestId = 64;

[[nodiscard]] bool isValidId(std::string_view text);

/// A valid id made from a name a person typed ("Sun & ridges" gives "sun-ridges"), made unique by a number
/// for as long as `taken` says so. Letters outside ASCII fall away; a name without any gives `fallback`.
[[nodiscard]] Id makeId(std::string_view name, std::string_view fallback,
                        const std::function<bool(const Id&)>& taken);

}
