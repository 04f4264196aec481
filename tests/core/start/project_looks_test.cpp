// SPDX-License-Identifier: MIT
#include "core/start/app_project.h"
#include "core/start/fake_decoder.h"
#include "core/valid/validate.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::start;
using test::FakeDecoder;

namespace {

const char* const kMark =
    R"(<vector xmlns:android="x" android:viewportWidth="200" android:viewportHeight="50"><path android:pathData="M0,0h200v50z" android:fillColor="#2A7F4F"/></vector>)";
const char* const kLogo =
    R"(<vector xmlns:android="x" android:viewportWidth="10" android:viewportHeight="10"><group android:name="all" android:pivotX="5" android:pivotY="5"><path android:pathData="M0,0h9v9z" android:fillColor="#2A7F4F"/></group></vector>)";
const char* const kMoving =
    R"(<animated-vector xmlns:android="x" xmlns:aapt="y" android:drawable="@drawable/logo"><target android:name="all"><aapt:attr name="android:animation"><objectAnimator android:propertyName="rotation" android:valueFrom="-90" android:valueTo="0" android:duration="600"/></aapt:attr></target></animated-vector>)";
const char* const kTheme = R"(<resources><style name="Theme.App.Starting" parent="Theme.SplashScreen">
<item name="windowSplashScreenBackground">@color/dawn</item><item name="windowSplashScreenAnimatedIcon">@drawable/logo_moving</item>
<item name="windowSplashScreenAnimationDuration">600</item><item name="windowSplashScreenIconBackgroundColor">@color/plate</item>
<item name="android:windowSplashScreenBrandingImage">@drawable/by_us</item><item name="postSplashScreenTheme">@style/Theme.App</item>
<item name="android:windowLightStatusBar">true</item></style>
<style name="Theme.App"><item name="android:windowBackground">@color/page</item></style></resources>)";
const char* const kColours =
    R"(<resources><color name="dawn">#FFEEDD</color><color name="plate">#112233</color><color name="page">#FAFAFA</color></resources>)";

Started begunFrom(const MemoryFiles& files, const char* root) {
    const auto started = startFrom(files, root, FakeDecoder(), std::atomic<bool>(false));
    REQUIRE(started);
    CHECK(valid::problemsOf(started->sequence).empty());
    return *started;
}

std::string lostOf(const Started& started) {
    std::string all;
    for (const auto& it : started.warnings) {
        all += it.message + "\n";
    }
    return all;
}

Colour light(const model::Sequence& s, const ColourId& id) { return model::find(s.palette, id)->light; }

}

TEST_CASE("An app's launch theme comes in whole: canvas, moving icon, plate, footer mark, bars, the screen "
          "behind") {
    MemoryFiles files;
    const std::string res = "/app/src/main/res/";
    files.contents[res + "values/themes.xml"] = kTheme;
    files.contents[res + "values/colors.xml"] = kColours;
    files.contents[res + "values/strings.xml"] =
        R"(<resources><string name="app_name">Fern Post</string></resources>)";
    files.contents[res + "values-night/colors.xml"] =
        R"(<resources><color name="dawn">#101418</color></resources>)";
    files.contents[res + "drawable/logo.xml"] = kLogo;
    files.contents[res + "drawable/logo_moving.xml"] = kMoving;
    files.contents[res + "drawable/by_us.xml"] = kMark;
    const auto started = begunFrom(files, "/app");
    const auto& s = started.sequence;
    CHECK(s.name == "Fern Post");
    CHECK(light(s, s.opening.colour) == Colour{0xFF, 0xEE, 0xDD, 255});
    CHECK(model::find(s.palette, s.opening.colour)->dark == Colour{0x10, 0x14, 0x18, 255});
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    REQUIRE(icon);
    REQUIRE(model::plateOf(*icon));
    CHECK(light(s, model::plateOf(*icon)->colour) == Colour{0x11, 0x22, 0x33, 255});
    CHECK(std::max(icon->place.width, icon->place.height) <= 160);
    const auto turns = std::ranges::find_if(s.cues, [](const auto& it) { return it.beat == "opening"; });
    REQUIRE(turns != s.cues.end());
    CHECK(turns->length == 600);
    CHECK(*turns->poses.front().turn == Approx(-90));
    const auto* footer = model::findThing(s.layers, s.opening.footer);
    REQUIRE(footer);
    CHECK(footer->place.width == Approx(200));
    CHECK(footer->place.height == Approx(50));
    CHECK(s.bars.content == model::BarContent::Dark);
    for (const auto& layer : s.layers) {
        if (const auto* screen = layer.as<model::FirstScreenContent>()) {
            CHECK(light(s, screen->background) == Colour{0xFA, 0xFA, 0xFA, 255});
        }
    }
    CHECK(started.warnings.empty());
    CHECK(started.taken.size() >= 4);
}

