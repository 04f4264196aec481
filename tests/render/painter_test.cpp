// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/schedule/resolve.h"
#include "render/base/bands.h"
#include "render/frames/frame_painter.h"
#include "render/frames/still.h"
#include "render/text/text_outline.h"
#include "support/builders.h"
#include "support/files_of_repository.h"
#include "support/pictures.h"

#include <QPainter>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;
using model::MoveKind;

namespace {

/// A red square of art over a blue backdrop on a green first screen.
struct Stage {
    model::Sequence sequence;
    project::ArtFiles artFiles;

    explicit Stage(SequenceBuilder builder = aSequence().withBeat(play("a", 1000)))
        : sequence(builder.build()) {
        sequence.palette = {{"paper", "Paper", {0, 0, 255, 255}, {0, 0, 80, 255}, {}},
                            {"ink", "Ink", {0, 255, 0, 255}, {0, 80, 0, 255}, {}}};
        sequence.layers[0].get<model::FirstScreenContent>().background = "ink";
        sequence.layers.pop_back(); // no title
        std::erase_if(sequence.cues, [](const model::Cue& c) { return c.layer == "title"; });
        auto art = art::readSvg("<svg viewBox='0 0 10 10'><rect width='10' height='10' fill='#f00'/></svg>");
        artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*art));
    }
    QImage at(double t, const schedule::Conditions& conditions = {}, bool round = false) const {
        const render::Scene scene(sequence, artFiles, conditions.appearance);
        return render::still(scene, schedule::resolve(sequence, conditions), t,
                             {QSize(412, 915), round, false});
    }
};

const QColor kRed(255, 0, 0);
const QColor kBlue(0, 0, 255);
const QColor kGreen(0, 255, 0);
const QPoint kMiddle(206, 457);

model::Cue changed(model::Cue it, const std::string& key, const model::MoveValue& value) {
    it.move.parameters[key] = value;
    return it;
}

Stage with(const model::Cue& it) { return Stage(aSequence().withBeat(play("a", 1000)).withCue(it)); }

}

TEST_CASE("Layers lie over each other in their order, each at its place") {
    const auto picture = Stage().at(700);
    CHECK(isNear(picture.pixelColor(kMiddle), kRed));
    CHECK(isNear(picture.pixelColor(kMiddle + QPoint(48, 0)), kRed));
    CHECK(isNear(picture.pixelColor(kMiddle + QPoint(53, 0)), kBlue));
    CHECK(isNear(picture.pixelColor(5, 5), kBlue));
}

TEST_CASE("The dark appearance takes the palette's dark values") {
    schedule::Conditions dark;
    dark.appearance = model::Appearance::Dark;
    CHECK(isNear(Stage().at(700, dark).pixelColor(5, 5), QColor(0, 0, 80)));
}

TEST_CASE("A half transparent layer lets the one beneath through") {
    const auto stage = with(changed(changed(cue("f", "a", 0, 100), "to", 50.0), "from", 50.0));
    CHECK(isNear(stage.at(700).pixelColor(kMiddle), QColor(128, 0, 127)));
}

TEST_CASE("An iris opens about its centre") {
    auto iris = changed(changed(cue("i", "a", 0, 1000, MoveKind::Iris, "backdrop"), "x", 0.0), "y", 0.0);
    const auto picture = with(iris).at(1100); // half open: radius is half the diagonal
    CHECK(isNear(picture.pixelColor(10, 10), kBlue));
    CHECK(isNear(picture.pixelColor(400, 900), kGreen));
    CHECK(isNear(picture.pixelColor(10, 490), kBlue));
    CHECK(isNear(picture.pixelColor(10, 515), kGreen));
}

TEST_CASE("A wipe uncovers from its side") {
    const auto picture =
        with(changed(cue("w", "a", 0, 1000, MoveKind::Wipe, "backdrop"), "from", std::string("right")))
            .at(1100);
    CHECK(isNear(picture.pixelColor(400, 50), kBlue));
    CHECK(isNear(picture.pixelColor(10, 50), kGreen));
    const auto down =
        with(changed(cue("w", "a", 0, 1000, MoveKind::Wipe, "backdrop"), "from", std::string("top")))
            .at(1100);
    CHECK(isNear(down.pixelColor(10, 440), kBlue));
    CHECK(isNear(down.pixelColor(10, 475), kGreen));
}

