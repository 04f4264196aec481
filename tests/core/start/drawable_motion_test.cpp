// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/motion/easing_curve.h"
#include "core/start/drawable_motion.h"
#include "core/start/fake_decoder.h"
#include "core/start/use_files.h"
#include "core/valid/validate.h"
#include "support/builders.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace scaena;
using namespace scaena::start;
using namespace scaena::test;

namespace {

const std::string kNames =
    R"(xmlns:android="http://schemas.android.com/apk/res/android" xmlns:aapt="http://schemas.android.com/aapt")";

/// A vector of two groups and a mark that stands still.
std::string vectorOf(const std::string& ring = {}, const std::string& arc = {}, const std::string& all = {}) {
    return "<vector " + kNames +
           R"( android:name="all" android:width="96dp" android:height="96dp" android:viewportWidth="48" android:viewportHeight="48" )" +
           all +
           R"(><path android:name="still" android:pathData="M0,0h9v9h-9z" android:fillColor="#FF112233"/>)" +
           R"(<group android:name="ring" )" + ring +
           R"(><path android:name="arc" android:pathData="M10,24h28" android:strokeColor="#FF2266AA" android:strokeWidth="4" )" +
           arc + "/></group></vector>";
}

std::string animatedOf(const std::string& targets) {
    return "<animated-vector " + kNames + R"( android:drawable="@drawable/logo">)" + targets +
           "</animated-vector>";
}

std::string target(const std::string& name, const std::string& animation) {
    return "<target android:name=\"" + name + R"("><aapt:attr name="android:animation">)" + animation +
           "</aapt:attr></target>";
}

std::string animator(const std::string& property, const std::string& from, const std::string& to,
                     int duration, const std::string& more = {}) {
    return "<objectAnimator android:propertyName=\"" + property + "\" android:valueFrom=\"" + from +
           "\" android:valueTo=\"" + to + "\" android:duration=\"" + std::to_string(duration) + "\" " + more +
           "/>";
}

struct Begun {
    model::Sequence sequence;
    std::string svg, lost;

    [[nodiscard]] std::vector<const model::Cue*> cuesOf(const LayerId& layer) const {
        std::vector<const model::Cue*> found;
        for (const auto& cue : sequence.cues) {
            if (cue.layer == layer && cue.move.kind == model::MoveKind::Poses) {
                found.push_back(&cue);
            }
        }
        return found;
    }
};

Begun begun(const std::string& targets, const std::string& vector = vectorOf(),
            const std::map<std::string, std::string>& more = {}) {
    MemoryFiles files;
    files.contents["/app/res/drawable/logo.xml"] = vector;
    files.contents["/app/res/drawable/moving.xml"] = animatedOf(targets);
    for (const auto& [path, text] : more) {
        files.contents["/app/res/" + path] = text;
    }
    const auto started =
        startFrom(files, "/app/res/drawable/moving.xml", FakeDecoder(), std::atomic<bool>(false));
    REQUIRE(started);
    CHECK(valid::problemsOf(started->sequence).empty());
    Begun it{started->sequence, started->files.begin()->second, {}};
    for (const auto& warning : started->warnings) {
        it.lost += warning.message + "\n";
    }
    CHECK(art::readSvg(it.svg));
    return it;
}

/// dp a unit of the view box.
double perUnit(const Begun& it) {
    return model::findThing(it.sequence.layers, LayerId("logo"))->place.width / 48;
}

}

