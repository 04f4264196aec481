// SPDX-License-Identifier: MIT
#include "core/base/sum_text.h"

#include <catch2/catch.hpp>
#include <string>

using scaena::sumOf;

TEST_CASE("A number's field takes sums, parts of what was there, and no nonsense") {
    const std::pair<const char*, double> sums[] = {
        {"240", 240},     {"240+16", 256},      {"/2", 150},   {"*1.5", 450},   {"50%", 150},
        {"-20", -20},     {"2*(3+4)", 14},      {"10-2-3", 5}, {"100/10/2", 5}, {"1,5", 1.5},
        {" 12 + 3 ", 15}, {"3×4", 12},          {"12÷4", 3},   {"5−7", -2},     {"/2+10", 160},
        {"300-10%", 270}, {"100%+20", 320},     {"2*-3", -6},  {"+7", 7},       {".5", 0.5},
        {"((2))", 2},     {"1\u2009240", 1240}, {"*0", 0},     {"--4", 4}};
    for (const auto& [text, value] : sums) {
        INFO(text);
        const auto sum = sumOf(text, 300);
        REQUIRE(sum);
        CHECK(*sum == Approx(value));
    }
    for (const char* text : {"", " ", "a", "2+", "2++", "(2", "2)", "1/0", "/0", "%", "2**3", "inf", "nan",
                             "1e400", "0x10", "2 3a", "*", "()", "1e9"}) {
        INFO(text);
        CHECK_FALSE(sumOf(text, 300));
    }
    CHECK_FALSE(sumOf(std::string(100, '(') + "1" + std::string(100, ')'), 0));
    CHECK_FALSE(sumOf(std::string(5000, '-') + "1", 0));
}
