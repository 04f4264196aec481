// SPDX-License-Identifier: MIT
#include "core/project/layers_together.h"

#include "core/art/read_svg.h"
#include "core/art/write_svg.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A square of 40 dp left of a disc of 20, both about the screen's middle.
struct Two {
    model::Sequence sequence = aSequence().build();
    project::ArtFiles files;

    Two() {
        sequence.palette = {{"red", "Red", {255, 0, 0, 255}, {90, 0, 0, 255}, {}}};
        const auto add = [&](const char* id, model::ShapeForm form, double x, double side) {
            model::Layer layer;
            layer.id = id;
            layer.name = id;
            layer.place = {model::AnchorPoint::Centre, x, 0, side, side};
            model::ShapeContent shape;
            shape.form = form;
            shape.colour = "red";
            layer.contents = shape;
            sequence.layers.push_back(layer);
        };
        add("square", model::ShapeForm::Rectangle, -30, 40);
        add("disc", model::ShapeForm::Ellipse, 30, 20);
    }
    [[nodiscard]] model::Layer& layer(const char* id) {
        return *model::findThing(sequence.layers, LayerId(id));
    }
    [[nodiscard]] project::Together joined() const {
        return project::layersTogether(sequence, files, {"disc", "square"});
    }
};

}

TEST_CASE("Drawings are joined as they stand to each other, by day and by night") {
    const Two two;
    const auto joined = two.joined();
    INFO(joined.whyNot);
    REQUIRE(joined.light);
    REQUIRE(joined.dark);
    CHECK(joined.place.width == Approx(90)); // from -50 to 40
    CHECK(joined.place.height == Approx(40));
    CHECK(joined.place.x == Approx(-5));
    CHECK(joined.place.y == Approx(0));
    CHECK(art::shapeCount(joined.light->root) == 2);
    const auto again = art::readSvg(art::writeSvg(*joined.light));
    REQUIRE(again);
    CHECK(again->viewBox == joined.light->viewBox);
    CHECK(art::writeSvg(*joined.light).find("#FF0000") != std::string::npos);
    CHECK(art::writeSvg(*joined.dark).find("#5A0000") != std::string::npos);
}

TEST_CASE("A turned drawing reaches as far as its corners") {
    Two two;
    two.layer("square").place.turn = 45;
    const auto joined = two.joined();
    REQUIRE(joined.light);
    CHECK(joined.place.height == Approx(40 * std::sqrt(2)).epsilon(0.001));
}

TEST_CASE("What cannot be joined says why") {
    Two two;
    two.layer("disc").place.anchor = model::AnchorPoint::Bottom;
    CHECK(two.joined().whyNot.find("other points of the screen") != std::string::npos);
    CHECK_FALSE(two.joined().light);
    CHECK(project::layersTogether(two.sequence, two.files, {"disc"}).whyNot.find("two drawings") !=
          std::string::npos);
    // Art whose file is not there.
    two.layer("disc").place.anchor = model::AnchorPoint::Centre;
    two.layer("disc").contents = model::ArtworkContent{};
    CHECK(two.joined().whyNot.find("cannot be drawn") != std::string::npos);
}
