// SPDX-License-Identifier: MIT
#include "core/edit/opening_edits.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/schedule/seam.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::edit;

namespace {

constexpr double kVisible = 192, kOnPlate = 160;

const model::Layer& logoOf(const model::Sequence& s) { return *model::findThing(s.layers, LayerId("logo")); }

bool jumps(const model::Sequence& s) {
    for (const auto& gap : schedule::seamOf(s, {})) {
        if (gap.layer == "logo" && gap.jump > schedule::kSeenJump) {
            return true;
        }
    }
    return false;
}

schedule::LayerState iconOf(const model::Sequence& s) {
    const auto launch = schedule::resolve(s, {});
    for (const auto& state : schedule::evaluate(launch, 10).layers) {
        if (state.layer == model::indexOf(s.layers, LayerId("logo"))) {
            return state;
        }
    }
    FAIL("no icon");
    return {};
}

model::Sequence withImage() {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    model::Layer mark;
    mark.id = "mark";
    mark.name = "mark";
    mark.contents = model::ImageContent{{{"mark.png", 1, false, {}}}};
    mark.place = {model::AnchorPoint::Bottom, 0, -100, 180, 60};
    s.layers.push_back(mark);
    return s;
}

}

TEST_CASE("The icon is sized about its middle, at rest and in the opening alike") {
    auto s = sizeIcon(aSequence().withBeat(play("arrive", 800)).build(), 150);
    CHECK(logoOf(s).place.width == Approx(150));
    CHECK(logoOf(s).place.height == Approx(150));
    CHECK(iconOf(s).size.width == Approx(150));
    CHECK_FALSE(jumps(s));
    CHECK(valid::problemsOf(s).empty());
    CHECK(sizeIcon(clearIcon(s), 20) == clearIcon(s));
    CHECK(logoOf(sizeIcon(s, 0)).place.width == Approx(16)); // never nothing at all
}

TEST_CASE("Centring the icon by eye moves what the system shows and the layer together") {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    s = shiftIcon(s, {6, -4.5});
    CHECK(s.opening.iconShift == Point{6, -4.5});
    CHECK(logoOf(s).place.x == Approx(6));
    CHECK(iconOf(s).centre.x == Approx(iconOf(s).maskCentre.x + 6));
    CHECK(iconOf(s).centre.y == Approx(iconOf(s).maskCentre.y - 4.5));
    CHECK_FALSE(jumps(s));
    CHECK(valid::problemsOf(s).empty());

    SECTION("a layer that rests elsewhere stays there") {
        model::findThing(s.layers, LayerId("logo"))->place.x = 40;
        const auto next = shiftIcon(s, {0, 0});
        CHECK(logoOf(next).place.x == Approx(40));
        CHECK(jumps(next));
    }
    SECTION("never beyond the box") {
        CHECK(shiftIcon(s, {900, -900}).opening.iconShift == Point{144, -144});
    }
    SECTION("it goes with the icon") { CHECK(clearIcon(s).opening.iconShift == Point{}); }
}

TEST_CASE("Fitting to the circle puts what is painted into its middle, as large as it may be") {
    const auto s = aSequence().withBeat(play("arrive", 800)).build();
    // Painted is a disc in the upper left of the box: middle at a third, a quarter of its side.
    const PaintedCircle painted{{0.4, 0.35}, 0.52};
    const auto fitted = fitIcon(s, painted, kVisible);
    const auto icon = iconOf(fitted);
    CHECK(icon.size.width * painted.radius <= kVisible / 2 + 0.1);
    CHECK(icon.size.width * painted.radius > kVisible / 2 - 1);
    const Point middle{icon.centre.x + (painted.middle.x - 0.5) * icon.size.width,
                       icon.centre.y + (painted.middle.y - 0.5) * icon.size.height};
    CHECK(middle.x == Approx(icon.maskCentre.x).margin(0.1));
    CHECK(middle.y == Approx(icon.maskCentre.y).margin(0.1));
    CHECK_FALSE(jumps(fitted));
    CHECK(fitIcon(s, {{0.5, 0.5}, 0}, kVisible) == s); // nothing painted, nothing to fit
}

