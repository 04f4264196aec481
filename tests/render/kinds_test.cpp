// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/schedule/resolve.h"
#include "core/start/started.h"
#include "render/art/clip_pictures.h"
#include "render/art/decoder.h"
#include "render/frames/home_screen.h"
#include "render/frames/icon_image.h"
#include "render/frames/still.h"
#include "render/frames/thumbnail.h"
#include "render/text/text_outline.h"
#include "support/builders.h"
#include "support/files_of_repository.h"
#include "support/pictures.h"

#include <QBuffer>
#include <QPainter>
#include <catch2/catch.hpp>
#include <fstream>

using namespace scaena;
using namespace scaena::test;
using namespace scaena::render;

namespace {

Bytes pictureBytes(QSize size, QColor colour) {
    QImage image(size, QImage::Format_ARGB32);
    image.fill(colour);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return std::make_shared<const std::string>(bytes.toStdString());
}

/// A sequence with one more layer in the middle, shown a while after the opening.
struct Shown {
    explicit Shown(model::Layer layer) {
        layer.id = "it";
        sequence = aSequence().withBeat(play("arrive", 1000)).withLayer(std::move(layer)).build();
        std::erase_if(sequence.layers, [](const auto& it) { return it.id == "logo" || it.id == "title"; });
        sequence.opening.icon.clear();
    }
    QImage at(double t, model::Appearance appearance = model::Appearance::Light,
              bool landscape = false) const {
        schedule::Conditions conditions;
        conditions.appearance = appearance;
        conditions.landscape = landscape;
        const auto schedule = schedule::resolve(sequence, conditions);
        return still(Scene(sequence, artFiles, appearance), schedule, t,
                     {landscape ? QSize(915, 412) : QSize(412, 915), false, false});
    }
    model::Sequence sequence;
    project::ArtFiles artFiles;
};

model::Layer centred(model::LayerKind kind, double side = 100) {
    model::Layer layer;
    layer.contents = model::contentsOf(kind);
    layer.place.width = layer.place.height = side;
    return layer;
}

QColor middle(const QImage& image) { return image.pixelColor(image.rect().center()); }

}

TEST_CASE("A shape is painted in its palette colour, by night in the other") {
    auto layer = centred(model::LayerKind::Shape);
    layer.get<model::ShapeContent>().colour = "ink";
    const Shown shown(layer);
    CHECK(middle(shown.at(900)) == QColor(20, 20, 24));
    CHECK(middle(shown.at(900, model::Appearance::Dark)) == QColor(250, 250, 250));
}

TEST_CASE("An image takes the file for the screen's density and its dark one by night") {
    auto layer = centred(model::LayerKind::Image);
    layer.get<model::ImageContent>().pictures = {
        {"1.png", 1, false, {}}, {"3.png", 3, false, {}}, {"dark.png", 1, true, {}}};
    Shown shown(layer);
    shown.artFiles.files = {{"1.png", pictureBytes({10, 10}, Qt::red)},
                            {"3.png", pictureBytes({30, 30}, Qt::green)},
                            {"dark.png", pictureBytes({10, 10}, Qt::blue)}};
    CHECK(middle(shown.at(900)) == QColor(Qt::green));
    CHECK(middle(shown.at(900, model::Appearance::Dark)) == QColor(Qt::blue));
    const auto schedule = schedule::resolve(shown.sequence, {});
    CHECK(middle(still(Scene(shown.sequence, shown.artFiles, model::Appearance::Light, 1), schedule, 900,
                       {{412, 915}, false, false})) == QColor(Qt::red));
    shown.artFiles.files.clear();
    CHECK(Scene(shown.sequence, shown.artFiles, model::Appearance::Light).layers().back().missingArt);
}

TEST_CASE("A backdrop's picture fills the screen or is seen whole, upright and sideways") {
    auto layer = centred(model::LayerKind::Backdrop);
    layer.get<model::BackdropContent>().fill.colour = "ink";
    layer.get<model::BackdropContent>().picture =
        model::BackdropPicture{"up.png", "", "wide.png", "", model::Fit::Fill, {}};
    Shown shown(layer);
    shown.artFiles.files = {{"up.png", pictureBytes({20, 20}, Qt::red)},
                            {"wide.png", pictureBytes({40, 10}, Qt::blue)}};
    CHECK(shown.at(900).pixelColor(5, 5) == QColor(Qt::red));
    CHECK(shown.at(900, model::Appearance::Light, true).pixelColor(5, 5) == QColor(Qt::blue));
    shown.sequence.layers.back().get<model::BackdropContent>().picture->fit = model::Fit::Whole;
    CHECK(shown.at(900).pixelColor(5, 5) == QColor(20, 20, 24));
    CHECK(middle(shown.at(900)) == QColor(Qt::red));
}

