// SPDX-License-Identifier: MIT
#include "core/motion/easing_curve.h"
#include "core/moves/definition.h"
#include "core/moves/lower.h"
#include "support/builders.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::motion;
using moves::lower;
using namespace scaena::test;
using model::MoveKind;

namespace {

const Track* trackOf(const LoweredCue& lowered, Property property) {
    const auto found = std::find_if(lowered.tracks.begin(), lowered.tracks.end(),
                                    [&](const Track& t) { return t.property == property; });
    return found == lowered.tracks.end() ? nullptr : &*found;
}

model::Cue moving(MoveKind kind, Millis length = 400) { return cue("c", "arrive", 0, length, kind); }

}

TEST_CASE("Every curve begins at 0 and ends at 1") {
    for (const auto& named : model::namedEasings()) {
        INFO(named.name);
        CHECK(ease(named.easing, 1) == Approx(1));
        CHECK(ease(named.easing, 2) == Approx(1));
        CHECK(ease(named.easing, 0) == Approx(0).margin(1e-9));
        CHECK(ease(named.easing, -1) == Approx(0).margin(1e-9));
    }
}

TEST_CASE("CSS's ease has the values its definition gives") {
    // Solved by hand from the curve's parameter form: at s = 0.5, x = 0.3125 and y = 0.5375 for (0.25, 0.1,
    // 0.25, 1).
    CHECK(ease(model::CubicBezier{0.25, 0.1, 0.25, 1}, 0.3125) == Approx(0.5375).margin(1e-6));
    CHECK(ease(model::CubicBezier{0.42, 0, 0.58, 1}, 0.5) == Approx(0.5).margin(1e-6));
    CHECK(ease(model::CubicBezier{0, 0, 1, 1}, 0.37) == 0.37);
}

TEST_CASE("Steep and flat curves are solved too") {
    for (const auto& curve : {model::CubicBezier{1, 0, 0, 1}, model::CubicBezier{0, 1, 1, 0},
                              model::CubicBezier{1, 1, 0, 0}, model::CubicBezier{0.9, 0, 0.1, 1}}) {
        double before = ease(curve, 0);
        const bool rises = curve.y1 >= 0 && curve.y1 <= 1;
        for (int i = 1; i <= 1000; ++i) {
            const double now = ease(curve, i / 1000.0);
            CHECK(std::isfinite(now));
            if (rises && curve.y2 >= curve.y1) {
                CHECK(now >= before - 1e-6);
            }
            before = now;
        }
    }
}

TEST_CASE("Steps jump where CSS says") {
    using Jump = model::Steps::Jump;
    const auto at = [](Jump jump, int count, double x) { return ease(model::Steps{count, jump}, x); };
    CHECK(at(Jump::End, 4, 0.2) == 0);
    CHECK(at(Jump::End, 4, 0.25) == Approx(0.25));
    CHECK(at(Jump::Start, 4, 0) == Approx(0.25));
    CHECK(at(Jump::None, 3, 0.4) == Approx(0.5));
    CHECK(at(Jump::Both, 3, 0) == Approx(0.25));
    CHECK(at(Jump::Both, 3, 1) == 1);
}

TEST_CASE("A bouncing ball touches the ground once for the fall and once for each bounce") {
    const model::Bounce bounce{3, 0.5};
    int contacts = 0;
    double before = 0;
    double lowest = 1;
    for (int i = 1; i <= 20000; ++i) {
        const double now = ease(bounce, i / 20000.0);
        CHECK(now <= 1 + 1e-9);
        lowest = contacts >= 1 ? std::min(lowest, now) : lowest;
        contacts += before < 0.9999 && now >= 0.9999 ? 1 : 0;
        before = now;
    }
    CHECK(contacts == 4);
    CHECK(lowest == Approx(0.75).margin(0.001)); // the first bounce reaches a quarter of the height
    CHECK(ease(model::Bounce{0, 0.5}, 0.5) == Approx(0.25));
}