TEST_CASE("A group of an animated vector turns about its pivot, with its interpolator") {
    const auto it = begun(
        target(
            "ring",
            animator(
                "rotation", "-90", "0", 500,
                R"(android:interpolator="@android:interpolator/fast_out_slow_in" android:startOffset="120")")),
        vectorOf(R"(android:pivotX="24" android:pivotY="12" android:rotation="-90")"));
    const auto cues = it.cuesOf("ring");
    REQUIRE(cues.size() == 1);
    CHECK(cues[0]->anchor.offset == 120);
    CHECK(cues[0]->length == 500);
    CHECK(cues[0]->beat == "arrive");
    REQUIRE(cues[0]->poses.size() == 2);
    // The art stands turned by −90° as it is: beside that the motion goes from 0 to 90.
    CHECK(*cues[0]->poses[0].turn == Approx(0));
    CHECK(*cues[0]->poses[1].turn == Approx(90));
    CHECK(cues[0]->poses[0].easing == model::Easing(model::CubicBezier{0.4, 0, 0.2, 1}));
    const auto& layer = *model::findThing(it.sequence.layers, LayerId("ring"));
    CHECK(layer.pivot.x == Approx(0.5));
    CHECK(layer.pivot.y == Approx(0.25));
    CHECK(layer.art()->part == "ring");
    CHECK(it.lost.empty());
    // What stands still beside it is a layer of its own, and the whole stays the opening's icon.
    CHECK(model::findThing(it.sequence.layers, LayerId("still")));
    CHECK(it.sequence.opening.icon == "logo");
}

TEST_CASE("Sets play together or one after the other, each with its own offset") {
    const auto two = animator("rotation", "0", "10", 200) +
                     animator("rotation", "10", "30", 300, R"(android:startOffset="50")");
    const auto inTurn = begun(
        target("ring", R"(<set android:ordering="sequentially" android:startOffset="40">)" + two + "</set>"));
    REQUIRE(inTurn.cuesOf("ring").size() == 2);
    CHECK(inTurn.cuesOf("ring")[0]->anchor.offset == 40);
    CHECK(inTurn.cuesOf("ring")[1]->anchor.offset == 290);
    const auto together = begun(target("ring", "<set>" + two + "</set>"));
    CHECK(together.cuesOf("ring")[0]->anchor.offset == 0);
    CHECK(together.cuesOf("ring")[1]->anchor.offset == 50);
}

TEST_CASE("Keyframes keep their places, and the interpolator of the interval that arrives") {
    const auto it = begun(target(
        "ring",
        R"(<objectAnimator android:duration="800"><propertyValuesHolder android:propertyName="translateX">)"
        R"(<keyframe android:fraction="0" android:value="0"/><keyframe android:fraction="0.25" android:value="8" android:interpolator="@android:anim/accelerate_interpolator"/>)"
        R"(<keyframe android:fraction="1" android:value="-4"/></propertyValuesHolder></objectAnimator>)"));
    REQUIRE(it.cuesOf("ring").size() == 1);
    const auto& poses = it.cuesOf("ring")[0]->poses;
    REQUIRE(poses.size() == 3);
    CHECK(poses[1].at == Approx(0.25));
    CHECK(*poses[1].x == Approx(8 * perUnit(it)).margin(0.01));
    CHECK(*poses[2].x == Approx(-4 * perUnit(it)).margin(0.01));
    CHECK(motion::ease(*poses[0].easing, 0.5) == Approx(0.25).margin(0.002)); // t²
}

