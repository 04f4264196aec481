// SPDX-License-Identifier: MIT
#include "core/motion/easing_curve.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"
#include "export/common/export_build.h"
#include "export/lottie/lottie_composition.h"
#include "export/lottie/lottie_keys.h"
#include "support/builders.h"
#include "support/judges.h"
#include "support/random_sequence.h"

#include <nlohmann/json.hpp>

/// The keys of compositions: the format's own handles, and never far from what they stand for.
using namespace scaena;
using namespace scaena::test;
using nlohmann::json;

namespace {

/// A property's numbers at a frame, as the specification has players reckon them.
std::vector<double> played(const json& property, double frame) {
    if (property.value("s", json()) == true) {
        return {played(property["x"], frame)[0], played(property["y"], frame)[0]};
    }
    const auto& k = property["k"];
    if (property["a"] == 0) {
        return k.is_array() ? k.get<std::vector<double>>() : std::vector{k.get<double>()};
    }
    std::size_t i = 0;
    while (i + 2 < k.size() && k[i + 1]["t"].get<double>() <= frame) {
        ++i;
    }
    const auto from = k[i]["s"].get<std::vector<double>>(), to = k[i + 1]["s"].get<std::vector<double>>();
    const double begin = k[i]["t"].get<double>(), end = k[i + 1]["t"].get<double>();
    double part = std::clamp((frame - begin) / (end - begin), 0.0, 1.0);
    if (k[i].contains("h")) {
        part = part < 1 ? 0 : 1;
    } else {
        const auto number = [&](const char* side, const char* axis) {
            return k[i][side][axis][0].get<double>();
        };
        part = motion::ease(
            model::CubicBezier{number("o", "x"), number("o", "y"), number("i", "x"), number("i", "y")}, part);
    }
    std::vector<double> values;
    for (std::size_t axis = 0; axis < from.size(); ++axis) {
        values.push_back(from[axis] + (to[axis] - from[axis]) * part);
    }
    return values;
}

struct Composition {
    json made;
    schedule::Schedule schedule;

    Composition(const model::Sequence& sequence, const project::ArtFiles& artFiles)
        : made(json::parse(fileOf(exported(sequence, artFiles, {}, "lottie"), "light.json"))),
          schedule(shown(sequence)) {}

    static schedule::Schedule shown(const model::Sequence& sequence) {
        schedule::Conditions conditions;
        conditions.target = "lottie";
        return exporting::shownSchedule(plansOf(sequence, "lottie").front(), conditions);
    }
    double timeAt(double frame) const {
        return schedule.beats[0].end + frame * 1000 / exporting::kLottieRate;
    }
    std::vector<const json*> layersOf(const std::string& name) const {
        std::vector<const json*> found;
        for (const auto& layer : made["layers"]) {
            if (layer["nm"] == name) {
                found.push_back(&layer);
            }
        }
        return found;
    }
    const json& transformOf(const std::string& name) const {
        const auto found = layersOf(name);
        REQUIRE(found.size() == 1);
        return (*found.front())["ks"];
    }
};

Composition withOne(model::MoveKind kind, const model::Easing& easing) {
    auto sequence =
        aSequence().withBeat(play("arrive", 900)).withCue(cue("it", "arrive", 10, 610, kind)).build();
    sequence.cues.front().easing = easing;
    return {sequence, randomArtFiles(openSample(samples().front()))};
}

json handle(double x, double y) { return {{"x", {x}}, {"y", {y}}}; }

}

TEST_CASE("A cue's bezier is a key's own handles, at the very moment the cue begins") {
    const auto it = withOne(model::MoveKind::Fade, model::CubicBezier{0.2, 0.7, 0.1, 1});
    const auto& keys = it.transformOf("logo")["o"]["k"];
    bool isThere = false;
    for (const auto& key : keys) {
        if (key["t"] == 0.6) {
            isThere = true;
            CHECK(key["o"] == handle(0.2, 0.7));
            CHECK(key["i"] == handle(0.1, 1));
        }
    }
    CHECK(isThere);
    CHECK(keys.size() <= 4);
}