TEST_CASE("A plate makes the circle smaller, and an icon that was larger comes along") {
    auto s = sizeIcon(aSequence().withBeat(play("arrive", 800)).build(), 190);
    s = setPlate(s, "ink", kOnPlate);
    REQUIRE(model::plateOf(logoOf(s)));
    CHECK(model::plateOf(logoOf(s))->diameter == Approx(kOnPlate));
    CHECK(logoOf(s).place.width == Approx(kOnPlate));
    CHECK_FALSE(jumps(s));
    s = setPlateDiameter(s, 120.4);
    CHECK(model::plateOf(logoOf(s))->diameter == Approx(120));
    CHECK(model::plateOf(logoOf(setPlate(s, "paper", kOnPlate)))->diameter ==
          Approx(120)); // the colour alone
    CHECK_FALSE(model::plateOf(logoOf(setPlate(s, {}, kOnPlate))));
    CHECK(valid::problemsOf(s).empty());
}

TEST_CASE("Art becomes the footer mark, an image is one as it is, and both can be taken back") {
    auto s = setFooter(withImage(), "mark");
    CHECK(s.opening.footer == "mark");
    CHECK(s.opening.layers == std::vector<LayerId>{"mark"});
    CHECK(valid::problemsOf(s).empty());
    s = clearFooter(s);
    CHECK(s.opening.footer.empty());
    s = setFooter(s, "logo"); // the icon itself: it can only be one of both
    CHECK(s.opening.footer == "logo");
    CHECK(s.opening.icon.empty());
    CHECK(logoOf(s).as<model::FooterContent>());
    CHECK(valid::problemsOf(s).empty());
    CHECK(setFooter(s, "title") == s);
}

TEST_CASE("The picture behind is the lowest backdrop's of the opening, and made where there is none") {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    CHECK(groundOf(s) == nullptr);
    LayerId ground;
    s = withGround(s, ground);
    REQUIRE(groundOf(s));
    CHECK(groundOf(s)->id == ground);
    CHECK(s.layers.front().id == ground);
    CHECK(groundOf(s)->get<model::BackdropContent>().fill.colour == s.opening.colour);
    CHECK(valid::problemsOf(s).empty());
    LayerId again;
    CHECK(withGround(s, again) == s);
    CHECK(again == ground);
    CHECK(groundOf(showInStill(s, ground, false)) == nullptr);
}

TEST_CASE("One drawing stands for several layers in the opening and gives way to them without a jump") {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    s.opening.layers = {"backdrop", "logo", "title"};
    LayerId made;
    const model::Place place{model::AnchorPoint::Centre, 3, 4, 90, 60};
    const auto joined = openWithTogether(s, {"logo", "title"}, place, "art/t.svg", "art/n.svg", made);
    CHECK(valid::problemsOf(joined).empty());
    CHECK(joined.opening.icon == made);
    CHECK(joined.opening.layers == std::vector<LayerId>{"backdrop", made});
    CHECK(model::indexOf(joined.layers, made) == model::indexOf(s.layers, LayerId("logo")));
    const auto& layer = *model::findThing(joined.layers, made);
    CHECK(layer.place == place);
    CHECK(layer.get<model::ArtworkContent>().darkArt == "art/n.svg");
    for (const plan::TargetId target : {plan::TargetId("android12"), plan::TargetId("ios")}) {
        schedule::Conditions conditions;
        conditions.target = target;
        const auto launch = schedule::resolve(joined, conditions);
        const auto has = [&](double t, const LayerId& id) {
            for (const auto& state : schedule::evaluate(launch, t).layers) {
                if (state.layer == model::indexOf(joined.layers, id)) {
                    return true;
                }
            }
            return false;
        };
        const Millis over = launch.beats.front().end;
        CHECK(has(over - 1, made));
        CHECK_FALSE(has(over - 1, "logo"));
        CHECK(has(over + 1, "logo"));
        CHECK(has(over + 1, "title"));
        CHECK_FALSE(has(over + 1, made));
    }
    CHECK(openWithTogether(s, {"nobody"}, place, "a", "", made) == s);
}

TEST_CASE("The app's own icon in the opening is its layer, on a plate where its ground is another") {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    s.appIcon.colour = "ink";
    const auto own = openWithAppIcon(clearIcon(s), 120, kOnPlate);
    CHECK(own.opening.icon == "logo");
    REQUIRE(model::plateOf(logoOf(own)));
    CHECK(model::plateOf(logoOf(own))->colour == "ink");
    CHECK(std::max(logoOf(own).place.width, logoOf(own).place.height) == Approx(120));
    s.appIcon.colour = s.opening.colour;
    CHECK_FALSE(model::plateOf(logoOf(openWithAppIcon(s, 120, kOnPlate))));
    CHECK(valid::problemsOf(own).empty());
}
