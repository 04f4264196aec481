// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "core/model/with_copies.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "core/valid/validate.h"
#include "support/builders.h"
#include "support/random_sequence.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using model::withCopies;
using model::withoutCopies;

namespace {

model::Layer& layerOf(model::Sequence& sequence, const LayerId& id) {
    return *model::findThing(sequence.layers, id);
}

schedule::LayerState stateOf(const schedule::Schedule& s, const LayerId& id, double t) {
    return schedule::stateOf(s, model::indexOf(s.sequence->layers, id), t);
}

/// Where the layer's middle is on the screen, its groups heeded.
Point middleOf(const schedule::LayerState& state) { return schedule::toScreen(state).map({0, 0}); }

model::Sequence row(int count = 3) {
    auto sequence = aSequence()
                        .withBeat(play("arrive", 1000))
                        .withCue(cue("in", "arrive", 100, 300, model::MoveKind::Rise))
                        .build();
    auto& copies = layerOf(sequence, "logo").copies.emplace();
    copies.count = count;
    copies.across = 50;
    copies.down = 10;
    copies.later = 120;
    copies.turn = 20;
    copies.size = 50;
    copies.opacity = 80;
    return withCopies(sequence);
}

}

TEST_CASE("Copies stand where they are to, each turned, sized, paler and later than the one before") {
    const auto sequence = row();
    CHECK(valid::problemsOf(sequence).empty());
    const auto s = schedule::resolve(sequence, {});
    const double end = s.beats[2].start, start = s.beats[1].start;
    const auto own = stateOf(s, "logo", end);
    for (const int number : {1, 2}) {
        const auto copy = stateOf(s, LayerId("logo-copy-" + std::to_string(number + 1)), end);
        CHECK(middleOf(copy).x == Approx(own.centre.x + 50 * number));
        CHECK(middleOf(copy).y == Approx(own.centre.y + 10 * number));
        CHECK(copy.opacity == Approx(std::pow(0.8, number)));
        CHECK(copy.outer.meanScale() == Approx(std::pow(0.5, number)));
        CHECK(std::atan2(copy.outer.b, copy.outer.a) * 180 / std::numbers::pi == Approx(20 * number));
        // What the layer is at some time the copy is so much later.
        const double t = start + 230;
        const auto was = stateOf(s, "logo", t),
                   is = stateOf(s, LayerId("logo-copy-" + std::to_string(number + 1)), t + 120 * number);
        CHECK(is.centre.y == Approx(was.centre.y));
        CHECK(is.opacity == Approx(was.opacity * std::pow(0.8, number)));
    }
}

TEST_CASE("A ring's copies lie on it, and a grid's in columns") {
    model::Copies copies;
    copies.form = model::CopyForm::Ring;
    copies.count = 4;
    copies.radius = 30;
    CHECK(model::poseOf(copies, 2).way.y == Approx(60)); // across the ring from the layer itself
    CHECK(model::poseOf(copies, 1).way.x == Approx(30));
    CHECK(model::poseOf(copies, 1).way.y == Approx(30));
    copies.form = model::CopyForm::Grid;
    copies.columns = 2;
    copies.across = 7;
    copies.down = 9;
    CHECK(model::poseOf(copies, 3).way == Point{7, 9});
}

TEST_CASE("A group's copies hold its members anew with their cues") {
    auto sequence = row();
    layerOf(sequence, "logo").copies.reset();
    layerOf(sequence, "logo").group = LayerId("pair");
    layerOf(sequence, "title").group = LayerId("pair");
    layerOf(sequence, "title").copies.emplace(); // nothing within a copied layer has copies of its own
    model::Layer group;
    group.id = "pair";
    group.name = "Pair";
    group.contents = model::GroupContent{};
    group.copies.emplace().across = 30;
    sequence.layers.push_back(group);
    auto after = cue("then", "arrive", 40, 200, model::MoveKind::Pulse);
    after.anchor = {model::AnchorKind::After, "in", 40, {}};
    sequence.cues.push_back(after);
    sequence = withCopies(sequence);
    CHECK(valid::problemsOf(sequence).empty());
    const auto* copy = model::findThing(sequence.layers, LayerId("title-copy-3"));
    REQUIRE(copy);
    CHECK(copy->copyOf == "title");
    CHECK(copy->group == "pair-copy-3");
    const auto* later = model::findThing(sequence.cues, CueId("then-copy-2"));
    REQUIRE(later);
    CHECK(later->anchor.cue == "in-copy-2"); // which is later already
    CHECK(later->anchor.offset == 40);
    CHECK(std::ranges::count_if(sequence.layers, model::isCopy) == 2 * 4);
}

TEST_CASE("Copies are never in a file, and come anew when it is read") {
    const auto sequence = row();
    const auto text = file::write(sequence);
    CHECK(text.find("copy-2") == std::string::npos);
    CHECK(text.find("\"copies\"") != std::string::npos);
    const auto read = file::read(text, "row.scaena");
    REQUIRE(read);
    CHECK(*read == sequence);
}

TEST_CASE("Over random sequences copies are valid, made the same way each time, and leave nothing behind") {
    int seen = 0;
    for (unsigned seed = 1; seed <= 150; ++seed) {
        INFO("seed " << seed);
        const auto sequence = RandomSequences(seed).next();
        seen += static_cast<int>(std::ranges::count_if(sequence.layers, model::isCopy));
        CHECK(valid::problemsOf(sequence).empty());
        CHECK(withCopies(sequence) == sequence);
        const auto plain = withoutCopies(sequence);
        CHECK(std::ranges::none_of(plain.layers, model::isCopy));
        CHECK(withCopies(plain) == sequence);
        auto none = plain;
        for (auto& layer : none.layers) {
            layer.copies.reset();
        }
        CHECK(withCopies(none) == none);
    }
    CHECK(seen > 100);
}