TEST_CASE("A jump is held until it comes") {
    const auto it = withOne(model::MoveKind::Fade, model::Steps{4, model::Steps::Jump::End});
    const auto& keys = it.transformOf("logo")["o"]["k"];
    CHECK(std::count_if(keys.begin(), keys.end(), [](const json& key) { return key.contains("h"); }) >= 4);
    CHECK(keys.size() <= 8);
}

TEST_CASE("An opening circle, springs and bounces take few keys") {
    const auto iris = withOne(model::MoveKind::Iris, model::CubicBezier{0.42, 0, 0.58, 1});
    const auto& mask = (*iris.layersOf("logo").front())["masksProperties"][0]["pt"];
    REQUIRE(mask["a"] == 1);
    CHECK(mask["k"].size() <= 5);
    for (const auto& easing : {model::Easing(model::Spring{}), model::Easing(model::Bounce{3, 0.5})}) {
        const auto rise = withOne(model::MoveKind::Rise, easing);
        const auto& place = rise.transformOf("logo")["p"];
        CHECK((place.contains("s") ? place["y"] : place)["k"].size() <= 16);
    }
}

TEST_CASE("Places that move by two cues at a time have keys of their own across and down") {
    auto sequence = aSequence().withBeat(play("arrive", 1200)).build();
    for (const char* id : {"x", "y"}) {
        auto shift = cue(id, "arrive", *id == 'x' ? 0 : 250, 600, model::MoveKind::Shift);
        shift.move.parameters["across"] = *id == 'x' ? 80.0 : 0.0;
        shift.move.parameters["down"] = *id == 'x' ? 0.0 : -90.0;
        shift.easing = model::CubicBezier{0.42, 0, 0.58, 1};
        sequence.cues.push_back(shift);
    }
    const Composition it(sequence, randomArtFiles(openSample(samples().front())));
    const auto& place = it.transformOf("logo")["p"];
    REQUIRE(place["s"] == true);
    CHECK(place["x"]["k"].size() <= 4);
    CHECK(place["y"]["k"].size() <= 4);
}

TEST_CASE("Keys of compositions stay by what the preview shows, at every frame") {
    const auto project = openSample(samples().front());
    int compared = 0;
    for (int i = 0; i < 60; ++i) {
        const auto sequence = i < 1 ? project.sequence : randomWithoutClips(static_cast<unsigned>(i));
        const Composition it(sequence, randomArtFiles(project));
        for (int l = 0; l < static_cast<int>(sequence.layers.size()); ++l) {
            const auto& layer = sequence.layers[static_cast<std::size_t>(l)];
            const auto found = it.layersOf(layer.name);
            if (found.size() != 1 || layer.as<model::GroupContent>()) {
                continue;
            }
            for (int frame = 0; frame < it.made["op"].get<int>(); ++frame) {
                const auto& ks = (*found.front())["ks"];
                const auto state = schedule::stateOf(it.schedule, l, it.timeAt(frame));
                const auto place = played(ks["p"], frame);
                INFO(i << " " << layer.name << " frame " << frame);
                // Half the last digit of both keys lies between a key and what it stands for.
                REQUIRE(std::abs(place[0] - state.centre.x) < 0.052);
                REQUIRE(std::abs(place[1] - state.centre.y) < 0.052);
                REQUIRE(std::abs(played(ks["r"], frame)[0] - state.rotation) < 0.052);
                ++compared;
            }
        }
    }
    CHECK(compared > 5000);
}

TEST_CASE("The sample's curves are curves") {
    const Composition it(openSample(samples().front()).sequence, *openSample(samples().front()).artFiles);
    const std::string text = it.made.dump();
    const auto count = [&](const std::string& part) {
        int found = 0;
        for (auto at = text.find(part); at != std::string::npos; at = text.find(part, at + 1)) {
            ++found;
        }
        return found;
    };
    const int lines = count(R"("o":{"x":[0.0],"y":[0.0]})") + count(R"("o":{"x":0.0,"y":0.0})");
    CHECK(lines > 10);
    CHECK(lines < 130); // 1 416 as straight keys; those that are left stand still or are straight
    CHECK(text.size() < 110000);
}