TEST_CASE("What a night theme names instead of the day's comes in as the night side of the same thing") {
    MemoryFiles files;
    files.contents["/app/res/values/themes.xml"] = kTheme;
    files.contents["/app/res/values/colors.xml"] = kColours;
    files.contents["/app/res/values-night/themes.xml"] =
        R"(<resources><style name="Theme.App.Starting" parent="Theme.SplashScreen">
<item name="windowSplashScreenBackground">@color/page</item><item name="windowSplashScreenAnimatedIcon">@drawable/logo_dim</item>
<item name="windowSplashScreenIconBackgroundColor">#445566</item><item name="android:windowSplashScreenBrandingImage">@drawable/by_us_dim</item>
<item name="android:windowLightStatusBar">false</item></style>
<style name="Theme.App"><item name="android:windowBackground">@color/plate</item></style></resources>)";
    files.contents["/app/res/drawable/logo.xml"] = kLogo;
    files.contents["/app/res/drawable/logo_moving.xml"] = kMoving;
    std::string dim = kLogo;
    dim.replace(dim.find("#2A7F4F"), 7, "#0A1F0F");
    files.contents["/app/res/drawable/logo_dim.xml"] = dim;
    files.contents["/app/res/drawable/by_us.xml"] = kMark;
    files.contents["/app/res/drawable/by_us_dim.xml"] = kMark;
    const auto started = begunFrom(files, "/app");
    const auto& s = started.sequence;
    const auto both = [&](const ColourId& id) {
        const auto* colour = model::find(s.palette, id);
        return std::pair{colour->light, colour->dark};
    };
    CHECK(both(s.opening.colour) == std::pair{Colour{0xFF, 0xEE, 0xDD, 255}, Colour{0xFA, 0xFA, 0xFA, 255}});
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    REQUIRE(icon);
    REQUIRE(model::plateOf(*icon));
    CHECK(both(model::plateOf(*icon)->colour) ==
          std::pair{Colour{0x11, 0x22, 0x33, 255}, Colour{0x44, 0x55, 0x66, 255}});
    CHECK_FALSE(icon->art()->darkArt.empty());
    CHECK_FALSE(model::findThing(s.layers, s.opening.footer)->art()->darkArt.empty());
    CHECK(s.bars.content == model::BarContent::Auto); // dark by day, light by night
    for (const auto& layer : s.layers) {
        if (const auto* screen = layer.as<model::FirstScreenContent>()) {
            CHECK(both(screen->background) ==
                  std::pair{Colour{0xFA, 0xFA, 0xFA, 255}, Colour{0x11, 0x22, 0x33, 255}});
        }
    }
    // The other way round cannot be said.
    auto& theme = files.contents["/app/res/values/themes.xml"];
    theme.replace(theme.find("Bar\">true") + 5, 4, "false");
    auto& night = files.contents["/app/res/values-night/themes.xml"];
    night.replace(night.find("Bar\">false") + 5, 5, "true");
    const auto turned = begunFrom(files, "/app");
    CHECK(turned.sequence.bars.content == model::BarContent::Light);
    CHECK(lostOf(turned).find("by night alone") != std::string::npos);
}

TEST_CASE("A branding image that is not there, and a plate behind a picture, are named") {
    MemoryFiles files;
    files.contents["/app/res/values/themes.xml"] = kTheme;
    files.contents["/app/res/values/colors.xml"] = kColours;
    files.contents["/app/res/drawable-xhdpi/logo_moving.png"] = "\x89PNG:200x200";
    const auto lost = lostOf(begunFrom(files, "/app"));
    CHECK(lost.find("branding image") != std::string::npos);
    CHECK(lost.find("the plate") != std::string::npos);
}

