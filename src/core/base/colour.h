// SPDX-License-Identifier: MIT
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace scaena {

/// An sRGB colour with straight (not premultiplied) alpha, 8 bits a channel.
struct Colour {
    std::uint8_t r = 0, g = 0, b = 0, a = 255;
    bool operator==(const Colour&) const = default;
};

/// Reads `#RRGGBB` or `#RRGGBBAA`, the two forms a sequence may hold.
[[nodiscard]] std::optional<Colour> parseHexColour(std::string_view text);

/// `#RRGGBB`, or `#RRGGBBAA` when it is not opaque.
[[nodiscard]] std::string toHex(Colour colour);

/// Straight interpolation in sRGB, as every target's own gradient and colour animation does it.
[[nodiscard]] Colour mix(Colour from, Colour to, double part);

/// Relative luminance and contrast ratio of WCAG 2.2 (definitions "relative luminance", "contrast ratio").
[[nodiscard]] double luminance(Colour colour);
[[nodiscard]] double contrastRatio(Colour one, Colour other);

}