TEST_CASE("Springs overshoot when little damped and creep when much damped") {
    const auto highest = [](const model::Spring& spring) {
        double high = 0;
        for (int i = 0; i <= 1000; ++i) {
            high = std::max(high, ease(spring, i / 1000.0));
        }
        return high;
    };
    CHECK(highest({1, 180, 8}) > 1.2);
    CHECK(highest({1, 100, 20}) <= 1.001); // critical
    CHECK(highest({1, 100, 60}) <= 1.001); // over-damped
}

TEST_CASE("After its natural length a spring stays within a thousandth of its rest") {
    for (const auto& spring : {model::Spring{1, 180, 12}, model::Spring{2, 50, 3}, model::Spring{1, 100, 20},
                               model::Spring{1, 100, 80}}) {
        const double length = naturalLength(spring);
        CHECK(length > 0);
        CHECK(length < 60);
        CHECK(ease(spring, 0.999) == Approx(1).margin(0.003));
    }
}

TEST_CASE("Flattened curves stay within their tolerance") {
    for (const auto& named : model::namedEasings()) {
        if (std::holds_alternative<model::Steps>(named.easing)) {
            continue;
        }
        INFO(named.name);
        const auto flat = flatten(named.easing, kFlattenTolerance);
        CHECK(flat.stops.size() < 400);
        double worst = 0;
        for (int i = 0; i <= 5000; ++i) {
            worst = std::max(worst, std::abs(ease(flat, i / 5000.0) - ease(named.easing, i / 5000.0)));
        }
        CHECK(worst < 0.001);
    }
}

TEST_CASE("Every move gives well-formed tracks, in and out, full and reduced") {
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        for (const bool out : {false, true}) {
            auto it = moving(static_cast<MoveKind>(i));
            if (out && !moves::findParameter(it.move.kind, "direction")) {
                continue;
            }
            if (out) {
                it.move.parameters["direction"] = std::string("out");
            }
            if (it.move.kind == MoveKind::Poses) {
                it.poses.push_back({0.5, 10.0, {}, {}, {}, {}, {}, {}, {}});
            }
            for (const auto reduced :
                 {model::ReducedMotion::Fade, model::ReducedMotion::Keep, model::ReducedMotion::Drop}) {
                it.reduced = reduced;
                for (const auto& lowered : {lower(it), moves::calm(it)}) {
                    INFO(model::word(it.move.kind) << (out ? " out" : " in"));
                    for (const auto& track : lowered.tracks) {
                        REQUIRE(track.keyframes.size() >= 2);
                        CHECK(track.keyframes.front().at == 0);
                        CHECK(track.keyframes.back().at == 1);
                        CHECK(std::is_sorted(track.keyframes.begin(), track.keyframes.end(),
                                             [](const auto& a, const auto& b) { return a.at < b.at; }));
                    }
                }
            }
            CHECK_FALSE(lower(it).tracks.empty());
        }
    }
}

TEST_CASE("A move inwards ends at rest, so that nothing is left crooked") {
    for (const auto kind :
         {MoveKind::Rise, MoveKind::Drop, MoveKind::Bounce, MoveKind::Spring, MoveKind::Pop, MoveKind::Turn,
          MoveKind::Flip, MoveKind::Settle, MoveKind::Iris, MoveKind::Wipe, MoveKind::Draw}) {
        for (const auto& track : lower(moving(kind)).tracks) {
            INFO(model::word(kind) << " " << propertyWord(track.property));
            CHECK(track.keyframes.back().value == neutral(track.property));
            CHECK(track.keyframes.back().basis == Basis::Absolute);
        }
    }
}

TEST_CASE("A fade out begins with what is there") {
    auto out = moving(MoveKind::Fade);
    out.move.parameters["to"] = 0.0;
    CHECK(trackOf(lower(out), Property::Opacity)->keyframes.front().basis == Basis::OnTop);
    out.move.parameters["from"] = 80.0;
    CHECK(trackOf(lower(out), Property::Opacity)->keyframes.front().value == Approx(0.8));
}