TEST_CASE("Progress fills as gates open, never wholly before") {
    for (const auto form : {model::ProgressForm::Ring, model::ProgressForm::Bar, model::ProgressForm::Dots}) {
        auto layer = centred(model::LayerKind::Progress);
        layer.get<model::ProgressContent>().form = form;
        layer.get<model::ProgressContent>().colour = "ink";
        layer.get<model::ProgressContent>().thickness = 12;
        Shown shown(layer);
        shown.sequence.gates = {gate("session", 900)};
        const auto ink = [&](double t) {
            const auto image = shown.at(t);
            int dark = 0;
            for (int y = 380; y < 540; ++y) {
                for (int x = 140; x < 270; ++x) {
                    dark += image.pixelColor(x, y).lightness() < 100 ? 1 : 0;
                }
            }
            return dark;
        };
        const auto schedule = schedule::resolve(shown.sequence, {});
        const auto open = schedule.gates[0].open;
        CHECK(ink(open - 200) > 0);
        CHECK(ink(open - 200) <= ink(open - 10));
        CHECK(ink(open - 10) < ink(open + 10));
    }
}

TEST_CASE("A clip plays its segment, stops at its point and keeps that frame") {
    auto layer = centred(model::LayerKind::Clip, 200);
    layer.place.y = 0.5; // so that it lies on whole pixels of the tall phone
    layer.get<model::ClipContent>().path = "jar.json";
    layer.get<model::ClipContent>().stopAt = 1500;
    Shown shown(layer);
    shown.artFiles.files["jar.json"] =
        std::make_shared<const std::string>(readWhole(repository() / "samples/larder/clips/jar.json"));
    auto playing = cue("play", "arrive", 0, 1000, model::MoveKind::Play, "it");
    shown.sequence.cues.push_back(playing);
    const auto clip = ClipPictures::make(shown.artFiles.files["jar.json"]);
    REQUIRE(clip);
    CHECK(clip->info().length == 2500);
    CHECK(clip->at(0, {50, 50}) != clip->at(1500, {50, 50}));
    const auto start = schedule::resolve(shown.sequence, {}).beats[1].start;
    const auto box = QRect(106, 358, 200, 200);
    const auto before = shown.at(start + 1).copy(box);
    const auto end = shown.at(start + 1000).copy(box);
    CHECK(before != end);
    CHECK(shown.at(start + 1250).copy(box) == end);
    QImage kept(box.size(), QImage::Format_ARGB32_Premultiplied);
    kept.fill(QColor(250, 250, 250));
    QPainter(&kept).drawImage(0, 0, clip->at(1500, {200, 200}));
    CHECK(difference(end, kept) < 6);
    shown.sequence.layers.back().get<model::ClipContent>().keep = 0;
    CHECK(difference(shown.at(start + 1100).copy(box), before) < 6);
    CHECK_FALSE(ClipPictures::make(std::make_shared<const std::string>("{}")));
}

TEST_CASE("Members of a turned group turn about its middle") {
    auto layer = centred(model::LayerKind::Shape, 40);
    layer.get<model::ShapeContent>().colour = "ink";
    layer.place.x = 80;
    layer.group = "group";
    Shown shown(layer);
    model::Layer group = centred(model::LayerKind::Group, 200);
    group.id = "group";
    shown.sequence.layers.push_back(group);
    CHECK(shown.at(900).pixelColor(206 + 80, 457) == QColor(20, 20, 24));
    shown.sequence.layers.back().place.turn = 90;
    CHECK(shown.at(900).pixelColor(206, 457 + 80) == QColor(20, 20, 24));
    CHECK(shown.at(900).pixelColor(206 + 80, 457) != QColor(20, 20, 24));
}

TEST_CASE("A layer turns about its pivot, and lies within the safe area if it is held to it") {
    auto layer = centred(model::LayerKind::Shape, 100);
    layer.get<model::ShapeContent>().colour = "ink";
    layer.place.height = 20;
    layer.pivot = {0, 0.5};
    layer.place.turn = 90;
    const Shown turned(layer);
    CHECK(turned.at(900).pixelColor(156, 457 + 80) == QColor(20, 20, 24)); // hangs down from its left end
    layer.place = {model::AnchorPoint::Top, 0, 10, 100, 20};
    layer.place.safeArea = true;
    layer.pivot = {};
    const Shown safe(layer);
    CHECK(safe.at(900).pixelColor(206, 10) != QColor(20, 20, 24));
    CHECK(safe.at(900).pixelColor(206, 42) == QColor(20, 20, 24));
}

