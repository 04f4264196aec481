// SPDX-License-Identifier: MIT
#include "export/common/wide_look.h"

#include "core/art/read_svg.h"
#include "core/project/shown_art.h"
#include "support/builders.h"
#include "support/export_helper.h"
#include "support/variants.h"

#include <QBuffer>

using namespace scaena;
using namespace scaena::test;

namespace {

model::Layer withBoxes(model::Contents contents, Size upright, Size wide) {
    model::Layer layer;
    layer.id = "it";
    layer.contents = std::move(contents);
    layer.place.width = upright.width;
    layer.place.height = upright.height;
    layer.landscape = layer.place;
    layer.landscape->width = wide.width;
    layer.landscape->height = wide.height;
    return layer;
}

/// A project with one drawing twice as wide as high, one picture file and one clip.
struct Shelf {
    Shelf() {
        auto art = art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 20 10'><rect "
                                "width='20' height='10'/></svg>");
        artFiles.art["a.svg"] = std::make_shared<const art::Art>(std::move(*art));
        QImage image(40, 20, QImage::Format_RGB32);
        image.fill(Qt::red);
        QByteArray bytes;
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        image.save(&buffer, "PNG");
        artFiles.files["a.png"] = std::make_shared<const std::string>(bytes.toStdString());
    }
    exporting::WideLook of(const model::Layer& layer) const {
        return exporting::wideLookOf({*studyOf(sequence, artFiles), rasteriser, frames, {}}, layer);
    }
    model::Sequence sequence;
    project::ArtFiles artFiles;
    render::QtRasteriser rasteriser;
    render::QtFrameMaker frames;
};

int countOf(const std::string& text, const std::string& what) {
    int count = 0;
    for (auto at = text.find(what); at != std::string::npos; at = text.find(what, at + 1)) {
        ++count;
    }
    return count;
}

}

TEST_CASE("A drawing grows with the box of its landscape place as far as its proportions let it") {
    const Shelf artFiles;
    model::ArtworkContent art;
    art.art = "a.svg";
    CHECK(artFiles.of(withBoxes(art, {100, 50}, {200, 100})).scale == Approx(2));
    CHECK(artFiles.of(withBoxes(art, {100, 50}, {200, 50})).scale == Approx(1)); // the height holds it
    CHECK(artFiles.of(withBoxes(art, {100, 100}, {50, 400})).scale == Approx(0.5));
    CHECK(artFiles.of(withBoxes(art, {100, 50}, {100, 50})).scale == 1);
    CHECK_FALSE(artFiles.of(withBoxes(art, {100, 50}, {200, 100})).other);
}

TEST_CASE("A picture grows by its own proportions, too, text and progress bars do not grow") {
    const Shelf artFiles;
    const model::ImageContent image{.pictures = {{"a.png", 1, false, {}}}};
    CHECK(artFiles.of(withBoxes(image, {40, 40}, {80, 20})).scale == Approx(1));
    CHECK(artFiles.of(withBoxes(image, {40, 40}, {80, 80})).scale == Approx(2));
    CHECK(artFiles.of(withBoxes(model::TextContent(), {40, 40}, {80, 80})).scale == 1);
    CHECK(artFiles.of(withBoxes(model::ProgressContent(), {40, 40}, {80, 80})).scale == 1);
}

TEST_CASE("A shape is another drawing in another box") {
    const Shelf artFiles;
    const auto wide = artFiles.of(withBoxes(model::ShapeContent(), {40, 40}, {80, 20}));
    CHECK(wide.scale == 1);
    REQUIRE(wide.other);
    CHECK(wide.other->place.width == 80);
    CHECK(wide.other->place.height == 20);
    CHECK_FALSE(wide.other->landscape);
    CHECK_FALSE(artFiles.of(withBoxes(model::ShapeContent(), {40, 40}, {40, 40})).other);
}