TEST_CASE("A turn is clockwise about the layer's centre") {
    auto stage = with(changed(changed(cue("t", "a", 0, 1000, MoveKind::Turn), "angle", 90.0), "fade", 0.0));
    stage.sequence.layers[2].place.width = 200;
    auto art = art::readSvg("<svg viewBox='0 0 20 10'><rect width='20' height='10' fill='#f00'/></svg>");
    stage.artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*art));
    const auto upright = stage.at(601);
    CHECK(isNear(upright.pixelColor(kMiddle + QPoint(0, 90)), kRed));
    CHECK(isNear(upright.pixelColor(kMiddle + QPoint(90, 0)), kBlue));
    const auto lying = stage.at(1600);
    CHECK(isNear(lying.pixelColor(kMiddle + QPoint(90, 0)), kRed));
}

TEST_CASE("A panel uncovers the first screen beneath it") {
    auto panel = cue("p", "hand-off", 0, 300, MoveKind::Panel, "backdrop");
    const auto picture = with(panel).at(1900);
    CHECK(isNear(picture.pixelColor(10, 95), kBlue));
    CHECK(isNear(picture.pixelColor(10, 105), kGreen));
}

TEST_CASE("The newer system's frame cuts the icon to its circle on the plate's colour") {
    Stage stage;
    stage.sequence.layers[2].place.width = stage.sequence.layers[2].place.height = 192;
    const auto plain = stage.at(100);
    CHECK(isNear(plain.pixelColor(kMiddle), kRed));
    CHECK(isNear(plain.pixelColor(kMiddle + QPoint(80, 80)), kBlue)); // the square's corner is masked
    stage.sequence.layers[2].place.width = stage.sequence.layers[2].place.height = 60;
    stage.sequence.layers[2].get<model::ArtworkContent>().plate = model::Plate{"ink", 160, {}};
    const auto plated = stage.at(100);
    CHECK(isNear(plated.pixelColor(kMiddle + QPoint(60, 0)), kGreen));
    CHECK(isNear(plated.pixelColor(kMiddle + QPoint(90, 0)), kBlue));
}

TEST_CASE("Nothing shows outside of the screen's round corners") {
    const auto picture = Stage().at(700, {}, true);
    CHECK(picture.pixelColor(1, 1).alpha() == 0);
    CHECK(picture.pixelColor(206, 1).alpha() == 255);
}

TEST_CASE("A drawing begins with its outline and ends with its fill") {
    const auto stage = with(cue("d", "a", 0, 1000, MoveKind::Draw));
    const auto early = stage.at(800);
    CHECK(isNear(early.pixelColor(kMiddle), kBlue));
    CHECK(isNear(early.pixelColor(kMiddle + QPoint(-25, -50)), kRed, 140)); // along the upper edge
    CHECK(isNear(early.pixelColor(kMiddle + QPoint(-50, 20)), kBlue, 90));  // the left edge comes last
    CHECK(isNear(stage.at(1600).pixelColor(kMiddle), kRed));
}

TEST_CASE("Art that is missing is seen to be missing") {
    Stage stage;
    stage.artFiles.art.clear();
    const render::Scene scene(stage.sequence, stage.artFiles, model::Appearance::Light);
    CHECK(scene.layers()[2].missingArt);
    CHECK_FALSE(isNear(stage.at(700).pixelColor(kMiddle), kBlue));
}

TEST_CASE("Gradients run as CSS angles say") {
    const auto down = render::gradientLine(180, {0, 0, 100, 200});
    CHECK(down.from.y() == Approx(0).margin(1e-9));
    CHECK(down.to.y() == Approx(200));
    const auto right = render::gradientLine(90, {0, 0, 100, 200});
    CHECK(right.from.x() == Approx(0).margin(1e-9));
    CHECK(right.to.x() == Approx(100));
    const auto corner = render::gradientLine(45, {0, 0, 100, 100});
    CHECK(corner.from.x() == Approx(0).margin(1e-9));
    CHECK(corner.from.y() == Approx(100));
}