TEST_CASE("A launch storyboard comes with its ground, pictures and words") {
    MemoryFiles files;
    files.contents["/ios/Base.lproj/LaunchScreen.storyboard"] =
        R"(<?xml version="1.0"?><document type="com.apple.InterfaceBuilder3.CocoaTouch.Storyboard.XIB" launchScreen="YES"><scenes><scene><objects><viewController><view key="view"><rect key="frame" x="0" y="0" width="390" height="844"/><subviews><imageView image="Crest"><rect key="frame" x="100" y="300" width="190" height="190"/></imageView><label text="Fern Post"><rect key="frame" x="40" y="520" width="310" height="40"/><fontDescription key="fontDescription" type="system" pointSize="28"/></label><imageView image="ByUs"><rect key="frame" x="120" y="760" width="150" height="40"/></imageView><mapView/></subviews><color key="backgroundColor" red="0.1" green="0.2" blue="0.3" alpha="1" colorSpace="custom"/></view></viewController></objects></scene></scenes></document>)";
    for (const char* set : {"Crest", "ByUs", "LaunchOther"}) {
        const std::string folder = std::string("/ios/Assets.xcassets/") + set + ".imageset/";
        files.contents[folder + "Contents.json"] = R"({"images":[{"filename":"a@2x.png","scale":"2x"}]})";
        files.contents[folder + "a@2x.png"] =
            std::string("\x89PNG:") + (set == std::string("Crest") ? "380x380" : "300x80");
    }
    const auto started = begunFrom(files, "/ios");
    const auto& s = started.sequence;
    CHECK(light(s, s.opening.colour) == Colour{26, 51, 77, 255});
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    REQUIRE(icon);
    CHECK(icon->get<model::ImageContent>().pictures.front().density == 2);
    CHECK(icon->place.width == Approx(icon->place.height)); // the crest, not what is named after a launch
    const auto* footer = model::findThing(s.layers, s.opening.footer);
    REQUIRE(footer);
    REQUIRE(footer->as<model::ImageContent>());
    // Both files have the same name in the catalogue.
    CHECK(started.files.at(footer->get<model::ImageContent>().pictures.front().path) == "\x89PNG:300x80");
    CHECK(started.files.at(icon->get<model::ImageContent>().pictures.front().path) == "\x89PNG:380x380");
    const auto words = std::ranges::find_if(
        s.layers, [](const auto& it) { return it.template as<model::TextContent>() != nullptr; });
    REQUIRE(words != s.layers.end());
    CHECK(words->get<model::TextContent>().text == "Fern Post");
    CHECK(words->get<model::TextContent>().size == Approx(28));
    CHECK(words->place.y == Approx(520 + 20 - 422));
    CHECK(std::ranges::find(s.opening.layers, words->id) != s.opening.layers.end());
    CHECK(lostOf(started).find("a mapView of the launch storyboard") != std::string::npos);
}

TEST_CASE("A web manifest gives name, canvas and its largest icon") {
    MemoryFiles files;
    files.contents["/site/public/manifest.webmanifest"] =
        R"({"name":"Fern Post","background_color":"#0a3d2e","theme_color":"#00aa88",
    "start_url" : "/", "icons" : [
        {"src" : "icons/192.png", "sizes" : "192x192"}, {"src" : "./icons/512.png", "sizes" : "512x512"},
        {"src" : "icons/mask.png", "sizes" : "1024x1024", "purpose" : "maskable"}
    ]
})";
    for (const char* name : {"192", "512", "mask"}) {
        files.contents[std::string("/site/public/icons/") + name + ".png"] =
            std::string("\x89PNG:") + (name == std::string("512") ? "512x512" : "192x192");
    }
    const auto started = begunFrom(files, "/site");
    const auto& s = started.sequence;
    CHECK(s.name == "Fern Post");
    CHECK(light(s, s.opening.colour) == Colour{0x0A, 0x3D, 0x2E, 255});
    CHECK(started.files.begin()->second == "\x89PNG:512x512");
    CHECK_FALSE(readWebManifest(R"({"manifest_version":3,"permissions":[]})"));
    CHECK_FALSE(readWebManifest("no"));
}

TEST_CASE("A plate goes on behind the parts that take the icon's place") {
    MemoryFiles files;
    files.contents["/app/res/values/themes.xml"] = kTheme;
    files.contents["/app/res/values/colors.xml"] = kColours;
    files.contents["/app/res/drawable/by_us.xml"] = kMark;
    files.contents["/app/res/drawable/logo.xml"] =
        R"(<vector xmlns:android="x" android:viewportWidth="10" android:viewportHeight="10"><group android:name="all"><path android:pathData="M0,0h4v4z" android:fillColor="#2A7F4F"/></group><path android:name="rest" android:pathData="M5,5h4v4z" android:fillColor="#2A7F4F"/></vector>)";
    files.contents["/app/res/drawable/logo_moving.xml"] = kMoving;
    const auto started = begunFrom(files, "/app");
    const auto& s = started.sequence;
    const auto* part = model::findThing(s.layers, LayerId("all"));
    REQUIRE(part);
    const auto* plate = model::findThing(s.layers, LayerId("plate"));
    REQUIRE(plate);
    CHECK(plate->group == part->group);
    CHECK(plate->place.width == Approx(160));
    CHECK(light(s, plate->get<model::ShapeContent>().colour) == Colour{0x11, 0x22, 0x33, 255});
    CHECK(plate < part); // behind
}