TEST_CASE("A backdrop's landscape picture has a name no layer can have") {
    const Shelf artFiles;
    model::Layer layer;
    layer.id = "sky";
    auto& backdrop = layer.contents.emplace<model::BackdropContent>();
    backdrop.picture = model::BackdropPicture{.light = "up.png", .dark = "up-dark.png"};
    CHECK_FALSE(artFiles.of(layer).other);
    backdrop.picture->landscape = "wide.png";
    const auto wide = artFiles.of(layer);
    REQUIRE(wide.other);
    CHECK(wide.other->id == "sky--wide");
    CHECK_FALSE(isValidId(wide.other->id));
    CHECK(model::pictureOf(*wide.other)->light == "wide.png");
    CHECK(model::pictureOf(*wide.other)->dark.empty());
}

TEST_CASE("Every player's data say how a layer is drawn on a turned screen, and only where it differs") {
    const auto project = openSample(repository() / "samples/moraine/moraine.scaena");
    const auto boxes = withOtherBoxes(project.sequence);
    struct Player {
        plan::ExportId target;
        const char* ending;
    };
    for (const auto& [target, ending] :
         {Player{"android", "Launch.kt"}, Player{"ios", "Launch.swift"}, Player{"flutter", "/launch.dart"}}) {
        INFO(target.name());
        CHECK(countOf(fileOf(exported(project.sequence, *project.artFiles, {}, target), ending),
                      "wideScale") == 0);
        // Sun, ridges, foothills and footer; the texts stay as large as they are.
        CHECK(countOf(fileOf(exported(boxes, *project.artFiles, {}, target), ending), "wideScale") == 4);
    }
    const auto script = exported(boxes, *project.artFiles, {}, "react-native");
    CHECK(countOf(fileOf(script, "/launch.ts"), "wide: {") == 4);
    CHECK_FALSE(fileOf(script, "images/sun--wide@3x.png").empty());
    const auto page = exported(boxes, *project.artFiles, {}, "web");
    CHECK(countOf(fileOf(page, ".css"), ".launch-middle { scale: ") >= 1);
}

TEST_CASE("A shape in another box is written twice, once for each way of holding the device") {
    const auto project = openSample(repository() / "samples/tidewater/tidewater.scaena");
    const auto android = exported(project.sequence, *project.artFiles);
    const auto upright = fileOf(android, "drawable/tidewater_almanac_art_waterline.xml");
    const auto wide = fileOf(android, "drawable/tidewater_almanac_wide_waterline.xml");
    CHECK(upright.find("android:width=\"260dp\"") != std::string::npos);
    CHECK(wide.find("android:width=\"420dp\"") != std::string::npos);
    CHECK(fileOf(android, "Launch.kt").find("R.drawable.tidewater_almanac_wide_waterline") !=
          std::string::npos);
    const auto body = fileOf(exported(project.sequence, *project.artFiles, {}, "web"), "body.html");
    CHECK(countOf(body, "launch-upright") == 1);
    CHECK(countOf(body, "launch-wide") == 1);
}

TEST_CASE("The launch storyboard has the wide picture on phones held sideways, by day and by night") {
    auto project = openSample(repository() / "samples/tidewater/tidewater.scaena");
    auto& sequence = project.sequence;
    auto backdrop = std::find_if(sequence.layers.begin(), sequence.layers.end(),
                                 [](const auto& it) { return model::pictureOf(it) != nullptr; });
    REQUIRE(backdrop != sequence.layers.end());
    sequence.opening.layers = {backdrop->id};
    const auto& picture = *model::pictureOf(*backdrop);
    const auto made = exported(sequence, *project.artFiles, {}, "ios");
    const auto set = std::find_if(made.files.begin(), made.files.end(), [&](const auto& file) {
        return file.path.ends_with("Contents.json") &&
               file.bytes.find("\"height-class\"") != std::string::npos;
    });
    REQUIRE(set != made.files.end());
    const auto folder = set->path.substr(0, set->path.rfind('/') + 1);
    int low = 0;
    const auto contents = nlohmann::json::parse(set->bytes);
    for (const auto& image : contents["images"]) {
        const std::string file = image["filename"];
        const bool isDark = image.contains("appearances");
        const bool isLow = image.value("height-class", "") == "compact";
        const auto& path = project::backdropPicture(
            *backdrop, isDark ? model::Appearance::Dark : model::Appearance::Light, isLow);
        CHECK(fileOf(made, file) == *project.artFiles->bytesOf(path));
        low += isLow ? 1 : 0;
    }
    CHECK(low >= 1);
    CHECK(project::backdropPicture(*backdrop, model::Appearance::Light, true) == picture.landscape);
    // A tablet has no such class: there the picture for upright screens stays, in the preview, too.
    const auto uprightOn = [&](decltype(schedule::Conditions::device) device) {
        schedule::Conditions conditions;
        conditions.target = "ios";
        conditions.device = device;
        conditions.landscape = true;
        const auto frame = schedule::evaluate(schedule::resolve(sequence, conditions), 0);
        REQUIRE(frame.layers.size() == 1);
        return frame.layers.front().upright;
    };
    CHECK(uprightOn("tablet"));
    CHECK_FALSE(uprightOn("tall-phone"));
}

