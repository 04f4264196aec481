// SPDX-License-Identifier: MIT
#include "core/model/easing.h"

#include <catch2/catch.hpp>

using namespace scaena::model;

TEST_CASE("Every named easing reads back from its text") {
    for (const auto& named : namedEasings()) {
        INFO(named.name);
        CHECK(parseEasing(toText(named.easing)) == named.easing);
    }
}

TEST_CASE("CSS keywords and functions are understood") {
    CHECK(parseEasing("ease-out") == Easing(CubicBezier{0, 0, 0.58, 1}));
    CHECK(parseEasing(" cubic-bezier( .2 , 0,0 , 1 ) ") == Easing(CubicBezier{0.2, 0, 0, 1}));
    CHECK(parseEasing("steps(4)") == Easing(Steps{4, Steps::Jump::End}));
    CHECK(parseEasing("steps(4, start)") == Easing(Steps{4, Steps::Jump::Start}));
    CHECK(parseEasing("steps(3, jump-none)") == Easing(Steps{3, Steps::Jump::None}));
    CHECK(parseEasing("spring(1, 180, 12)") == Easing(Spring{1, 180, 12}));
    CHECK(parseEasing("bounce(3, 0.4)") == Easing(Bounce{3, 0.4}));
}

TEST_CASE("Stops of linear() without a position are spread evenly, and positions never fall") {
    const auto spread = parseEasing("linear(0, 0.5, 1)");
    REQUIRE(spread);
    CHECK(std::get<LinearStops>(*spread).stops == std::vector<LinearStops::Stop>{{0, 0}, {0.5, 0.5}, {1, 1}});
    const auto mixed = parseEasing("linear(0, 0.2 60%, 0.9, 1)");
    REQUIRE(mixed);
    CHECK(std::get<LinearStops>(*mixed).stops[2].at == Approx(0.8));
    const auto falling = parseEasing("linear(0, 0.5 60%, 0.7 30%, 1)");
    REQUIRE(falling);
    CHECK(std::get<LinearStops>(*falling).stops[2].at == Approx(0.6));
}

TEST_CASE("Malformed and out-of-range easings are refused") {
    for (const char* bad :
         {"", "ease-sideways", "cubic-bezier(1.2, 0, 0, 1)", "cubic-bezier(0, 0, 0)",
          "cubic-bezier(0, 0, 0, x)", "steps(0)", "steps(1.5)", "steps(2, middle)", "steps(1, jump-none)",
          "linear(1)", "linear(0, 1 50)", "spring(0, 1, 1)", "spring(1, 1)", "bounce(2, 1)",
          "bounce(-1, 0.3)", "cubic-bezier(0,0,0,nan)", "linear(", "spring 1 2 3"}) {
        INFO(bad);
        CHECK_FALSE(parseEasing(bad));
    }
}
