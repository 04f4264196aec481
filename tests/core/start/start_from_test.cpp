// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/start/app_project.h"
#include "core/start/fake_decoder.h"
#include "core/start/pictures.h"
#include "core/valid/validate.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::start;
using test::FakeDecoder;

namespace {

const char* const kVector =
    R"(<vector xmlns:android="x" android:viewportWidth="10" android:viewportHeight="10">
    <path android:pathData="M0,0h9v9z" android:fillColor="#2A7F4F"/></vector>)";
const char* const kSvg = "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 20'><rect width='9' "
                         "height='9' fill='#00f'/></svg>";

std::string png(int width, int height) {
    return "\x89PNG:" + std::to_string(width) + "x" + std::to_string(height);
}

Result<Started> begin(const MemoryFiles& files, const char* path) {
    return startFrom(files, path, FakeDecoder(), std::atomic<bool>(false));
}

}

TEST_CASE("Every kind of logo gives a sequence that stands, with its files beside it") {
    MemoryFiles files;
    files.contents["/x/fern.svg"] = kSvg;
    files.contents["/x/fern.pdf"] = "%PDF-1.4";
    files.contents["/x/fern.xml"] = kVector;
    files.contents["/x/fern.png"] = png(300, 200);
    for (const char* path : {"/x/fern.svg", "/x/fern.pdf", "/x/fern.xml", "/x/fern.png"}) {
        INFO(path);
        const auto started = begin(files, path);
        REQUIRE(started);
        CHECK(valid::problemsOf(started->sequence).empty());
        CHECK(started->sequence.name == "Fern");
        REQUIRE(started->files.size() == 1);
        const auto* logo = model::findThing(started->sequence.layers, "logo");
        const bool raster = logo->as<model::ImageContent>();
        CHECK(started->files.begin()->first ==
              (raster ? logo->get<model::ImageContent>().pictures[0].path : logo->art()->art));
        CHECK(started->sequence.opening.icon == "logo");
        if (!raster) {
            CHECK(art::readSvg(started->files.begin()->second));
        }
    }
}

TEST_CASE("A picture that moves begins a sequence with its first frame, and says so") {
    MemoryFiles files;
    files.contents["/x/still.gif"] = png(64, 64);
    files.contents["/x/moving.gif"] = png(64, 64) + " frames:3";
    const auto still = begin(files, "/x/still.gif");
    REQUIRE(still);
    CHECK(still->warnings.empty());
    const auto moving = begin(files, "/x/moving.gif");
    REQUIRE(moving);
    REQUIRE(moving->warnings.size() == 1);
    CHECK(describe(moving->warnings).find("first frame") != std::string::npos);
    CHECK(valid::problemsOf(moving->sequence).empty());
}

TEST_CASE("A raster brings its other densities and its dark ones, and is not scaled up") {
    MemoryFiles files;
    files.contents["/x/logo@2x.png"] = png(200, 100);
    files.contents["/x/logo.png"] = png(100, 50);
    files.contents["/x/logo@3x.png"] = png(300, 150);
    files.contents["/x/logo-dark@2x.png"] = png(200, 100);
    files.contents["/x/other.png"] = png(9, 9);
    const auto started = begin(files, "/x/logo@2x.png");
    REQUIRE(started);
    const auto& logo = *model::findThing(started->sequence.layers, "logo");
    CHECK(logo.get<model::ImageContent>().pictures.size() == 4);
    CHECK(logo.place.width == 100);
    CHECK(std::count_if(logo.get<model::ImageContent>().pictures.begin(),
                        logo.get<model::ImageContent>().pictures.end(),
                        [](const auto& it) { return it.dark; }) == 1);
    CHECK(started->files.size() == 4);
    CHECK(valid::problemsOf(started->sequence).empty());
}

