// SPDX-License-Identifier: MIT
#include "core/start/android_drawable.h"

#include "core/art/parts.h"
#include "core/art/read_vector_drawable.h"
#include "core/base/base64.h"
#include "core/base/files.h"
#include "core/start/dropped_file.h"
#include "core/start/fake_decoder.h"
#include "core/start/pictures.h"

#include <catch2/catch.hpp>

/// Drawables of Android as people have them: with references, tints, clips, layers.
using namespace scaena;

namespace {

constexpr const char* kHead = "xmlns:android='http://schemas.android.com/apk/res/android' "
                              "xmlns:aapt='http://schemas.android.com/aapt'";

std::string vector(const std::string& inside, const std::string& more = {}) {
    return std::string("<vector ") + kHead +
           " android:width='24dp' android:height='24dp' "
           "android:viewportWidth='24' android:viewportHeight='24' " +
           more + ">" + inside + "</vector>";
}

class Res {
public:
    Res() {
        put("values/colors.xml",
            "<resources><color name='brand'>#0A5</color><color name='alias'>@color/brand</color>"
            "<color name='loop'>@color/loop</color></resources>");
        put("values-night/colors.xml", "<resources><color name='brand'>#FF112233</color></resources>");
        put("values-de/colors.xml", "<resources><color name='brand'>#F00</color></resources>");
        put("values/strings.xml", "<resources><string name='outline'>M0,0h10v10z</string><dimen "
                                  "name='room'>4dp</dimen></resources>");
        put("color/states.xml", std::string("<selector ") + kHead +
                                    "><item android:state_enabled='false' android:color='#000'/><item "
                                    "android:color='@color/brand' android:alpha='0.5'/></selector>");
        put("drawable/mark.xml",
            vector("<path android:pathData='M0,0h24v24h-24z' android:fillColor='@color/alias'/>"));
    }
    void put(const std::string& path, const std::string& text) {
        REQUIRE(m_files.writeAtomically("/app/res/" + path, text));
    }
    Result<art::Art> read(const std::string& text, const std::string& folder = "drawable") const {
        return start::readAndroidDrawable(text, "x.xml",
                                          start::AndroidValues(m_files, "/app/res/" + folder + "/x.xml"),
                                          test::FakeDecoder());
    }
    [[nodiscard]] const FileAccess& files() const { return m_files; }

private:
    MemoryFiles m_files;
};

Colour onlyColour(const Result<art::Art>& art) {
    REQUIRE(art);
    const auto names = art::colourNames(*art);
    REQUIRE(names.size() == 1);
    return *parseHexColour(names.front());
}

}

TEST_CASE("References are followed in the res folder a drawable lies in") {
    const Res res;
    const auto path = [](const char* colour) {
        return vector(std::string("<path android:pathData='@string/outline' android:fillColor='") + colour +
                      "'/>");
    };
    auto art = res.read(path("@color/alias"));
    REQUIRE(art);
    CHECK(art->losses.empty());
    CHECK(onlyColour(art) == Colour{0x00, 0xAA, 0x55, 255});
    CHECK(onlyColour(res.read(path("@color/alias"), "drawable-night")) == Colour{0x11, 0x22, 0x33, 255});
    CHECK(onlyColour(res.read(path("@android:color/holo_red_dark"))) == Colour{0xCC, 0, 0, 255});
    art = res.read(path("@color/states"));
    REQUIRE(art);
    CHECK(std::get<Colour>(std::get<art::Shape>(art->root.children[0]).fill) ==
          Colour{0x00, 0xAA, 0x55, 127});
    for (const char* unknown : {"@color/loop", "@color/nowhere", "?attr/colorPrimary"}) {
        INFO(unknown);
        const auto read = res.read(path(unknown));
        REQUIRE(read);
        CHECK(read->losses.size() == 1);
    }
    // Beside no res folder nothing is looked up, and it is said.
    const start::AndroidValues nowhere(res.files(), "/elsewhere/x.xml");
    CHECK_FALSE(start::readAndroidDrawable(path("@color/brand"), "x.xml", nowhere,
                                           test::FakeDecoder())); // it has no outline, either
    const auto alone = start::readAndroidDrawable(
        vector("<path android:pathData='M0,0h9v9z' android:fillColor='@color/brand'/>"), "x.xml", nowhere,
        test::FakeDecoder());
    REQUIRE(alone);
    CHECK(alone->losses.size() == 1);
}

