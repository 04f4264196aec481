// SPDX-License-Identifier: MIT
#include "core/base/number_text.h"

#include <array>
#include <cmath>
#include <cstdint>
#include <fmt/format.h>

namespace scaena {

namespace {

constexpr std::array<double, 10> kPowers = {1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9};
// Up to here a product of two numbers is off by far less than kNearHalf.
constexpr double kMostScaled = 1e10;
constexpr double kNearHalf = 1e-4;

/// Digit by digit, for what a product cannot decide.
void appendExactly(std::string& out, double value, int digits) {
    auto text = fmt::format("{:.{}f}", value, digits);
    if (text.find('.') != std::string::npos) {
        text.erase(text.find_last_not_of('0') + 1);
        if (text.back() == '.') {
            text.pop_back();
        }
    }
    out += text == "-0" ? "0" : text;
}

}

void appendNumber(std::string& out, double value, int digits) {
    const double scaled = std::abs(value) * kPowers[static_cast<std::size_t>(digits)];
    const double whole = std::floor(scaled);
    const double rest = scaled - whole;
    if (!(scaled < kMostScaled) || std::abs(rest - 0.5) < kNearHalf) {
        appendExactly(out, value, digits);
        return;
    }
    auto number = static_cast<std::uint64_t>(whole) + (rest > 0.5 ? 1 : 0);
    if (number == 0) {
        out += '0';
        return;
    }
    int decimals = digits;
    while (decimals > 0 && number % 10 == 0) {
        number /= 10;
        --decimals;
    }
    std::array<char, 24> text{};
    auto at = text.end();
    for (int i = 0; number > 0 || i <= decimals; ++i, number /= 10) { // one digit stands before the point
        if (i == decimals && decimals > 0) {
            *--at = '.';
        }
        *--at = static_cast<char>('0' + number % 10);
    }
    if (value < 0) {
        *--at = '-';
    }
    out.append(at, text.end());
}

std::string numberText(double value, int digits) {
    std::string out;
    appendNumber(out, value, digits);
    return out;
}

}