TEST_CASE("Backdrops have their landscape picture wherever catalogues and bundles know no orientation") {
    const auto project = openSample(repository() / "samples/tidewater/tidewater.scaena");
    const auto backdrop = std::find_if(project.sequence.layers.begin(), project.sequence.layers.end(),
                                       [](const auto& it) { return model::pictureOf(it) != nullptr; });
    REQUIRE(backdrop != project.sequence.layers.end());
    const auto& picture = *model::pictureOf(*backdrop);
    const auto& bytes = *project.artFiles->bytesOf(picture.landscape);
    const auto name = exporting::wideName(*backdrop);
    for (const auto target : std::initializer_list<plan::ExportId>{"ios", "flutter", "react-native"}) {
        INFO(target.name());
        const auto made = exported(project.sequence, *project.artFiles, {}, target);
        CHECK(std::any_of(made.files.begin(), made.files.end(), [&](const auto& file) {
            return file.path.find(name) != std::string::npos && file.bytes == bytes;
        }));
    }
}

TEST_CASE("Art too large for a picture keeps its proportions under React Native") {
    const Shelf artFiles;
    auto sequence = aSequence().build();
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.art()->art = "a.svg";
    logo.place.width = 4000;
    logo.place.height = 2000;
    const auto made = exported(sequence, artFiles.artFiles, {}, "react-native");
    const auto image = QImage::fromData(QByteArray::fromStdString(fileOf(made, "images/logo@3x.png")));
    REQUIRE_FALSE(image.isNull());
    CHECK(image.width() == 2 * image.height());
    CHECK(image.width() <= 4096);
}

TEST_CASE(
    "A picture keeps its proportions in a box of other ones on Android, where a drawable fills its bounds") {
    const Shelf artFiles;
    auto files = artFiles.artFiles;
    files.art["logo.svg"] = files.art.at("a.svg");
    model::Layer image;
    image.id = "photo";
    image.name = "photo";
    image.contents = model::ImageContent{.pictures = {{"a.png", 1, false, {}}}}; // twice as wide as high
    image.place.width = 40;
    image.place.height = 40;
    const auto data = fileOf(exported(aSequence().withLayer(image).build(), files), "Launch.kt");
    const auto at = data.find("R.drawable.test_image_photo");
    REQUIRE(at != std::string::npos);
    const auto look = data.substr(at, data.find(')', at) - at);
    CHECK(look.find("width = 40.0") != std::string::npos);
    CHECK(look.find("height = 20.0") != std::string::npos);
}

TEST_CASE("A layer that is turned upright alone stands straight in the page's opening held sideways") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    sequence.opening.layers = {"logo"};
    auto& logo = *model::findThing(sequence.layers, "logo");
    logo.art()->art = "a.svg";
    logo.place.turn = 30;
    logo.landscape = logo.place;
    const auto sideways = [&](double turn) {
        model::findThing(sequence.layers, "logo")->landscape->turn = turn;
        const auto text = fileOf(exportedWith({}, sequence, Shelf().artFiles, "web"), "/launch.css");
        const auto at = text.find("@media (orientation: landscape) { #");
        REQUIRE(at != std::string::npos);
        return text.substr(at, text.find('\n', at) - at);
    };
    CHECK(sideways(0).find("transform: none;") != std::string::npos);
    CHECK(sideways(10).find("transform: rotate(10deg);") != std::string::npos);
}