TEST_CASE("Clips cut what follows, tints colour all, gradients repeat, other proportions stretch") {
    const Res res;
    const auto art =
        res.read(vector("<path android:pathData='M0,0h1v1z' android:fillColor='#000'/><clip-path "
                        "android:pathData='M0,0h9v9z'/><path android:pathData='M0,0h2v2z'><aapt:attr "
                        "name='android:fillColor'><gradient android:endX='4' android:tileMode='mirror' "
                        "android:startColor='#000' android:endColor='#fff'/></aapt:attr></path>"));
    REQUIRE(art);
    CHECK(std::holds_alternative<art::Shape>(art->root.children[0]));
    const auto& cut = *std::get<std::unique_ptr<art::Group>>(art->root.children[1]);
    CHECK(cut.clips.size() == 1);
    CHECK(std::get<art::Gradient>(std::get<art::Shape>(cut.children[0]).fill).spread == art::Spread::Reflect);
    const auto dot = "<path android:pathData='M0,0h2v2z' android:fillColor='#FFF'/>";
    CHECK(onlyColour(res.read(vector(dot, "android:tint='@color/brand'"))) == Colour{0x00, 0xAA, 0x55, 255});
    const auto themed = res.read(vector(dot, "android:tint='?attr/colorControlNormal'"));
    REQUIRE(themed);
    CHECK(themed->losses.empty());
    CHECK(art::usesCurrentColour(*themed));
    const auto wide = res.read(std::string("<vector ") + kHead +
                               " android:width='48dp' android:height='24dp' android:viewportWidth='24' "
                               "android:viewportHeight='24'>" +
                               dot + "</vector>");
    REQUIRE(wide);
    CHECK(wide->viewBox == Rect{0, 0, 48, 24});
    CHECK(wide->root.transform.map({2, 2}) == Point{4, 2});
}

TEST_CASE("Layer lists, adaptive icons and animated vectors are put together from their layers") {
    Res res;
    const auto list =
        res.read(std::string("<layer-list ") + kHead +
                 "><item><shape><solid android:color='#FFF'/><size android:width='48dp' "
                 "android:height='48dp'/></shape></item><item android:drawable='@drawable/mark' "
                 "android:gravity='center'/><item android:drawable='@drawable/mark' "
                 "android:width='8dp' android:height='8dp' android:gravity='end|bottom' "
                 "android:right='@dimen/room'/></layer-list>");
    REQUIRE(list);
    CHECK(list->losses.empty());
    CHECK(list->viewBox == Rect{0, 0, 48, 48});
    REQUIRE(list->root.children.size() == 3);
    const auto placed = [&](std::size_t i) {
        return std::get<std::unique_ptr<art::Group>>(list->root.children[i])->transform.map({0, 0});
    };
    CHECK(placed(1) == Point{12, 12}); // its own 24 in the middle
    CHECK(placed(2) == Point{36, 40});
    res.put("drawable/back.xml", std::string("<inset ") + kHead + " android:drawable='@drawable/mark'/>");
    const auto icon =
        res.read(std::string("<adaptive-icon ") + kHead +
                     "><background android:drawable='@color/brand'/><foreground><inset "
                     "android:drawable='@drawable/mark' android:inset='25%'/></foreground><monochrome "
                     "android:drawable='@drawable/none'/></adaptive-icon>",
                 "mipmap-anydpi-v26");
    REQUIRE(icon);
    CHECK(icon->losses.empty());
    CHECK(icon->viewBox == Rect{18, 18, 72, 72});
    const auto& front = *std::get<std::unique_ptr<art::Group>>(icon->root.children[1]);
    CHECK(front.transform.map({0, 0}) == Point{27, 27});
    CHECK(front.transform.map({24, 24}) == Point{81, 81});
    REQUIRE(res.read(std::string("<animated-vector ") + kHead + " android:drawable='@drawable/mark'/>"));
    REQUIRE(res.read(std::string("<animated-vector ") + kHead + "><aapt:attr name='android:drawable'>" +
                     vector("<path android:pathData='M0,0h2v2z' android:fillColor='#FFF'/>") +
                     "</aapt:attr></animated-vector>"));
    // What is missing is said, and what refers to itself ends.
    const auto half = res.read(std::string("<layer-list ") + kHead +
                               "><item android:drawable='@mipmap/photo'/><item "
                               "android:drawable='@drawable/mark'/></layer-list>");
    REQUIRE(half);
    REQUIRE(half->losses.size() == 1);
    CHECK(half->losses.front().find("@mipmap/photo") != std::string::npos);
    res.put("drawable/self.xml", std::string("<inset ") + kHead + " android:drawable='@drawable/self'/>");
    CHECK_FALSE(res.read(std::string("<inset ") + kHead + " android:drawable='@drawable/self'/>"));
    CHECK_FALSE(res.read(std::string("<inset ") + kHead + " android:drawable='@drawable/../../secret'/>"));
    for (const char* bad :
         {"", "<layer-list/>", "<adaptive-icon/>", "<animated-vector/>", "<inset/>", "<ripple/>"}) {
        INFO(bad);
        CHECK_FALSE(res.read(bad));
    }
}

