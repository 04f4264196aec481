// SPDX-License-Identifier: MIT
#include "core/base/colour.h"
#include "core/base/geometry.h"
#include "core/base/hash.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/base/times.h"

#include <catch2/catch.hpp>

using namespace scaena;

TEST_CASE("A colour is read in the two forms a sequence may hold and in no other") {
    CHECK(parseHexColour("#1E2027") == Colour{0x1E, 0x20, 0x27, 255});
    CHECK(parseHexColour("#1e202780") == Colour{0x1E, 0x20, 0x27, 0x80});
    for (const char* bad : {"", "#", "1E2027", "#1E202", "#1E20270", "#GG0000", "red", "#12 456"}) {
        INFO(bad);
        CHECK_FALSE(parseHexColour(bad));
    }
}

TEST_CASE("A colour's text reads back as the same colour") {
    for (const Colour colour :
         {Colour{0, 0, 0, 255}, Colour{255, 1, 2, 255}, Colour{9, 8, 7, 0}, Colour{9, 8, 7, 254}}) {
        CHECK(parseHexColour(toHex(colour)) == colour);
    }
}

TEST_CASE("Contrast ratios are those of WCAG") {
    const Colour black{0, 0, 0, 255};
    const Colour white{255, 255, 255, 255};
    CHECK(contrastRatio(black, white) == Approx(21));
    CHECK(contrastRatio(white, black) == Approx(21));
    CHECK(contrastRatio(white, white) == Approx(1));
    CHECK(contrastRatio({0x77, 0x77, 0x77, 255}, white) == Approx(4.478).margin(0.001));
}

TEST_CASE("Mixing colours reaches both ends and stays between them") {
    const Colour a{0, 100, 200, 0};
    const Colour b{255, 50, 200, 255};
    CHECK(mix(a, b, 0) == a);
    CHECK(mix(a, b, 1) == b);
    CHECK(mix(a, b, -3) == a);
    CHECK(mix(a, b, 0.5) == Colour{128, 75, 200, 128});
}

TEST_CASE("Ids are lower-case letters, digits and single hyphens") {
    for (const char* good : {"a", "sun", "sun-rise", "beat2", "a-1-b"}) {
        INFO(good);
        CHECK(isValidId(good));
    }
    for (const char* bad : {"", "-a", "a-", "a--b", "Sun", "1a", "a b", "a_b", "ä"}) {
        INFO(bad);
        CHECK_FALSE(isValidId(bad));
    }
    CHECK_FALSE(isValidId(std::string(65, 'a')));
}

TEST_CASE("An id is made from any name, valid and unique") {
    CHECK(makeId("Sun & ridges", "layer") == "sun-ridges");
    CHECK(makeId("2nd try!", "layer") == "nd-try");
    CHECK(makeId("太陽", "layer") == "layer");
    CHECK(makeId("sun", "layer", [](const std::string& id) { return id == "sun" || id == "sun-2"; }) ==
          "sun-3");
    CHECK(isValidId(makeId(std::string(500, 'x'), "layer")));
}

TEST_CASE("Nested transforms map like SVG reads them, from left to right") {
    const Matrix m = Matrix::translation(10, 0) * Matrix::rotation(90) * Matrix::scaling(2, 2);
    const Point p = m.map({1, 0});
    CHECK(p.x == Approx(10).margin(1e-9));
    CHECK(p.y == Approx(2));
    CHECK(m.meanScale() == Approx(2));
}

TEST_CASE("Never stays never when something is added") {
    CHECK(plus(100, 50) == 150);
    CHECK(plus(kNever, 50) == kNever);
    CHECK(plus(100, kNever) == kNever);
}

TEST_CASE("SHA-256 is that of the standard's example") {
    CHECK(sha256("abc") == "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
}

TEST_CASE("A problem's text names file and place") {
    CHECK(Problem{ProblemKind::Invalid, "is wrong", "a.scaena", "/beats/0"}.text() ==
          "a.scaena: /beats/0: is wrong");
    CHECK(Problem{ProblemKind::Invalid, "is wrong", "", ""}.text() == "is wrong");
    CHECK(describe({{ProblemKind::Invalid, "a", "", ""}, {ProblemKind::Invalid, "b", "", ""}}) == "a\nb");
}