TEST_CASE("An Android res folder gives its colours, launch art and dark variants") {
    MemoryFiles files;
    files.contents["/app/src/main/res/values/colors.xml"] =
        "<resources><color name='brand'>#FF2A7F4F</color><color name='splash'>@color/brand</color><color "
        "name='text'>#111111</color></resources>";
    files.contents["/app/src/main/res/values-night/colors.xml"] =
        "<resources><color name='splash'>#101010</color></resources>";
    files.contents["/app/src/main/res/values-v31/themes.xml"] =
        "<resources><style name='Launch'><item "
        "name='android:windowSplashScreenBackground'>@color/splash</item>"
        "<item name='android:windowSplashScreenAnimatedIcon'>@drawable/anim</item></style></resources>";
    files.contents["/app/src/main/res/drawable/anim.xml"] =
        "<animated-vector xmlns:android='x' android:drawable='@drawable/mark'/>";
    files.contents["/app/src/main/res/drawable/mark.xml"] = kVector;
    files.contents["/app/src/main/res/drawable-night/mark.xml"] = kVector;
    files.contents["/app/build/res/values/colors.xml"] =
        "<resources><color name='made'>#fff</color></resources>";
    const auto found = lookThrough(files, "/app", std::atomic<bool>(false));
    REQUIRE(found);
    CHECK(found->canvas == "splash");
    CHECK(found->colours.size() == 3);
    const auto started = begin(files, "/app");
    REQUIRE(started);
    CHECK(valid::problemsOf(started->sequence).empty());
    const auto* canvas = model::find(started->sequence.palette, "canvas");
    CHECK(canvas->light == Colour{0x2A, 0x7F, 0x4F, 255});
    CHECK(canvas->dark == Colour{0x10, 0x10, 0x10, 255});
    const auto& logo = *model::findThing(started->sequence.layers, "logo");
    CHECK(logo.art()->art == "art/mark.svg");
    CHECK(logo.art()->darkArt == "art/mark-dark.svg");
    const auto* text = model::find(started->sequence.palette, "text");
    REQUIRE(text);
    CHECK(contrastRatio(text->dark, canvas->dark) >= 3); // proposed, since the project has none
}

TEST_CASE("An iOS asset catalogue gives its colour sets and image sets") {
    MemoryFiles files;
    files.contents["/Fern.xcassets/LaunchColour.colorset/Contents.json"] =
        R"({"colors":[{"color":{"components":{"red":"0xFF","green":"0.5","blue":"0","alpha":"1.000"}}},
            {"appearances":[{"appearance":"luminosity","value":"dark"}],"color":{"components":{"red":"16","green":"16","blue":"16","alpha":"1"}}}]})";
    files.contents["/Fern.xcassets/Logo.imageset/Contents.json"] =
        R"({"images":[{"filename":"logo.png","scale":"1x"},{"filename":"logo@2x.png","scale":"2x"},{"filename":"../../secret.png"},
            {"filename":"logo-night.png","appearances":[{"appearance":"luminosity","value":"dark"}]},{"scale":"3x"}]})";
    files.contents["/Fern.xcassets/Logo.imageset/logo.png"] = png(80, 80);
    files.contents["/Fern.xcassets/Logo.imageset/logo@2x.png"] = png(160, 160);
    files.contents["/Fern.xcassets/Logo.imageset/logo-night.png"] = png(80, 80);
    const auto started = begin(files, "/Fern.xcassets");
    REQUIRE(started);
    CHECK(valid::problemsOf(started->sequence).empty());
    const auto* canvas = model::find(started->sequence.palette, "canvas");
    CHECK(canvas->light == Colour{255, 128, 0, 255});
    CHECK(canvas->dark == Colour{16, 16, 16, 255});
    CHECK(model::findThing(started->sequence.layers, "logo")->get<model::ImageContent>().pictures.size() ==
          3);
}

TEST_CASE("What cannot be used says why and what would work") {
    MemoryFiles files;
    files.contents["/x/notes.txt"] = "hello";
    files.contents["/x/broken.png"] = "\x89PNG nothing";
    files.contents["/x/broken.svg"] = "<svg><g></svg>";
    files.contents["/y/readme.md"] = "nothing here";
    for (const char* path : {"/x/notes.txt", "/x/broken.png", "/x/broken.svg", "/y", "/missing.svg"}) {
        INFO(path);
        const auto started = begin(files, path);
        REQUIRE_FALSE(started);
        CHECK_FALSE(started.error().front().message.empty());
    }
    CHECK(begin(files, "/y").error().front().message.find(".xcassets") != std::string::npos);
    CHECK(begin(files, "/x/notes.txt").error().front().message.find("VectorDrawable") != std::string::npos);
}

TEST_CASE("A project with colours alone begins empty, with them in the palette") {
    MemoryFiles files;
    files.contents["/app/res/values/colors.xml"] =
        "<resources><color name='splash_bg'>#224466</color></resources>";
    const auto started = begin(files, "/app");
    REQUIRE(started);
    CHECK(started->warnings.size() == 1);
    CHECK(started->sequence.palette.front().light == Colour{0x22, 0x44, 0x66, 255});
    CHECK(valid::problemsOf(started->sequence).empty());
}

TEST_CASE("Names tell density and appearance") {
    CHECK(densityOf("a/logo@3x.png") == 3);
    CHECK(densityOf("res/drawable-xxhdpi/logo.png") == 3);
    CHECK(densityOf("res/drawable-hdpi/logo.png") == 1.5);
    CHECK(densityOf("logo.png") == 1);
    CHECK(saysDark("logo-dark.png"));
    CHECK(saysDark("res/drawable-night-xhdpi/logo.png"));
    CHECK_FALSE(saysDark("darkroom.png"));
    CHECK(plainStem("logo@2x.png") == "logo");
    CHECK(plainStem("logo-dark@2x.png") == "logo");
}