TEST_CASE("A way within a turned group goes where the group leads it") {
    const auto it = begun(
        target("ring", animator("translateX", "0", "6", 400)),
        "<vector " + kNames +
            R"( android:width="48dp" android:height="48dp" android:viewportWidth="48" android:viewportHeight="48"><group android:rotation="90" android:pivotX="24" android:pivotY="24"><group android:name="ring"><path android:pathData="M10,24h28" android:fillColor="#000"/></group></group><path android:name="still" android:pathData="M0,0h4v4z" android:fillColor="#000"/></vector>)");
    REQUIRE(it.cuesOf("ring").size() == 1);
    CHECK(*it.cuesOf("ring")[0]->poses[1].x == Approx(0).margin(0.01));
    CHECK(*it.cuesOf("ring")[0]->poses[1].y == Approx(6 * perUnit(it)).margin(0.01));
}

TEST_CASE("What begins at nothing is there as a layer, and grows as one thing") {
    const auto grow = R"(android:interpolator="@android:anim/overshoot_interpolator")";
    const auto it =
        begun(target("ring", "<set>" + animator("scaleX", "0", "1", 400, grow) +
                                 animator("scaleY", "0", "1", 400, grow) + "</set>"),
              vectorOf(R"(android:scaleX="0" android:scaleY="0" android:pivotX="24" android:pivotY="24")"));
    CHECK(it.svg.find("matrix(0") == std::string::npos);
    REQUIRE(it.cuesOf("ring").size() == 1);
    const auto& poses = it.cuesOf("ring")[0]->poses;
    CHECK(*poses[0].scaleX == Approx(0));
    CHECK(*poses[1].scaleX == Approx(1));
    CHECK(*poses[1].scaleY == Approx(1));
    CHECK(motion::ease(*poses[0].easing, 0.6) > 1.0); // it overshoots
}

TEST_CASE("All that fades within a second is the system's, and longer motion the player's") {
    const auto quick = begun(target("all", animator("alpha", "0", "1", 700)));
    REQUIRE(quick.cuesOf("logo").size() == 1);
    CHECK(quick.cuesOf("logo")[0]->beat == "opening");
    CHECK(*quick.cuesOf("logo")[0]->poses[0].opacity == Approx(0));
    const auto slow = begun(target("all", animator("alpha", "0", "1", 6000)));
    REQUIRE(slow.cuesOf("logo").size() == 1);
    CHECK(slow.cuesOf("logo")[0]->beat == "arrive");
    CHECK(slow.cuesOf("logo")[0]->length == 6000);
}

TEST_CASE("A path that is trimmed draws itself") {
    const auto it = begun(target("arc", animator("trimPathEnd", "0", "1", 900,
                                                 R"(android:interpolator="@android:interpolator/linear")")),
                          vectorOf({}, R"(android:trimPathEnd="0")"));
    const auto cue = std::ranges::find_if(it.sequence.cues,
                                          [](const auto& c) { return c.move.kind == model::MoveKind::Draw; });
    REQUIRE(cue != it.sequence.cues.end());
    CHECK(cue->layer == "arc");
    CHECK(cue->length == 900);
    CHECK(it.lost.empty());
}

TEST_CASE("Motion without end is played for a while, there and back, and that is said") {
    const auto endless =
        begun(target("ring", animator("rotation", "0", "20", 500,
                                      R"(android:repeatCount="infinite" android:repeatMode="reverse")")));
    REQUIRE(endless.cuesOf("ring").size() == 1);
    CHECK(endless.cuesOf("ring")[0]->repeat.alternate);
    CHECK(endless.cuesOf("ring")[0]->repeat.times == 6);
    CHECK(endless.lost.find("without end") != std::string::npos);
}

TEST_CASE("What has no cue is named, whatever else is carried") {
    const auto it = begun(
        target("still", animator("fillColor", "#f00", "#00f", 300, R"(android:valueType="colorType")")) +
            target("arc", animator("trimPathStart", "1", "0", 300)) +
            target("nobody", animator("rotation", "0", "9", 300)) +
            R"(<target android:name="ring" android:animation="@animator/gone"/>)" +
            target("ring",
                   animator("rotation", "0", "9", 300, R"(android:interpolator="@interpolator/strange")")),
        vectorOf());
    for (const char* lost :
         {"fillColor on “still”", "trimPathStart on “arc”", "“nobody”, which the vector does not have",
          "“ring”, which is not there", "the interpolator @interpolator/strange"}) {
        INFO(lost);
        CHECK(it.lost.find(lost) != std::string::npos);
    }
    CHECK(it.cuesOf("ring").size() == 1);
}

TEST_CASE("Animators and interpolators in files of their own are followed") {
    const auto it = begun(
        R"(<target android:name="ring" android:animation="@animator/spin"/>)", vectorOf(),
        {{"animator/spin.xml",
          "<objectAnimator " + kNames +
              R"( android:propertyName="rotation" android:valueFrom="0" android:valueTo="360" android:duration="600" android:interpolator="@interpolator/own"/>)"},
         {"interpolator/own.xml",
          "<pathInterpolator " + kNames + R"( android:pathData="M 0,0 C 0.2,0 0.1,1 1,1"/>)"}});
    REQUIRE(it.cuesOf("ring").size() == 1);
    CHECK(it.cuesOf("ring")[0]->poses[0].easing == model::Easing(model::CubicBezier{0.2, 0, 0.1, 1}));
    CHECK(*it.cuesOf("ring")[0]->poses[1].turn == Approx(360));
    CHECK(it.lost.empty());
}

TEST_CASE("The platform's interpolators are the curves their names say") {
    const auto at = [](const char* name, double t) {
        const auto easing = platformInterpolator(name);
        REQUIRE(easing);
        return motion::ease(*easing, t);
    };
    for (const double t : {0.1, 0.35, 0.5, 0.8, 0.95}) {
        CHECK(at("@android:anim/accelerate_interpolator", t) == Approx(t * t).margin(0.002));
        CHECK(at("@android:anim/decelerate_interpolator", t) == Approx(1 - (1 - t) * (1 - t)).margin(0.002));
        CHECK(at("@android:anim/accelerate_decelerate_interpolator", t) ==
              Approx(std::cos((t + 1) * 3.14159265358979) / 2 + 0.5).margin(0.012));
        const double s = t - 1;
        CHECK(at("@android:anim/overshoot_interpolator", t) == Approx(s * s * (3 * s + 2) + 1).margin(0.003));
        CHECK(at("@android:anim/anticipate_interpolator", t) == Approx(t * t * (3 * t - 2)).margin(0.003));
        CHECK(at("@android:interpolator/linear", t) == Approx(t));
    }
    CHECK(at("@android:anim/bounce_interpolator", 0.5) ==
          Approx(8 * std::pow(0.5 * 1.1226 - 0.54719, 2) + 0.7).margin(0.02));
    CHECK_FALSE(platformInterpolator("@android:anim/nothing_of_the_kind"));
}

TEST_CASE("A moving drawable dropped on a sequence brings its cues into the first beat behind the opening") {
    MemoryFiles files;
    files.contents["/app/res/drawable/logo.xml"] = vectorOf();
    files.contents["/app/res/drawable/moving.xml"] =
        animatedOf(target("ring", animator("rotation", "0", "45", 300)));
    const auto file = readDropped(files, "/app/res/drawable/moving.xml", FakeDecoder());
    REQUIRE(file.problems.empty());
    FileUse use;
    use.keep = [](const std::string& path, const std::string&) { return path; };
    const auto before = aSequence().withBeat(play("arrive", 800)).build();
    const auto used = useFiles(before, {file}, {}, use);
    CHECK(valid::problemsOf(used.sequence).empty());
    CHECK(used.sequence.layers.size() > before.layers.size() + 2);
    CHECK(std::ranges::any_of(used.sequence.cues,
                              [](const auto& cue) { return cue.beat == "arrive" && cue.layer == "ring"; }));
}

TEST_CASE("Art that begins with nothing leaves the canvas alone in the opening, and that is said") {
    const auto vector =
        "<vector " + kNames +
        R"( android:width="48dp" android:height="48dp" android:viewportWidth="48" android:viewportHeight="48"><path android:name="one" android:fillAlpha="0" android:fillColor="#f00" android:pathData="M0,0h9v9z"/><path android:name="two" android:fillAlpha="0" android:fillColor="#00f" android:pathData="M9,9h9v9z"/></vector>)";
    const auto both = target("one", animator("fillAlpha", "0", "1", 300)) +
                      target("two", animator("fillAlpha", "0", "1", 300, R"(android:startOffset="100")"));
    const auto it = begun(both, vector);
    CHECK(it.sequence.opening.icon.empty());
    CHECK(it.lost.find("the canvas stands there alone") != std::string::npos);
    // Where a part is there from the beginning, the whole stays.
    CHECK(begun(target("one", animator("fillAlpha", "0", "1", 300)), vector).sequence.opening.icon == "logo");
}