TEST_CASE("Frames made on several threads are those made on one") {
    const auto path = samples().front();
    const auto project = project::open(DiskFiles(), path);
    REQUIRE(project);
    const auto schedule = schedule::resolve(project->sequence, {});
    const render::Scene scene(project->sequence, *project->artFiles, model::Appearance::Light);
    const std::vector<double> times = {0, 700, 1100, 1400, 1900, 2400, 2700};
    const auto together = render::stills(scene, schedule, times, {QSize(206, 458), true, true});
    REQUIRE(together.size() == times.size());
    for (std::size_t i = 0; i < times.size(); ++i) {
        CHECK(together[i] == render::still(scene, schedule, times[i], {QSize(206, 458), true, true}));
    }
}

TEST_CASE("A picture painted in bands is the picture painted at once") {
    const auto project = project::open(DiskFiles(), samples().front());
    REQUIRE(project);
    const auto schedule = schedule::resolve(project->sequence, {});
    const render::Scene scene(project->sequence, *project->artFiles, model::Appearance::Light);
    for (double t : {700.0, 1250.0, 1900.0, 2300.0}) {
        const auto frame = schedule::evaluate(schedule, t);
        const auto paint = [&](QPainter& painter) {
            painter.scale(0.75, 0.75);
            render::paintFrame(painter, scene, frame);
        };
        QImage whole(309, 686, QImage::Format_ARGB32_Premultiplied);
        QImage banded = whole;
        whole.fill(Qt::transparent);
        banded.fill(Qt::transparent);
        QPainter painter(&whole);
        paint(painter);
        painter.end();
        render::paintInBands(banded, paint);
        CHECK(difference(whole, banded) < 0.5); // where a clip's edge meets a band's, rounding may differ
    }
}

TEST_CASE("Every sample paints something at every moment, by day and by night") {
    for (const auto& path : samples()) {
        const auto project = project::open(DiskFiles(), path);
        REQUIRE(project);
        CHECK(project->warnings.empty());
        for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
            schedule::Conditions conditions;
            conditions.appearance = appearance;
            const auto schedule = schedule::resolve(project->sequence, conditions);
            const render::Scene scene(project->sequence, *project->artFiles, appearance);
            for (int i = 0; i <= 10; ++i) {
                const auto picture =
                    render::still(scene, schedule, schedule.end * i / 10.0, {QSize(103, 229), false, false});
                CHECK(picture.pixelColor(50, 20) != QColor(Qt::black));
            }
        }
    }
}

TEST_CASE("Trimming takes the first part of every contour") {
    QPainterPath path;
    path.addRect(0, 0, 10, 10);
    path.addRect(20, 0, 10, 10);
    CHECK(render::trimmedPath(path, 0).isEmpty());
    const auto half = render::trimmedPath(path, 0.5);
    CHECK(half.toSubpathPolygons().size() == 2);
    CHECK(half.length() == Approx(40));
    CHECK(render::trimmedPath(path, 1).length() == Approx(80));
}

TEST_CASE("A gradient of an older Android's opening runs by eighths of a turn, as the system draws it") {
    const QRectF rect(0, 0, 100, 200);
    const auto near = [](QPointF a, QPointF b) { return QLineF(a, b).length() < 0.01; };
    const auto right = render::gradientByEighths(97, rect);
    CHECK(near(right.from, {0, 100}));
    CHECK(near(right.to, {100, 100}));
    const auto down = render::gradientByEighths(180, rect);
    CHECK(near(down.from, {50, 0}));
    CHECK(near(down.to, {50, 200}));
    const auto corner =
        render::gradientByEighths(140, rect); // not across the corners, as a style sheet's would
    CHECK(near(corner.from, {0, 0}));
    CHECK(near(corner.to, {100, 200}));
    const auto up = render::gradientByEighths(-10, rect);
    CHECK(near(up.to, {50, 0}));
}

