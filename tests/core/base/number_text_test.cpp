// SPDX-License-Identifier: MIT
#include "core/base/number_text.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <cstdio>
#include <random>

using namespace scaena;

namespace {

/// As the C library writes it, without the zeros at its end.
std::string printed(double value, int digits) {
    char text[400];
    std::snprintf(text, sizeof text, "%.*f", digits, value);
    std::string out = text;
    if (digits > 0 && out.find('.') != std::string::npos) {
        out.erase(out.find_last_not_of('0') + 1);
        if (out.back() == '.') {
            out.pop_back();
        }
    }
    return out == "-0" ? "0" : out;
}

}

TEST_CASE("Numbers are written short, with so many decimals at most") {
    CHECK(numberText(12.5) == "12.5");
    CHECK(numberText(-3) == "-3");
    CHECK(numberText(0.0004) == "0");
    CHECK(numberText(-0.0004) == "0");
    CHECK(numberText(-0.0) == "0");
    CHECK(numberText(1200, 0) == "1200");
    CHECK(numberText(0.05, 2) == "0.05");
    CHECK(numberText(-0.005, 3) == "-0.005");
    CHECK(numberText(9.9996) == "10");
    CHECK(numberText(1e15, 2) == "1000000000000000");
    std::string out = "M";
    appendNumber(out, 7.25, 1);
    CHECK(out == "M7.2"); // halves go to the even digit, where a number is one exactly
}

TEST_CASE("Numbers are rounded as the C library rounds them") {
    std::mt19937_64 random(4);
    std::uniform_real_distribution<double> magnitude(-9, 17), way(-1, 1);
    for (int i = 0; i < 300'000; ++i) {
        const double value = way(random) * std::pow(10, magnitude(random));
        const int digits = static_cast<int>(random() % 10);
        if (numberText(value, digits) != printed(value, digits)) {
            FAIL(printed(value, 17) << " with " << digits << ": " << numberText(value, digits));
        }
    }
    // Where it is decided: at halves, and a step beside them.
    for (int i = 0; i < 100'000; ++i) {
        const int digits = static_cast<int>(random() % 7);
        const double half = (static_cast<double>(random() % 2'000'000) - 1e6 + 0.5) / std::pow(10, digits);
        for (const double value :
             {half, std::nextafter(half, 1e9), std::nextafter(half, -1e9), half + way(random) * 1e-6}) {
            if (numberText(value, digits) != printed(value, digits)) {
                FAIL(printed(value, 17) << " with " << digits << ": " << numberText(value, digits));
            }
        }
    }
}