TEST_CASE("A scene takes over what has not changed, and makes anew what has") {
    auto layer = centred(model::LayerKind::Text);
    layer.get<model::TextContent>().text = "Fern";
    layer.get<model::TextContent>().colour = "ink";
    Shown shown(layer);
    const Scene first(shown.sequence, shown.artFiles, model::Appearance::Light);
    shown.sequence.layers.back().place.x = 40;
    shown.sequence.layers.back().name = "Other";
    const Scene moved(shown.sequence, shown.artFiles, model::Appearance::Light, 3, &first);
    CHECK(moved.layers().back().art == first.layers().back().art);
    CHECK(moved.layers().back().layer.place.x == 40);
    shown.sequence.layers.back().get<model::TextContent>().text = "Moss";
    CHECK(Scene(shown.sequence, shown.artFiles, model::Appearance::Light, 3, &moved).layers().back().art !=
          first.layers().back().art);
    shown.sequence.layers.back().get<model::TextContent>().text = "Fern";
    CHECK(Scene(shown.sequence, shown.artFiles, model::Appearance::Dark, 3, &moved).layers().back().art !=
          first.layers().back().art);
}

TEST_CASE("A person's own font file is used, and a broken one gives way to the shipped typeface") {
    model::TextContent text;
    text.text = "Hand";
    const auto own = readWhole(repository() / "resources/fonts/JetBrainsMono-Regular.ttf");
    const std::string broken = "no font";
    CHECK(outlineText(text, &own) != outlineText(text));
    CHECK(outlineText(text, &broken) == outlineText(text));
}

TEST_CASE("A picture's colours are those that cover most, broken and huge ones are refused") {
    const QtDecoder decoder;
    QImage image(60, 60, QImage::Format_ARGB32);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.fillRect(0, 0, 60, 40, QColor(200, 30, 30));
    painter.fillRect(0, 40, 30, 20, QColor(30, 30, 200));
    painter.end();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    for (const char* format : {"PNG", "WEBP"}) {
        bytes.clear();
        buffer.seek(0);
        REQUIRE(image.save(&buffer, format, 100));
        const auto info = decoder.picture(bytes.toStdString(), "a");
        REQUIRE(info);
        CHECK(info->pixels == Size{60, 60});
        REQUIRE(info->colours.size() >= 2);
        CHECK(std::abs(info->colours[0].r - 200) < 6);
        CHECK(info->colours[1].b > 150);
    }
    CHECK_FALSE(decoder.picture("rubbish", "a"));
    CHECK_FALSE(decoder.picture(bytes.toStdString().substr(0, 30), "a"));
}

TEST_CASE("The first page of a PDF becomes vector art") {
    const std::string pdf =
        "%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[3 0 R]/Count "
        "1>>endobj\n"
        "3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 90 60]/Contents 4 0 R>>endobj\n"
        "4 0 obj<</Length 38>>stream\n1 0 0 rg 10 10 40 30 re f 0 0 1 rg 0 0 9 9 re f\nendstream endobj\n"
        "trailer<</Root 1 0 R>>\n%%EOF\n";
    const QtDecoder decoder;
    const auto svg = decoder.pdfToSvg(pdf, "logo.pdf");
    REQUIRE(svg);
    const auto art = art::readSvg(*svg);
    REQUIRE(art);
    CHECK(art->viewBox.width == Approx(90).margin(1));
    CHECK(art::shapeCount(art->root) >= 1);
    CHECK_FALSE(decoder.pdfToSvg("%PDF-1.4 nothing", "broken.pdf"));
}

