// SPDX-License-Identifier: MIT
#include "core/art/parts.h"
#include "core/art/read_svg.h"
#include "core/edit/layer_edits.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::edit;

namespace {

model::Sequence logoAndTitle() {
    return aSequence().withBeat(play("arrive", 800)).withCue(cue("in", "arrive", 0, 400)).build();
}

const model::Layer& layerOf(const model::Sequence& sequence, const LayerId& id) {
    return *model::findThing(sequence.layers, id);
}

Point centreOn(const model::Sequence& sequence, const LayerId& id, schedule::DeviceId device) {
    schedule::Conditions conditions;
    conditions.device = device;
    const auto schedule = schedule::resolve(sequence, conditions);
    return schedule::stateOf(schedule, model::indexOf(sequence.layers, id), 2000).centre;
}

}

TEST_CASE("The first artwork becomes the icon of the opening, later ones do not") {
    auto sequence = model::emptySequence();
    model::Layer layer;
    layer.name = "Sun & ridges";
    layer.art()->art = "a.svg";
    LayerId first;
    LayerId second;
    sequence = addLayer(sequence, layer, "", first);
    sequence = addLayer(sequence, layer, first, second);
    CHECK(first == "sun-ridges");
    CHECK(second == "sun-ridges-2");
    CHECK(sequence.opening.icon == first);
    CHECK(model::indexOf(sequence.layers, second) == model::indexOf(sequence.layers, first) + 1);
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A removed layer takes its cues along, and leaves nothing that points at it") {
    auto sequence = logoAndTitle();
    TakeId take;
    sequence.opening.layers = {"backdrop", "logo"};
    sequence = removeLayer(sequence, "logo");
    CHECK(sequence.cues.empty());
    CHECK(sequence.opening.icon.empty());
    CHECK(sequence.opening.layers == std::vector<LayerId>{"backdrop"});
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A copy of a layer plays copies of its cues, chained among themselves") {
    auto sequence = logoAndTitle();
    auto second = cue("then", "arrive", 0, 100);
    second.anchor = {model::AnchorKind::After, "in", 0, {}};
    sequence.cues.push_back(second);
    LayerId made;
    sequence = duplicateLayer(sequence, "logo", made);
    CHECK(sequence.cues.size() == 4);
    CHECK(sequence.cues[3].layer == made);
    CHECK(sequence.cues[3].anchor.cue == sequence.cues[2].id);
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("Moving and growing a group takes its members along, and nothing jumps when it is dissolved") {
    auto sequence = logoAndTitle();
    LayerId group;
    sequence = groupLayers(sequence, {"logo", "title"}, group);
    const auto before = centreOn(sequence, "title", "tall-phone");
    sequence = moveLayer(sequence, group, {10, -20}, schedule::resolve(sequence, {}).places());
    const auto moved = centreOn(sequence, "title", "tall-phone");
    CHECK(moved.x == Approx(before.x + 10));
    CHECK(moved.y == Approx(before.y - 20));
    const Size size{layerOf(sequence, "title").place.width, layerOf(sequence, "title").place.height};
    const auto& box = layerOf(sequence, group).place;
    sequence = resizeLayer(sequence, group, {box.width * 2, box.height * 2}, false);
    CHECK(layerOf(sequence, "title").place.width == Approx(size.width * 2));
    const auto grown = centreOn(sequence, "title", "tall-phone");
    sequence = ungroup(sequence, group);
    CHECK(layerOf(sequence, "title").group.empty());
    CHECK(centreOn(sequence, "title", "tall-phone") == grown);
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("Another anchor keeps a layer where it is on that screen, and on no other") {
    const auto sequence = logoAndTitle();
    const auto schedule = schedule::resolve(sequence, {});
    const auto before = centreOn(sequence, "logo", "tall-phone");
    const auto changed =
        reanchorLayer(sequence, "logo", model::AnchorPoint::BottomRight, true, schedule.places());
    CHECK(centreOn(changed, "logo", "tall-phone").x == Approx(before.x).margin(0.1));
    CHECK(centreOn(changed, "logo", "tall-phone").y == Approx(before.y).margin(0.1));
    CHECK(centreOn(changed, "logo", "tablet").y != Approx(centreOn(sequence, "logo", "tablet").y).margin(1));
}

TEST_CASE("Another measure keeps a layer where it is on that screen, and moving keeps the measure") {
    auto sequence = logoAndTitle();
    const auto on = schedule::resolve(sequence, {}).places();
    const auto before = centreOn(sequence, "title", "tall-phone");
    auto& place = model::findThing(sequence.layers, "title")->place;
    place = measured(place, model::PlaceMeasure::Screen, model::PlaceMeasure::Itself, on);
    CHECK(centreOn(sequence, "title", "tall-phone").x == Approx(before.x).margin(0.1));
    CHECK(centreOn(sequence, "title", "tall-phone").y == Approx(before.y).margin(0.1));
    sequence = moveLayer(sequence, "title", {41.2, 40}, on);
    CHECK(centreOn(sequence, "title", "tall-phone").x == Approx(before.x + 41.2).margin(0.1));
    CHECK(centreOn(sequence, "title", "tall-phone").y == Approx(before.y + 40).margin(0.1));
    CHECK(layerOf(sequence, "title").place.xMeasure == model::PlaceMeasure::Screen);
    CHECK(layerOf(sequence, "title").place.yMeasure == model::PlaceMeasure::Itself);
    // A tenth of the width further to the right, and so on every screen.
    const double part = layerOf(sequence, "title").place.x / 100 + 0.5;
    CHECK(centreOn(sequence, "title", "tablet").x == Approx(800 * part).margin(0.1));
}

TEST_CASE("Art taken apart stands in the same place and turns about the parts' own middles") {
    const auto art = art::readSvg(
        "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'><g id='all'><rect id='left' "
        "width='40' height='100'/><g id='right'><circle cx='80' cy='50' r='20'/></g></g></svg>");
    REQUIRE(art);
    const auto found = art::partsOf(*art);
    REQUIRE(found.size() == 2);
    CHECK(found[0].id == "left");
    CHECK(found[1].bounds.centre().x == Approx(80));
    std::vector<ArtPart> parts;
    for (const auto& it : found) {
        parts.push_back({it.id, {it.bounds.centre().x / 100, it.bounds.centre().y / 100}});
    }
    LayerId group;
    auto sequence = logoAndTitle();
    sequence = takeApart(sequence, "logo", parts, group);
    CHECK(group == "logo");
    CHECK(layerOf(sequence, "logo").as<model::GroupContent>());
    CHECK(sequence.cues.size() == 1); // still moves the whole
    const auto members = membersOf(sequence, group);
    REQUIRE(members == std::vector<LayerId>{"left", "right"});
    CHECK(layerOf(sequence, "right").art()->part == "right");
    CHECK(layerOf(sequence, "right").pivot.x == Approx(0.8));
    CHECK(layerOf(sequence, "right").place == logoAndTitle().layers[2].place);
    CHECK(sequence.opening.icon.empty()); // a group cannot be the system's icon
    CHECK(valid::problemsOf(sequence).empty());
}

TEST_CASE("A colour that goes is replaced wherever it stood") {
    auto sequence = logoAndTitle();
    model::findThing(sequence.layers, "logo")->art()->recolour["#FF0000"] = "ink";
    CHECK(isColourUsed(sequence, "ink"));
    sequence = removeColour(sequence, "ink", "paper");
    CHECK_FALSE(isColourUsed(sequence, "ink"));
    CHECK(layerOf(sequence, "logo").art()->recolour.at("#FF0000") == "paper");
    CHECK(valid::problemsOf(sequence).empty());
    CHECK(removeColour(sequence, "paper", "paper") == sequence);
}

TEST_CASE("A proposed colour keeps what stands out and mends what does not") {
    const Colour night{0x15, 0x17, 0x1C, 255};
    CHECK(model::proposedFor({255, 255, 255, 255}, night) == Colour{255, 255, 255, 255});
    for (const Colour dim :
         {Colour{0x23, 0x27, 0x2F, 255}, Colour{0x10, 0x10, 0x60, 255}, Colour{0, 0, 0, 255}}) {
        CHECK(contrastRatio(model::proposedFor(dim, night), night) >= 3);
        CHECK(contrastRatio(model::proposedFor(dim, night, 4.5), night) >= 4.5);
    }
    CHECK(contrastRatio(model::proposedFor({250, 250, 240, 255}, {255, 255, 255, 255}),
                        {255, 255, 255, 255}) >= 3);
}

TEST_CASE("An artwork becomes the footer mark: small, at the foot, without its plate, and its cues stay") {
    auto sequence = aSequence().withBeat(play("arrive")).withCue(cue("c", "arrive", 0, 300)).build();
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.get<model::ArtworkContent>().plate = model::Plate{.colour = "ink"};
    logo.art()->tint = "ink";
    logo.place.width = 400;
    logo.place.height = 100;
    const auto made = makeFooter(sequence, "logo");
    const auto& footer = layerOf(made, "logo");
    REQUIRE(footer.as<model::FooterContent>());
    CHECK(footer.art()->art == "logo.svg");
    CHECK(footer.art()->tint == "ink");
    CHECK(footer.place.width == 200);
    CHECK(footer.place.height == 50);
    CHECK(footer.place.anchor == model::AnchorPoint::Bottom);
    CHECK(made.opening.footer == "logo");
    CHECK(made.opening.icon.empty()); // no longer an artwork
    CHECK(made.cues.size() == 1);
    CHECK(valid::problemsOf(made).empty());
    CHECK(makeFooter(sequence, "title") == sequence);
    CHECK(makeFooter(sequence, "nobody") == sequence);
}

TEST_CASE("The icon of the opening is shown there once, however often it is made the icon") {
    const auto sequence = aSequence().build();
    const auto once = makeIcon(sequence, "logo");
    CHECK(once.opening.icon == "logo");
    CHECK(std::count(once.opening.layers.begin(), once.opening.layers.end(), "logo") == 1);
    CHECK(makeIcon(once, "logo") == once);
}

TEST_CASE("What a layer shows is replaced, and all that was made of it stays") {
    auto sequence = logoAndTitle();
    std::string problem;
    const auto next =
        replaceContents(sequence, "logo", model::ImageContent{{{"a.png", 2, false, {}}}}, problem);
    CHECK(problem.empty());
    CHECK(layerOf(next, "logo").as<model::ImageContent>());
    CHECK(layerOf(next, "logo").place == layerOf(sequence, "logo").place);
    CHECK(layerOf(next, "logo").name == layerOf(sequence, "logo").name);
    CHECK(next.cues == sequence.cues);
    CHECK(next.opening.icon == "logo");

    SECTION("not where a cue could not be made any more: that is said") {
        sequence.cues.front().move.kind = model::MoveKind::Draw;
        model::ClipContent clip;
        clip.path = "clip.json";
        clip.stopAt = 100;
        CHECK(replaceContents(sequence, "logo", clip, problem) == sequence);
        CHECK(problem.find("remove that cue first") != std::string::npos);
    }
    SECTION("what cannot be an icon is none any more") {
        model::ClipContent clip;
        clip.path = "clip.json";
        clip.stopAt = 100;
        CHECK(replaceContents(sequence, "logo", clip, problem).opening.icon.empty());
        CHECK(problem.empty());
    }
}