TEST_CASE("Text becomes outlines about its middle, in any script") {
    model::TextContent text;
    text.text = "Moraine";
    text.size = 40;
    const auto outline = render::outlineText(text);
    const QRectF box = outline.boundingRect();
    CHECK(box.width() > 100);
    CHECK(box.center().x() == Approx(0).margin(4));
    CHECK(std::abs(box.center().y()) < 10);
    text.size = 80;
    CHECK(render::outlineText(text).boundingRect().width() == Approx(2 * box.width()).margin(0.5));
    text.bold = true;
    CHECK(render::outlineText(text).boundingRect().width() > 2 * box.width());
    text.text = "two\nlines";
    CHECK(render::outlineText(text).boundingRect().height() > 80);
    for (const char* odd : {"", " ", "مرحبا", "שלום", "日本語", "🏔", "a\tb", "]]>&<'\"\\@$"}) {
        text.text = odd;
        CHECK_NOTHROW(render::outlineText(text));
    }
}

TEST_CASE("Lines of a text are broken at a width, aligned, and stand as far apart as told") {
    model::TextContent text;
    text.text = "one two three four five six";
    text.size = 40;
    const auto boxOf = [](const model::TextContent& it) { return render::outlineText(it).boundingRect(); };
    const QRectF line = boxOf(text);
    text.wrapAt = line.width() / 2;
    const QRectF broken = boxOf(text);
    CHECK(broken.width() <= text.wrapAt + 1);
    CHECK(broken.height() > 1.9 * line.height());
    CHECK(broken.center().x() == Approx(0).margin(5));
    CHECK(broken.center().y() == Approx(line.center().y()).margin(8));
    const double edge = text.wrapAt / 2;
    text.align = model::TextAlign::Start;
    CHECK(boxOf(text).left() == Approx(-edge).margin(4));
    text.align = model::TextAlign::End;
    CHECK(boxOf(text).right() == Approx(edge).margin(4));
    // From line to line: so much more for each line but the first.
    const double hundred = boxOf(text).height();
    text.lineHeight = 150;
    const double more = boxOf(text).height() - hundred;
    text.lineHeight = 200;
    CHECK(boxOf(text).height() - hundred == Approx(2 * more).margin(0.1));
    CHECK(more > 0.4 * text.size);
    text.lineHeight = 100;
    text.wrapAt = 0;
    text.align = model::TextAlign::Centre;
    text.spacing = 10;
    CHECK(boxOf(text).width() == Approx(line.width() + 0.1 * 40 * double(text.text.size() - 1)).margin(1));
    CHECK(boxOf(text).center().x() == Approx(0).margin(3));
    // A word longer than the width is broken itself, and nothing never ends.
    text.spacing = 0;
    text.text = "Donaudampfschifffahrt";
    text.wrapAt = 60;
    CHECK(boxOf(text).width() <= 61);
    text.wrapAt = 1;
    CHECK_NOTHROW(render::outlineText(text));
    // What is written from the right starts there.
    text = {};
    text.text = "שלום\nא";
    text.size = 40;
    text.wrapAt = 300;
    text.align = model::TextAlign::Start;
    if (const auto outline = render::outlineText(text); !outline.isEmpty()) {
        CHECK(outline.boundingRect().right() == Approx(150).margin(6));
    }
}

TEST_CASE("A broken or huge screenshot shows the wireframe instead") {
    Stage stage;
    stage.sequence.layers[0].get<model::FirstScreenContent>().lightImage = "shot.png";
    stage.artFiles.files["shot.png"] = std::make_shared<const std::string>("not a picture");
    CHECK(isNear(Stage(stage).at(1900).pixelColor(5, 905), kBlue));
    const render::Scene scene(stage.sequence, stage.artFiles, model::Appearance::Light);
    CHECK(scene.layers()[0].picture.isNull());
}

TEST_CASE(
    "A text that mixes fonts gives its glyphs in the same order every time: run by run, from the left") {
    const auto startsAtTheLeft = [](const char* words) {
        model::TextContent text;
        text.text = words;
        const auto outline = render::outlineText(text);
        REQUIRE_FALSE(outline.isEmpty());
        return outline.elementAt(0).x < outline.boundingRect().center().x();
    };
    // The block is in another of the shipped fonts than the letter, so one of these began at the right.
    CHECK(startsAtTheLeft("MMMM\u2588\u2588\u2588\u2588"));
    CHECK(startsAtTheLeft("\u2588\u2588\u2588\u2588MMMM"));
}