TEST_CASE("The pictures of an adaptive icon are seen where the system puts them") {
    const TemporaryFolder folder;
    const auto res = folder / "res";
    std::filesystem::create_directories(res / "mipmap-xxhdpi");
    std::filesystem::create_directories(res / "mipmap-anydpi-v26");
    QImage front(324, 324, QImage::Format_ARGB32); // 108 dp, with a square of 36 dp in the middle
    front.fill(Qt::transparent);
    QPainter painter(&front);
    painter.fillRect(108, 108, 108, 108, QColor(200, 30, 30));
    painter.end();
    REQUIRE(front.save(QString::fromStdString((res / "mipmap-xxhdpi/front.webp").string()), "WEBP", 100));
    const auto icon = res / "mipmap-anydpi-v26/ic_launcher.xml";
    std::ofstream(icon) << "<adaptive-icon xmlns:android='http://schemas.android.com/apk/res/android'>"
                           "<background android:drawable='@android:color/white'/>"
                           "<foreground android:drawable='@mipmap/front'/></adaptive-icon>";
    const auto started = start::startFrom(DiskFiles(), icon, QtDecoder(), std::atomic<bool>(false));
    REQUIRE(started);
    INFO(describe(started->warnings));
    CHECK(started->warnings.empty());
    REQUIRE(started->files.contains("art/ic-launcher.svg"));
    auto art = art::readSvg(started->files.at("art/ic-launcher.svg"));
    REQUIRE(art);
    const auto shared = std::make_shared<const art::Art>(std::move(*art));
    const auto seen =
        QImage::fromData(QByteArray::fromStdString(QtRasteriser().png(shared, 144, 144, {}))); // of 72 dp
    const auto isRed = [&](int x, int y) {
        const auto it = seen.pixelColor(x, y);
        return it.red() > 180 && it.green() < 60;
    };
    CHECK(isRed(72, 72));
    CHECK(isRed(40, 40));
    CHECK(isRed(104, 104));
    CHECK_FALSE(isRed(32, 72)); // 18 dp from the edge the square begins
    CHECK(seen.pixelColor(10, 10) == QColor(Qt::white));
}

TEST_CASE("The home screen shows the app's icon, and its window grows from there to the whole screen") {
    auto layer = centred(model::LayerKind::Shape);
    layer.get<model::ShapeContent>().colour = "ink";
    const Shown shown(layer);
    const Scene scene(shown.sequence, shown.artFiles, model::Appearance::Light);
    const QSizeF screen(412, 915);
    QImage image(412, 915, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    const auto icon =
        iconImage(shown.sequence, shown.artFiles, IconLook::Circle, model::Appearance::Light, 120);
    paintHomeScreen(painter, {icon, iconRoundness(IconLook::Circle), "Shown"}, false, screen, 0);
    painter.end();
    const QRectF tile = homeIconRect(screen);
    CHECK(image.pixelColor(tile.center().toPoint()) == scene.openingColour());
    CHECK(windowRect(screen, 0) == tile);
    CHECK(windowRect(screen, 1) == QRectF(QPointF(), screen));
    CHECK(windowRect(screen, 0.5).width() > tile.width());
}

TEST_CASE("A thumbnail shows a layer alone, and none for what fills the screen") {
    auto layer = centred(model::LayerKind::Shape);
    layer.get<model::ShapeContent>().colour = "ink";
    layer.place.x = 3000; // wherever it rests
    const Shown shown(layer);
    const Scene scene(shown.sequence, shown.artFiles, model::Appearance::Light);
    const int last = int(shown.sequence.layers.size()) - 1;
    const auto picture = layerThumbnail(scene, last, {24, 24});
    CHECK(picture.pixelColor(12, 12) == QColor(20, 20, 24));
    CHECK(layerThumbnail(scene, 1, {24, 24}).isNull());
}

TEST_CASE(
    "A shape whose landscape place has another size is drawn in that size there, and in its own upright") {
    auto sequence = aSequence().withBeat(play("arrive", 500)).build();
    model::Layer bar;
    bar.id = "bar";
    bar.name = "bar";
    bar.contents = model::ShapeContent();
    bar.get<model::ShapeContent>().form = model::ShapeForm::Rectangle;
    bar.get<model::ShapeContent>().colour = "ink";
    bar.place.width = 100;
    bar.place.height = 20;
    bar.landscape = bar.place;
    bar.landscape->width = 400;
    sequence.layers = {sequence.layers[1], bar}; // on the backdrop alone
    sequence.opening.icon.clear();
    const render::Scene scene(sequence, {}, model::Appearance::Light, 1);
    const auto inkAcross = [&](bool landscape) {
        schedule::Conditions conditions;
        conditions.landscape = landscape;
        const auto schedule = schedule::resolve(sequence, conditions);
        render::StillOptions options;
        options.pixels = QSize(int(schedule.screen.width), int(schedule.screen.height));
        options.roundScreen = options.bars = false;
        const auto picture = render::still(scene, schedule, schedule.beats[1].start + 10.0, options);
        int count = 0;
        for (int x = 0; x < picture.width(); ++x) {
            count += picture.pixelColor(x, picture.height() / 2).lightness() < 100 ? 1 : 0;
        }
        return count;
    };
    CHECK(inkAcross(false) == Approx(100).margin(1));
    CHECK(inkAcross(true) == Approx(400).margin(1));
}