TEST_CASE("Directions say where a layer comes from") {
    const auto startOf = [](MoveKind kind, const char* from, Property property) {
        auto it = moving(kind);
        if (from) {
            it.move.parameters["from"] = std::string(from);
        }
        const auto lowered = lower(it);
        const auto* track = trackOf(lowered, property);
        return track ? track->keyframes.front().value : 0.0;
    };
    CHECK(startOf(MoveKind::Rise, nullptr, Property::Y) > 0);
    CHECK(startOf(MoveKind::Drop, nullptr, Property::Y) < 0);
    CHECK(startOf(MoveKind::Bounce, "above", Property::Y) < 0);
    CHECK(startOf(MoveKind::Bounce, "left", Property::X) < 0);
    CHECK(startOf(MoveKind::Spring, "right", Property::X) > 0);
    auto wipe = moving(MoveKind::Wipe);
    wipe.move.parameters["from"] = std::string("bottom");
    CHECK(lower(wipe).reveal.y == -1);
}

TEST_CASE("A pulse lies on top of what is there and comes back to it") {
    const auto lowered = lower(moving(MoveKind::Pulse));
    const auto* scale = trackOf(lowered, Property::ScaleX);
    REQUIRE(scale);
    for (const auto& key : scale->keyframes) {
        CHECK(key.basis == Basis::OnTop);
    }
    CHECK(scale->keyframes.front().value == scale->keyframes.back().value);
}

TEST_CASE("Reduced motion turns movement into a short fade") {
    const auto lowered = moves::calm(moving(MoveKind::Bounce, 800));
    const auto* opacity = trackOf(lowered, Property::Opacity);
    REQUIRE(opacity);
    CHECK(opacity->keyframes.front().value == 0);
    CHECK(opacity->keyframes[1].at == Approx(0.25)); // 200 of 800 ms
    const auto* y = trackOf(lowered, Property::Y);
    REQUIRE(y);
    CHECK(y->keyframes.front().value == y->keyframes.back().value);
}

TEST_CASE("Under reduced motion what leaves fades out, a pulse rests, a fade stays") {
    auto out = moving(MoveKind::Rise);
    out.move.parameters["direction"] = std::string("out");
    CHECK(trackOf(moves::calm(out), Property::Opacity)->keyframes.back().value == 0);
    CHECK(trackOf(moves::calm(moving(MoveKind::PushThrough)), Property::Opacity)->keyframes.back().value ==
          0);
    CHECK(moves::calm(moving(MoveKind::Pulse)).tracks.empty());
    CHECK(moves::calm(moving(MoveKind::Fade)).tracks == lower(moving(MoveKind::Fade)).tracks);
}

TEST_CASE("An author may keep a movement or have its end at once") {
    auto it = moving(MoveKind::Turn);
    it.reduced = model::ReducedMotion::Keep;
    CHECK(moves::calm(it).tracks == lower(it).tracks);
    it.reduced = model::ReducedMotion::Drop;
    for (const auto& track : moves::calm(it).tracks) {
        // Before the cue it is what it would be with the movement; once it begins, its end.
        CHECK(track.keyframes.front().value == trackOf(lower(it), track.property)->keyframes.front().value);
        CHECK(track.keyframes[2].at == 0);
        CHECK(track.keyframes[2].value == track.keyframes.back().value);
    }
}

