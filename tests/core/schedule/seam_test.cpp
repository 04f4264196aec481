// SPDX-License-Identifier: MIT
#include "core/plan/compile.h"
#include "core/schedule/seam.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

/// The jump between the system's own frame and the app's first one.
using namespace scaena;
using namespace scaena::test;
using namespace scaena::schedule;

namespace {

model::Sequence standing() {
    auto sequence = aSequence().withBeat(play("arrive", 800)).build(300);
    sequence.opening.layers = {"backdrop", "logo"};
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.place = {};
    logo.place.width = logo.place.height = 160;
    for (auto& layer : sequence.layers) {
        if (layer.as<model::TextContent>()) {
            layer.shownWhen = model::ShownWhen::Message; // out of the way
        }
        if (layer.as<model::BackdropContent>()) {
            layer.get<model::BackdropContent>().fill = {"paper", "", 180, {}};
            sequence.opening.layers[0] = layer.id;
        }
    }
    sequence.opening.colour = "paper";
    return sequence;
}

Conditions on(plan::TargetId target) {
    Conditions conditions;
    conditions.target = target;
    return conditions;
}

const SeamGap* find(const std::vector<SeamGap>& gaps, const LayerId& layer) {
    for (const auto& gap : gaps) {
        if (gap.layer == layer) {
            return &gap;
        }
    }
    return nullptr;
}

}

TEST_CASE("A sequence that stands still has no seam on any system") {
    for (const auto& target : plan::targets()) {
        INFO(target.name);
        CHECK(seamOf(standing(), on(target.id)).empty());
    }
}

TEST_CASE("An icon that lies elsewhere jumps on systems that put it into the middle, and only there") {
    auto sequence = standing();
    model::findThing(sequence.layers, "logo")->place.y = -40;
    const auto gaps = seamOf(sequence, on("android12"));
    REQUIRE(find(gaps, "logo"));
    CHECK(find(gaps, "logo")->jump == Approx(40));
    CHECK(seamOf(sequence, on("ios")).empty());
    CHECK(seamOf(sequence, on("android")).empty());
    CHECK(describe(sequence, gaps[0]).find("40 dp") != std::string::npos);
}

TEST_CASE("An icon larger than the visible circle is shrunk there, and jumps in size") {
    auto sequence = standing();
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.place.width = logo.place.height = 240;
    const auto gaps = seamOf(sequence, on("android12"));
    REQUIRE(find(gaps, "logo"));
    CHECK(find(gaps, "logo")->jump == Approx(std::hypot(24, 24)).margin(0.01)); // 240 to 192: 24 at each edge
}

TEST_CASE("A ground of another colour is seen as a distance of colours") {
    auto sequence = standing();
    sequence.opening.colour = "ink";
    const auto gaps = seamOf(sequence, on("android12"));
    REQUIRE(find(gaps, ""));
    CHECK(find(gaps, "")->colours > 50);
    CHECK(colourDistance({0, 0, 0, 255}, {255, 255, 255, 255}) == Approx(100).margin(0.01));
    CHECK(colourDistance({255, 0, 0, 255}, {255, 0, 0, 255}) == 0);
    // A published pair: sRGB red against green is 170.58 in CIE 1976.
    CHECK(colourDistance({255, 0, 0, 255}, {0, 255, 0, 255}) == Approx(170.58).margin(0.1));
}

TEST_CASE("What is in the opening alone is gone at once, what is not is there at once") {
    auto sequence = standing();
    sequence.cues.push_back(cue("fades", "arrive", 0, 300));
    const auto gaps = seamOf(sequence, on("ios"));
    REQUIRE(find(gaps, "logo")); // a fade begins at nothing
    CHECK(find(gaps, "logo")->fade == Approx(-1));
    sequence.cues.clear();
    sequence.opening.layers.pop_back();
    REQUIRE(find(seamOf(sequence, on("ios")), "logo"));
    CHECK(find(seamOf(sequence, on("ios")), "logo")->fade == Approx(1));
}

TEST_CASE("One step mends what places and colours can mend") {
    auto shifted = standing();
    auto& logo = *model::findThing(shifted.layers, "logo");
    logo.place.y = -40;
    logo.place.width = logo.place.height = 240;
    CHECK(seamOf(mendSeam(shifted, on("android12")), on("android12")).empty());

    auto recoloured = standing();
    recoloured.opening.colour = "ink";
    CHECK(seamOf(mendSeam(recoloured, on("android12")), on("android12")).empty());

    auto missing = standing();
    missing.opening.layers.pop_back();
    CHECK(seamOf(mendSeam(missing, on("ios")), on("ios")).empty());
    auto fading = standing();
    fading.cues.push_back(cue("fades", "arrive", 0, 300));
    CHECK(seamOf(mendSeam(fading, on("web")), on("web")).empty());
}

TEST_CASE("Starts without an opening have no seam") {
    auto sequence = standing();
    sequence.opening.colour = "ink";
    auto conditions = on("android12");
    CHECK_FALSE(seamOf(sequence, conditions).empty()); // a start that has one shows it
    for (const auto start : {model::StartKind::Hot, model::StartKind::Recreated}) {
        conditions.start = start;
        CHECK(seamOf(sequence, conditions).empty());
    }
}

