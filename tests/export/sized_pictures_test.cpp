// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "support/builders.h"
#include "support/export_helper.h"

#include <set>

using namespace scaena;
using namespace scaena::test;

namespace {

std::shared_ptr<const std::string> picture(int width, int height) {
    QImage image(width, height, QImage::Format_ARGB32);
    image.fill(QColor(200, 60, 30, 255));
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return std::make_shared<const std::string>(bytes.toStdString());
}

/// A sequence whose logo of 160 × 80 dp is one picture.
struct OnePicture {
    model::Sequence sequence = aSequence().withBeat(play("arrive", 400)).build();
    project::ArtFiles art;

    explicit OnePicture(int width, int height, double density = 1) {
        auto& logo = *model::findThing(sequence.layers, LayerId("logo"));
        logo.contents = model::ImageContent{{{"logo.png", density, false, {}}}};
        logo.place.width = 160;
        logo.place.height = 80;
        logo.destination.reset();
        sequence.opening.layers = {"logo"};
        art.files["logo.png"] = picture(width, height);
    }
    /// Widths of the written pictures whose path holds all of the words.
    [[nodiscard]] std::map<std::string, int> widths(plan::ExportId target, const std::string& word) const {
        std::map<std::string, int> found;
        for (const auto& file : exported(sequence, art, "com.example.app", target).files) {
            const auto size = art::pictureSize(file.bytes);
            if (size && file.path.find(word) != std::string::npos &&
                file.path.find("opening") == std::string::npos) {
                found[file.path] = int(size->width);
            }
        }
        return found;
    }
};

std::multiset<int> values(const std::map<std::string, int>& map) {
    std::multiset<int> found;
    for (const auto& [path, width] : map) {
        found.insert(width);
    }
    return found;
}

}

TEST_CASE("Of one large picture each density gets as many pixels as it shows") {
    const OnePicture large(1024, 512);
    const auto android = large.widths("android", "image_logo");
    CHECK(values(android) == std::multiset<int>{160, 240, 320, 480, 640});
    CHECK(android.begin()->first.find("drawable-") != std::string::npos);
    for (const auto& [path, width] : android) {
        INFO(path << " " << width);
        CHECK((path.find("-mdpi/") == std::string::npos || width == 160));
        CHECK((path.find("-xxxhdpi/") == std::string::npos || width == 640));
    }
    CHECK(values(large.widths("ios", "logo")) == std::multiset<int>{160, 320, 480});
    CHECK(values(large.widths("react-native", "logo")).count(160) >= 1);
    CHECK(values(large.widths("react-native", "logo")).count(480) >= 1);
    CHECK(values(large.widths("flutter", "logo")).count(480) >= 1);
    CHECK(values(large.widths("web", "images/logo")) == std::multiset<int>{160, 320, 480});
}

TEST_CASE("A logo that bursts is as sharp as its picture allows") {
    OnePicture large(2400, 1200);
    auto bursts = cue("bursts", "arrive", 0, 300, model::MoveKind::Poses);
    bursts.poses = {{.at = 0, .scaleX = 1, .scaleY = 1}, {.at = 1, .scaleX = 5, .scaleY = 5}};
    large.sequence.cues.push_back(bursts);
    const auto android = values(large.widths("android", "image_logo"));
    CHECK(android.count(800) == 1);  // 160 dp, five times, one pixel a dp
    CHECK(android.count(2400) == 1); // three pixels a dp and more: the picture as it is, once
    CHECK(*android.rbegin() == 2400);
    CHECK(values(large.widths("web", "images/logo")) == std::multiset<int>{800, 1600, 2400});
}

TEST_CASE("Art that becomes a picture is as sharp as it grows, as far as a phone's memory goes") {
    const auto project = openSample(repository() / "samples/moraine/moraine.scaena");
    auto sequence = project.sequence;
    std::erase_if(sequence.cues, [](const auto& it) { return it.layer == "sun"; });
    auto& sun = *model::findThing(sequence.layers, LayerId("sun"));
    sun.destination.reset();
    sun.place.width = sun.place.height = 100;
    auto bursts = cue("bursts", "arrive", 0, 300, model::MoveKind::Poses, "sun");
    const auto widths = [&](double grown) {
        bursts.poses = {{.at = 0, .scaleX = 1, .scaleY = 1}, {.at = 1, .scaleX = grown, .scaleY = grown}};
        auto it = sequence;
        it.cues.push_back(bursts);
        std::multiset<int> found;
        for (const auto& file : exported(it, *project.artFiles, {}, "react-native").files) {
            const auto name = std::filesystem::path(file.path).filename().string();
            if (name.starts_with("sun") && name.find("dark") == std::string::npos) {
                found.insert(int(art::pictureSize(file.bytes).value_or(Size{}).width));
            }
        }
        return found;
    };
    CHECK(widths(1) == std::multiset<int>{100, 200, 300});
    CHECK(widths(3) == std::multiset<int>{300, 600, 900});
    CHECK(widths(12) == std::multiset<int>{1200, 2048, 2048});
}

TEST_CASE("A picture that is small is never made larger, nor written twice where one serves") {
    const OnePicture small(100, 50);
    CHECK(values(small.widths("android", "image_logo")) == std::multiset<int>{100});
    CHECK(values(small.widths("ios", "logo")) == std::multiset<int>{100});
    CHECK(values(small.widths("web", "images/logo")) == std::multiset<int>{100});
}

TEST_CASE("Files for several densities are taken as they are, where they are as large as they are shown") {
    OnePicture set(160, 80);
    auto& pictures =
        model::findThing(set.sequence.layers, LayerId("logo"))->get<model::ImageContent>().pictures;
    pictures.push_back({"logo@2x.png", 2, false, {}});
    pictures.push_back({"logo@3x.png", 3, false, {}});
    set.art.files["logo@2x.png"] = picture(320, 160);
    set.art.files["logo@3x.png"] = picture(480, 240);
    const auto made = exported(set.sequence, set.art, "com.example.app", "android");
    int whole = 0;
    for (const auto& file : made.files) {
        for (const auto& [name, bytes] : set.art.files) {
            whole += file.bytes == *bytes ? 1 : 0;
        }
    }
    CHECK(whole == 3);
}

TEST_CASE("A catalogue gets WebP pictures as PNG, of layers and of backdrops alike") {
    OnePicture it(320, 160);
    QImage image(320, 160, QImage::Format_ARGB32);
    image.fill(QColor(20, 120, 60, 255));
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    REQUIRE(image.save(&buffer, "WEBP"));
    it.art.files["logo.png"] = std::make_shared<const std::string>(bytes.toStdString());
    it.art.files["sky.webp"] = it.art.files["logo.png"];
    model::findThing(it.sequence.layers, LayerId("backdrop"))->get<model::BackdropContent>().picture =
        model::BackdropPicture{"sky.webp", {}, {}, {}, {}, {}};
    const auto made = exported(it.sequence, it.art, "com.example.app", "ios");
    int pictures = 0;
    for (const auto& file : made.files) {
        CHECK_FALSE(file.path.ends_with(".webp"));
        const bool isOurs =
            file.path.find("logo") != std::string::npos || file.path.find("backdrop") != std::string::npos;
        if (isOurs && file.path.ends_with(".png")) {
            CHECK(art::pictureEnding(file.bytes) == ".png");
            ++pictures;
        }
    }
    CHECK(pictures >= 3);
    CHECK(std::ranges::none_of(made.findings,
                               [](const auto& found) { return found.rule == "picture-left-out"; }));
}
