// SPDX-License-Identifier: MIT
#include "core/base/colour.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena {

namespace {

int hexDigit(char c) {
    if (c >= '0' && c <= '9') {
        return c - '0';
    }
    if (c >= 'a' && c <= 'f') {
        return c - 'a' + 10;
    }
    return c >= 'A' && c <= 'F' ? c - 'A' + 10 : -1;
}

double linearised(std::uint8_t channel) {
    const double c = channel / 255.0;
    return c <= 0.04045 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4);
}

std::uint8_t mixChannel(std::uint8_t from, std::uint8_t to, double part) {
    return static_cast<std::uint8_t>(std::lround(from + (to - from) * part));
}

}

std::optional<Colour> parseHexColour(std::string_view text) {
    if ((text.size() != 7 && text.size() != 9) || text[0] != '#') {
        return std::nullopt;
    }
    std::uint8_t channels[4] = {0, 0, 0, 255};
    for (std::size_t i = 1; i < text.size(); i += 2) {
        const int high = hexDigit(text[i]);
        const int low = hexDigit(text[i + 1]);
        if (high < 0 || low < 0) {
            return std::nullopt;
        }
        channels[i / 2] = static_cast<std::uint8_t>(high * 16 + low);
    }
    return Colour{channels[0], channels[1], channels[2], channels[3]};
}

std::string toHex(Colour colour) {
    auto text = fmt::format("#{:02X}{:02X}{:02X}", colour.r, colour.g, colour.b);
    return colour.a == 255 ? text : text + fmt::format("{:02X}", colour.a);
}

Colour mix(Colour from, Colour to, double part) {
    const double p = std::clamp(part, 0.0, 1.0);
    return {mixChannel(from.r, to.r, p), mixChannel(from.g, to.g, p), mixChannel(from.b, to.b, p),
            mixChannel(from.a, to.a, p)};
}

double luminance(Colour colour) {
    return 0.2126 * linearised(colour.r) + 0.7152 * linearised(colour.g) + 0.0722 * linearised(colour.b);
}

double contrastRatio(Colour one, Colour other) {
    const double a = luminance(one);
    const double b = luminance(other);
    return (std::max(a, b) + 0.05) / (std::min(a, b) + 0.05);
}

}
