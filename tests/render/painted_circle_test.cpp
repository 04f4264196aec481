// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/frames/painted_circle.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

edit::PaintedCircle circleOf(const char* svg, Size box = {100, 100}, bool plate = false) {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    auto& logo = *model::findThing(s.layers, LayerId("logo"));
    logo.place.width = box.width;
    logo.place.height = box.height;
    if (plate) {
        logo.as<model::ArtworkContent>()->plate = model::Plate{"ink", 160, {}};
    }
    project::ArtFiles files;
    auto read = art::readSvg(svg);
    REQUIRE(read);
    files.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*read));
    return render::paintedCircle(s, files, "logo");
}

}

TEST_CASE("The circle around what is painted is found, wherever it lies in its box") {
    const auto disc = circleOf(
        R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200"><circle cx="70" cy="120" r="40"/></svg>)");
    CHECK(disc.middle.x == Approx(0.35).margin(0.006));
    CHECK(disc.middle.y == Approx(0.60).margin(0.006));
    CHECK(disc.radius == Approx(0.20).margin(0.006));

    // A plate is the system's matter, and what can hardly be seen does not count.
    const auto faint = circleOf(
        R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200"><rect width="200" height="200" opacity="0.04"/><circle cx="100" cy="100" r="50"/></svg>)",
        {100, 100}, true);
    CHECK(faint.radius == Approx(0.25).margin(0.006));
}

TEST_CASE("In a long box the circle is measured by the longer side") {
    const auto bar = circleOf(
        R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 50"><rect x="0" y="0" width="100" height="50"/></svg>)",
        {200, 50});
    CHECK(bar.middle.x == Approx(0.25).margin(0.01));
    CHECK(bar.middle.y == Approx(0.5).margin(0.02));
    CHECK(bar.radius == Approx(std::hypot(50, 25) / 200).margin(0.006));
}

TEST_CASE("Where nothing is painted there is no circle") {
    CHECK(circleOf(R"(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"/>)").radius == 0);
    CHECK(render::paintedCircle(model::emptySequence(), {}, "nobody").radius == 0);
}
