// SPDX-License-Identifier: MIT
#include "core/base/number_text.h"

#include <array>
#include <charconv>
#include <string_view>

namespace scaena {

void appendNumber(std::string& out, double value, int digits) {
    std::array<char, 330> room; // 309 digits before the point, nine behind it
    const auto written =
        std::to_chars(room.data(), room.data() + room.size(), value, std::chars_format::fixed, digits);
    std::string_view text(room.data(), static_cast<std::size_t>(written.ptr - room.data()));
    if (text.find('.') != std::string_view::npos) {
        text = text.substr(0, text.find_last_not_of('0') + 1);
        text.remove_suffix(text.ends_with('.') ? 1 : 0);
    }
    out += text == "-0" ? "0" : text;
}

std::string numberText(double value, int digits) {
    std::string out;
    appendNumber(out, value, digits);
    return out;
}

}