TEST_CASE("Pictures among the layers are pictures of the art, the densest there is and as large as shown") {
    Res res;
    res.put("mipmap-xhdpi/photo.png", "\x89PNG:48x48");
    res.put("mipmap-hdpi/photo.png", "\x89PNG:36x36");
    res.put("drawable/wide.webp", "RIFF WEBP:60x30");
    res.put("drawable/nine.9.png", "\x89PNG:9x9");
    const auto art =
        res.read(std::string("<layer-list ") + kHead +
                 "><item android:drawable='@mipmap/photo'/><item><bitmap android:src='@drawable/wide' "
                 "android:gravity='center' android:tint='#F00'/></item></layer-list>");
    REQUIRE(art);
    CHECK(art->viewBox == Rect{0, 0, 60, 30});
    REQUIRE(art->root.children.size() == 2);
    const auto pictureOf = [&](std::size_t i) {
        const auto& placed = std::get<std::unique_ptr<art::Group>>(art->root.children[i]);
        const auto& part = std::get<std::unique_ptr<art::Group>>(placed->children.front());
        return std::get<art::Picture>(part->children.front());
    };
    CHECK(pictureOf(0).box == Rect{0, 0, 24, 24});
    CHECK(pictureOf(0).svg->find(base64("\x89PNG:48x48")) != std::string::npos);
    CHECK(pictureOf(1).box == Rect{0, 0, 60, 30});
    REQUIRE(art->losses.size() == 1);
    CHECK(art->losses.front() == "the tint of a bitmap");
    CHECK_FALSE(res.read(std::string("<inset ") + kHead + " android:drawable='@drawable/nine'/>"));
    res.put("drawable/broken.png", "\x89PNG");
    CHECK_FALSE(res.read(std::string("<inset ") + kHead + " android:drawable='@drawable/broken'/>"));
}

TEST_CASE("A layer list is known for art by its text") {
    CHECK(start::kindOf("<?xml version='1.0'?><layer-list/>", "a.xml") == start::SourceKind::VectorDrawable);
    CHECK(start::kindOf("<adaptive-icon/>", "a.xml") == start::SourceKind::VectorDrawable);
    CHECK(start::kindOf("<svg/>", "a.xml") == start::SourceKind::Svg);
    CHECK(start::kindOf("<resources/>", "a.xml") == start::SourceKind::Unknown);
}
