// SPDX-License-Identifier: MIT
#include "core/model/place.h"
#include "core/schedule/devices.h"
#include "support/random.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::model;

namespace {

const PlacesOn kUpright{{400, 800}, {0, 40, 400, 740}};
const PlacesOn kWide{{800, 400}, {40, 0, 720, 380}};

}

TEST_CASE("A place in parts of the screen lies at the same part of every screen") {
    Place place;
    place.anchor = AnchorPoint::Top;
    place.xMeasure = place.yMeasure = PlaceMeasure::Screen;
    place.x = -25;
    place.y = 30;
    CHECK(kUpright.centreOf(place) == Point{100, 240});
    CHECK(kWide.centreOf(place) == Point{200, 120});
    place.safeArea = true; // parts of what the bars leave free
    CHECK(kUpright.centreOf(place) == Point{100, 40 + 0.3 * 740});
    CHECK(kWide.centreOf(place) == Point{40 + 360 - 180, 0.3 * 380});
}

TEST_CASE("A place by the layer's own size stands just outside the edge, whatever that size is") {
    Place place;
    place.anchor = AnchorPoint::Left;
    place.width = 60;
    place.xMeasure = PlaceMeasure::Itself;
    place.x = -50;
    CHECK(kUpright.centreOf(place) == Point{-30, 400});
    place.width = 200;
    CHECK(kUpright.centreOf(place) == Point{-100, 400});
}

TEST_CASE("A place told in another measure, or centred elsewhere, is where it is said to be") {
    test::Random random(7);
    for (int i = 0; i < 300; ++i) {
        Place place;
        place.anchor = static_cast<AnchorPoint>(random.below(9));
        place.safeArea = random.oneIn(2);
        place.width = 10 + random.below(200);
        place.height = 10 + random.below(200);
        place.xMeasure = static_cast<PlaceMeasure>(random.below(3));
        place.yMeasure = static_cast<PlaceMeasure>(random.below(3));
        const auto& on = random.oneIn(2) ? kUpright : kWide;
        const Point wanted{random.below(500) - 50.0, random.below(900) - 50.0};
        const auto there = on.centredAt(place, wanted);
        CHECK(on.centreOf(there).x == Approx(wanted.x).margin(1e-6));
        CHECK(on.centreOf(there).y == Approx(wanted.y).margin(1e-6));
        CHECK(there.xMeasure == place.xMeasure);
        const auto dp = on.inDp(there);
        CHECK(on.centreOf(dp).x == Approx(wanted.x).margin(1e-6));
        CHECK(shareOf(dp) == fractions(dp.anchor));
        // A share and a way say the same as the place.
        const Point share = shareOf(there), way = wayOf(there);
        const Rect area = on.areaOf(there);
        CHECK(area.x + area.width * share.x + way.x == Approx(wanted.x).margin(1e-6));
        CHECK(area.y + area.height * share.y + way.y == Approx(wanted.y).margin(1e-6));
    }
}

TEST_CASE("A way is written as people say it, and read as written") {
    CHECK(toText({-16.67, PlaceMeasure::Screen}) == "-16.67% of screen");
    CHECK(toText({50, PlaceMeasure::Itself}) == "50% of itself");
    for (const PlaceWay way : {PlaceWay{12.5, PlaceMeasure::Dp}, PlaceWay{0, PlaceMeasure::Screen},
                               PlaceWay{-50.25, PlaceMeasure::Itself}}) {
        CHECK(parsePlaceWay(toText(way)) == way);
    }
    for (const char* text : {"", "30%", "30% of", "30% of dp", "30% of moon", "x% of screen",
                             "nan% of screen", "30% of screen "}) {
        INFO(text);
        CHECK_FALSE(parsePlaceWay(text));
    }
}