TEST_CASE("What goes elsewhere under reduced motion stays where it was until then, and is out of sight for "
          "the jump") {
    for (const auto kind : {MoveKind::Travel, MoveKind::Panel}) {
        INFO(model::word(kind));
        const auto lowered = moves::calm(moving(kind, 400));
        const auto* way = trackOf(lowered, kind == MoveKind::Travel ? Property::Travel : Property::Panel);
        REQUIRE(way);
        CHECK(way->keyframes.front().value == 0); // and so before the cue, too
        CHECK(way->keyframes.back().value == 1);
        const auto* opacity = trackOf(lowered, Property::Opacity);
        REQUIRE(opacity);
        CHECK(opacity->keyframes.front().basis == Basis::OnTop); // seen as it was, not hidden from the start
        CHECK(opacity->keyframes.front().value == 1);
        CHECK(opacity->keyframes[1].value == 0);
        CHECK(opacity->keyframes[1].at == way->keyframes[1].at); // where it jumps
        CHECK(opacity->keyframes.back().value == 1);
    }
}

TEST_CASE("What is there and stays there does not blink under reduced motion") {
    const auto lowered = moves::calm(moving(MoveKind::Play, 400));
    CHECK(trackOf(lowered, Property::Opacity) == nullptr);
    CHECK_FALSE(lowered.tracks.empty());
    for (const auto& track : lowered.tracks) {
        CHECK(track.keyframes.front().value == track.keyframes.back().value);
    }
}

TEST_CASE("A spring that swings is what players reckon from two numbers, one that creeps is not") {
    for (const double damping : {1.0, 4.0, 12.0, 20.0, 26.0}) {
        const model::Spring spring{1, 180, damping};
        const auto swing = motion::swingOf(spring);
        REQUIRE(swing);
        const auto off = [&](double x) {
            return std::exp(-swing->decay * x) *
                   (std::cos(swing->radians * x) +
                    swing->decay / swing->radians * std::sin(swing->radians * x));
        };
        for (int i = 1; i < 100; ++i) {
            const double x = i / 100.0;
            INFO(damping << " " << x);
            CHECK(std::abs(1 - off(x) + off(1) * x - motion::ease(spring, x)) < 1e-9);
        }
    }
    CHECK_FALSE(motion::swingOf(model::Spring{1, 180, 27}));
    CHECK_FALSE(motion::swingOf(model::Spring{1, 180, 200}));
}

TEST_CASE("Every move has one definition, at its own place, that says everything") {
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<MoveKind>(i);
        INFO(model::word(kind));
        const auto& definition = moves::definitionOf(kind);
        CHECK(definition.kind == kind); // one that is forgotten shifts all that follow
        CHECK_FALSE(definition.label.empty());
        CHECK_FALSE(definition.does.empty());
        CHECK(definition.length > 0);
        for (const auto& parameter : definition.parameters) {
            INFO(parameter.key);
            if (parameter.isChoice()) {
                CHECK(moves::choiceOf({kind, {}}, parameter.key) == parameter.choices.front());
            } else {
                CHECK(parameter.standard >= parameter.least);
                CHECK(parameter.standard <= parameter.most);
                CHECK(moves::numberOf({kind, {}}, parameter.key) == parameter.standard);
            }
        }
        REQUIRE(definition.unsuited);
        REQUIRE(definition.lower);
    }
    CHECK_THROWS(moves::definitionOf(static_cast<MoveKind>(model::kMoveKinds)));
}

TEST_CASE("Whether a layer may make a move is one answer, with a reason in words") {
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<MoveKind>(i);
        bool anybody = false;
        for (std::size_t k = 0; k < std::variant_size_v<model::Contents>; ++k) {
            model::Layer layer;
            layer.name = "Photo";
            layer.contents = model::contentsOf(static_cast<model::LayerKind>(k));
            layer.destination.emplace();
            const auto why = moves::whyNot(kind, layer);
            anybody = anybody || why.empty();
            CHECK((why.empty() || why.find("“Photo”") == 0));
        }
        INFO(model::word(kind));
        CHECK(anybody);
    }
    model::Layer photo;
    photo.contents = model::ImageContent{};
    CHECK(moves::whyNot(MoveKind::Draw, photo).find("no outline") != std::string::npos);
    CHECK(moves::whyNot(MoveKind::Travel, photo).find("no destination") != std::string::npos);
}
