// SPDX-License-Identifier: MIT
#include "core/check/opening_words.h"
#include "core/edit/opening_edits.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "support/builders.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

std::string wordsOn(const model::Sequence& s, plan::TargetId target, bool sideways = false) {
    schedule::Conditions conditions;
    conditions.target = target;
    conditions.landscape = sideways;
    std::string all;
    for (const auto& word : check::openingWords(schedule::resolve(s, conditions))) {
        all += word + "\n";
    }
    return all;
}

model::Sequence full() {
    auto s = aSequence().withBeat(play("arrive", 800)).build();
    s.opening.layers = {"backdrop", "logo", "title"};
    return s;
}

model::Layer& layer(model::Sequence& s, const LayerId& id) { return *model::findThing(s.layers, id); }

}

TEST_CASE("A system that shows all of the opening says nothing more") {
    CHECK(wordsOn(full(), "ios").empty());
    CHECK(wordsOn(full(), "web").empty());
    auto s = full();
    s.opening.layers = {"backdrop", "logo"};
    CHECK(wordsOn(s, "android12").empty()); // the backdrop is the canvas' own colour
}

TEST_CASE("What a system leaves out, and what is there instead, is said by name") {
    auto s = full();
    CHECK(wordsOn(s, "android12").find("“title” is left out") != std::string::npos);
    layer(s, "backdrop").get<model::BackdropContent>().fill.to = "ink";
    CHECK(wordsOn(s, "android12").find("plain colour takes the place of “backdrop”") != std::string::npos);
    layer(s, "backdrop").get<model::BackdropContent>().picture =
        model::BackdropPicture{"a.png", {}, {}, {}, {}, {}};
    CHECK(wordsOn(s, "android").find("“backdrop” is shown in plain colour") != std::string::npos);
    CHECK(wordsOn(s, "ios").empty());
    s.opening.layers = {"backdrop"};
    CHECK(wordsOn(s, "ios").find("“logo” is not among what stands in a still picture") != std::string::npos);
    s = edit::clearIcon(s);
    CHECK(wordsOn(s, "flutter").find("no icon") != std::string::npos);
}

TEST_CASE("Sizes, turns and wide places a system does not heed are said") {
    auto s = full();
    s.opening.layers = {"logo"};
    layer(s, "logo").place.width = 300;
    CHECK(wordsOn(s, "android12").find("192 dp large instead of 300") != std::string::npos);
    layer(s, "logo").place.width = 100;
    layer(s, "logo").place.turn = 30;
    CHECK(wordsOn(s, "ios").find("“logo” stands upright") != std::string::npos);
    CHECK(wordsOn(s, "web").empty());
    layer(s, "logo").place.turn = 0;
    layer(s, "logo").landscape = model::Place{model::AnchorPoint::Left, 80, 0, 100, 100, {}};
    CHECK(wordsOn(s, "android", true).find("where upright screens have it") != std::string::npos);
    CHECK(wordsOn(s, "web", true).empty());
}

TEST_CASE("Places in parts of the screen are held to their anchor where a system knows none, as the preview "
          "shows") {
    auto s = full();
    s.opening.layers = {"logo"};
    auto& place = layer(s, "logo").place;
    place.yMeasure = model::PlaceMeasure::Screen;
    place.y = 20;
    CHECK(wordsOn(s, "android").find("“logo” stands as far from its anchor as on a screen of 412 × 915 dp") !=
          std::string::npos);
    CHECK(wordsOn(s, "ios").empty());
    schedule::Conditions conditions;
    conditions.device = "tablet";
    for (const auto& [target, wanted] : {std::pair("android", 0.2 * 915), std::pair("ios", 0.2 * 1280)}) {
        conditions.target = plan::TargetId::named(target).value();
        const auto schedule = schedule::resolve(s, conditions);
        const int index = model::indexOf(s.layers, LayerId("logo"));
        for (const auto& state : schedule::evaluate(schedule, 0).layers) {
            if (state.layer == index) {
                CHECK(state.centre.y == Approx(640 + wanted));
            }
        }
    }
}

TEST_CASE("The icon's motion: how much of it each system lets be seen") {
    auto s = full();
    s.opening.layers = {"backdrop", "logo"};
    s.cues.push_back(cue("turn", "opening", 100, 700));
    CHECK(wordsOn(s, "android12").empty());
    CHECK(wordsOn(s, "flutter").empty()); // an engine starts for so long that all of it is seen
    s.cues.back().length = 3000;
    CHECK(wordsOn(s, "flutter").find("stands still") != std::string::npos);
    CHECK(wordsOn(s, "ios").find("the opening is static there") != std::string::npos);
    schedule::Conditions quick;
    quick.target = "flutter";
    quick.device = "quick-phone";
    s.cues.back().length = 850;
    const auto motion = check::iconMotionOf(schedule::resolve(s, quick));
    CHECK(motion.asked == 950);
    CHECK(motion.seen < 950);
    CHECK(motion.seen > 0);
}

TEST_CASE("A start that shows no opening says so") {
    schedule::Conditions hot;
    hot.start = model::StartKind::Hot;
    const auto words = check::openingWords(schedule::resolve(full(), hot));
    REQUIRE(words.size() == 1);
    CHECK(words.front().find("shows no opening") != std::string::npos);
}