TEST_CASE("A gap tells where the layer is on either side, for the ghosts on the stage") {
    auto sequence = standing();
    model::findThing(sequence.layers, "logo")->place.y = -40;
    const auto gaps = seamOf(sequence, on("android12"));
    REQUIRE(find(gaps, "logo"));
    const auto& gap = *find(gaps, "logo");
    REQUIRE(gap.from);
    REQUIRE(gap.to);
    CHECK((*gap.from)[0].y - (*gap.to)[0].y == Approx(40));
    CHECK((*gap.from)[0].x == Approx((*gap.to)[0].x));

    auto fading = standing();
    fading.cues.push_back(cue("fades", "arrive", 0, 300));
    const auto gone = seamOf(fading, on("ios"));
    REQUIRE(find(gone, "logo"));
    CHECK(find(gone, "logo")->from);
    CHECK_FALSE(find(gone, "logo")->to);
}

TEST_CASE("A backdrop's picture that only the app can show is a gap, and its hidden colours are none") {
    auto sequence = standing();
    for (auto& layer : sequence.layers) {
        if (layer.as<model::BackdropContent>()) {
            layer.get<model::BackdropContent>().picture = model::BackdropPicture{};
            layer.get<model::BackdropContent>().picture->light = "images/hills.png";
        }
    }
    int without = 0;
    for (const auto& target : plan::targets()) {
        INFO(target.name);
        const auto gaps = seamOf(sequence, on(target.id));
        const bool shows = target.opening.pictures && !target.opening.iconOnly;
        CHECK((find(gaps, "") != nullptr) == !shows);
        without += shows ? 0 : 1;
        if (const auto* ground = find(gaps, "")) {
            CHECK(ground->picture);
            CHECK(describe(sequence, *ground).find("picture") != std::string::npos);
        }
    }
    CHECK(without > 0);
    // Where a system can show it and only was not told to, one step tells it.
    auto untold = sequence;
    untold.opening.layers = {"logo"};
    REQUIRE(find(seamOf(untold, on("ios")), ""));
    const auto mended = mendSeam(untold, on("ios"));
    CHECK(mended.opening.layers.size() == 2);
    CHECK(seamOf(mended, on("ios")).empty());
    CHECK(mendSeam(untold, on("android12")).opening.layers == untold.opening.layers);
    // Where the picture is on both sides, what the opening's colour is beneath it does not matter.
    sequence.opening.colour = "ink";
    CHECK(find(seamOf(sequence, on("ios")), "") == nullptr);
}

TEST_CASE(
    "The worst of a seam is looked for on every device, by day and by night, and each layer told once") {
    auto sequence = standing();
    CHECK(worstSeam(plan::compile(sequence, plan::targetOf("android12"))).empty());
    // Dark alone: the opening's colour parts from the backdrop's.
    sequence.palette.push_back(
        {"odd", "Odd", model::find(sequence.palette, "paper")->light, {255, 0, 80, 255}});
    sequence.opening.colour = "odd";
    const auto worst = worstSeam(plan::compile(sequence, plan::targetOf("android12")));
    REQUIRE(worst.size() == 1);
    CHECK(worst[0].gap.layer.empty());
    CHECK(worst[0].conditions.appearance == model::Appearance::Dark);
    CHECK(seamOf(sequence, on("android12")).empty());
    // By mending it where it is seen, it is gone everywhere.
    CHECK(worstSeam(plan::compile(mendSeam(sequence, worst[0].conditions), plan::targetOf("android12")))
              .empty());
}

TEST_CASE("A logo that jumps only where the device is held sideways is found, and mended there alone") {
    auto sequence = standing();
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.landscape = logo.place;
    logo.landscape->x = 200;
    CHECK(seamOf(sequence, on("android12")).empty());
    const auto worst = worstSeam(plan::compile(sequence, plan::targetOf("android12")));
    REQUIRE(worst.size() == 1);
    CHECK(worst[0].gap.layer == LayerId("logo"));
    CHECK(worst[0].gap.jump == Approx(200).margin(1));
    CHECK(worst[0].conditions.landscape);
    const auto mended = mendSeam(sequence, worst[0].conditions);
    CHECK(model::findThing(mended.layers, "logo")->place == logo.place);
    CHECK(worstSeam(plan::compile(mended, plan::targetOf("android12"))).empty());
}

TEST_CASE("What waits beside the screen, or is not uncovered yet, is not there at once") {
    auto sequence = standing();
    model::Layer bird;
    bird.id = "bird";
    bird.name = "Bird";
    bird.art()->art = "logo.svg";
    bird.place.width = bird.place.height = 60;
    sequence.layers.push_back(bird);
    auto& place = sequence.layers.back().place;
    CHECK(find(seamOf(sequence, on("ios")), "bird"));
    place.x = -400;
    CHECK_FALSE(find(seamOf(sequence, on("ios")), "bird"));
    place.x = 0;
    place.y = 2000;
    CHECK_FALSE(find(seamOf(sequence, on("ios")), "bird"));
    place.y = 0;
    sequence.cues.push_back(cue("uncover", "arrive", 0, 400, model::MoveKind::Iris, "bird"));
    CHECK_FALSE(find(seamOf(sequence, on("ios")), "bird"));
}
