// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/schedule/evaluate.h"
#include "export/android/long_paths.h"
#include "export/android/vector_drawable.h"
#include "support/builders.h"
#include "support/export_helper.h"

#include <cmath>
#include <pugixml.hpp>

/// What Android refuses or shows otherwise where art is long, turned about a pivot of its own, or has letters
/// that no typeface has.
using namespace scaena;
using namespace scaena::test;
using exporting::kLongestResourceText;

namespace {

art::Path squares(int count, double step) {
    art::Path path;
    for (int i = 0; i < count; ++i) {
        path.append(art::rectPath({(i % 100) * step, i / 100 * step, 1.23456, 1.23456}, 0, 0));
    }
    return path;
}

/// A single contour of so many points.
art::Path ragged(int points) {
    art::Path path;
    path.moveTo({0.12345, 0.12345});
    for (int i = 1; i < points; ++i) {
        path.lineTo({i * 0.01234 + 1.001, std::sin(i) * 100.12345});
    }
    path.close();
    return path;
}

project::Project withText(const std::string& words) {
    auto project = openSample(samples().front());
    for (auto& layer : project.sequence.layers) {
        if (auto* text = layer.as<model::TextContent>()) {
            text->text = words;
        }
    }
    return project;
}

std::vector<std::string> pathDataOf(const exporting::Export& made) {
    std::vector<std::string> all;
    for (const auto& file : made.files) {
        pugi::xml_document document;
        if (file.path.ends_with(".xml") && document.load_string(file.bytes.c_str())) {
            for (const auto& it : document.select_nodes("//@android:pathData")) {
                all.emplace_back(it.attribute().value());
            }
        }
    }
    return all;
}

}

TEST_CASE("A path too long for a resource is taken apart where its contours do not meet") {
    const auto short_ = exporting::pathTexts(squares(10, 3), 0);
    REQUIRE(short_);
    CHECK(short_->size() == 1);
    const auto path = squares(3000, 3);
    const auto texts = exporting::pathTexts(path, 0);
    REQUIRE(texts);
    CHECK(texts->size() > 1);
    art::Path together;
    for (const auto& text : *texts) {
        CHECK(text.size() <= kLongestResourceText);
        together.append(art::parsePath(text).path);
    }
    CHECK(together.verbs == path.verbs);
    CHECK(art::bounds(together).right() == Approx(art::bounds(path).right()).margin(0.001));
}

TEST_CASE("Contours that meet stay in one path, with fewer digits if need be") {
    auto path = squares(900, 0.5); // each overlaps the next ones
    const auto texts = exporting::pathTexts(path, 0);
    REQUIRE(texts);
    CHECK(texts->size() == 1);
    CHECK(texts->front().size() <= kLongestResourceText);
    CHECK(art::parsePath(texts->front()).path.verbs == path.verbs);
    // A line's width makes neighbours meet.
    path = squares(3000, 3);
    CHECK(exporting::pathTexts(path, 0)->size() > 1);
    CHECK_FALSE(exporting::pathTexts(path, 2));
}

TEST_CASE("What is too long with a single digit is written as pictures") {
    CHECK_FALSE(exporting::wholePathText(ragged(6000)));
    art::Art drawing;
    drawing.viewBox = {0, -101, 80, 202};
    art::Shape shape;
    shape.path = ragged(6000);
    shape.fill = Colour{10, 20, 30, 255};
    drawing.root.children.emplace_back(std::move(shape));
    const auto why = exporting::whyNotVector(drawing);
    REQUIRE(why);
    CHECK(why->find("points") != std::string::npos);
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    project::ArtFiles artFiles;
    artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(drawing));
    const auto made = exported(sequence, artFiles);
    for (const auto& text : pathDataOf(made)) {
        CHECK(text.size() <= kLongestResourceText);
    }
    CHECK(hasFile(made, "drawable-xxhdpi/test_art_logo.png"));
}

TEST_CASE("A long text is exported whole, in paths of which each fits") {
    std::string words;
    for (int i = 0; i < 12; ++i) {
        words += "Saxifrage & Gräser, Grüße §%@ 38 ";
    }
    const auto project = withText(words);
    const auto made = exported(project.sequence, *project.artFiles);
    std::size_t longest = 0;
    for (const auto& text : pathDataOf(made)) {
        longest = std::max(longest, text.size());
    }
    CHECK(longest > kLongestResourceText / 2);
    CHECK(longest <= kLongestResourceText);
    CHECK(hasFile(made, "res/drawable/moraine_huts_text_"));
    CHECK(made.findings.end() == std::find_if(made.findings.begin(), made.findings.end(),
                                              [](const auto& it) { return it.rule == "letters-missing"; }));
}

TEST_CASE("Letters no typeface has are named in every export") {
    const auto project = withText("Huts \xF3\xB0\x80\x80 \xEE\x80\x80"); // of the private planes
    for (const auto& exporter : exporting::exporters()) {
        const auto made = exported(project.sequence, *project.artFiles, {}, exporter->id());
        const auto found = std::find_if(made.findings.begin(), made.findings.end(),
                                        [](const auto& it) { return it.rule == "letters-missing"; });
        INFO(exporter->id().name());
        REQUIRE(found != made.findings.end());
        CHECK(found->severity == check::Severity::Warning);
        CHECK(found->sentence.find("\xEE\x80\x80") != std::string::npos);
        CHECK(found->sentence.find("“H”") == std::string::npos);
    }
}

TEST_CASE("The system's icon turns about the pivot its layer is given") {
    auto sequence = aSequence().withBeat(play("a", 500)).build();
    auto turn = cue("turn", "opening", 0, 500, model::MoveKind::Turn);
    sequence.cues = {turn};
    auto& logo = *model::findThing(sequence.layers, sequence.opening.icon);
    logo.pivot = {0.25, 1};
    project::ArtFiles artFiles;
    auto read = art::readSvg("<svg viewBox='0 0 10 10' xmlns='http://www.w3.org/2000/svg'>"
                             "<rect width='10' height='10'/></svg>");
    REQUIRE(read);
    artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*read));
    const auto made = exported(sequence, artFiles);
    CHECK(made.carried.front().carry.how == plan::Carry::System);
    pugi::xml_document document;
    REQUIRE(document.load_string(fileOf(made, "drawable/test_icon.xml").c_str()));
    const auto group = document.document_element().child("group");
    const auto path =
        art::parsePath(document.select_node("//path/@android:pathData").attribute().value()).path;
    const auto box = art::bounds(path);
    CHECK(group.attribute("android:pivotX").as_double() == Approx(box.x + box.width * 0.25));
    CHECK(group.attribute("android:pivotY").as_double() == Approx(box.bottom()));
    // The preview does the same: the pivot stands still.
    schedule::Conditions conditions;
    conditions.device = "small-phone";
    const auto resolved = schedule::resolve(sequence, conditions);
    std::optional<Point> before;
    for (const double t : {0.0, 130.0, 310.0}) {
        const auto frame = schedule::evaluate(resolved, t);
        REQUIRE_FALSE(frame.layers.empty());
        const auto& state = frame.layers.back();
        const double radians = state.rotation * 3.14159265358979 / 180;
        const Point arm{-0.25 * state.size.width * state.scaleX, 0.5 * state.size.height * state.scaleY};
        const Point at{state.centre.x + std::cos(radians) * arm.x - std::sin(radians) * arm.y,
                       state.centre.y + std::sin(radians) * arm.x + std::cos(radians) * arm.y};
        CHECK(at.x == Approx(before.value_or(at).x).margin(0.01));
        CHECK(at.y == Approx(before.value_or(at).y).margin(0.01));
        before = at;
    }
}

TEST_CASE("Bars let the opening through on every version that knows how") {
    const auto project = openSample(samples().front());
    const auto made = exported(project.sequence, *project.artFiles);
    const auto old = fileOf(made, "values/moraine_huts_theme_base.xml");
    const auto v27 = fileOf(made, "values-v27/moraine_huts_theme_base.xml");
    const auto v29 = fileOf(made, "values-v29/moraine_huts_theme_base.xml");
    CHECK(old.find("windowLightNavigationBar") == std::string::npos);
    CHECK(v27.find("windowLightNavigationBar") != std::string::npos);
    CHECK(v27.find("enforceNavigationBarContrast") == std::string::npos);
    for (const char* item : {"enforceNavigationBarContrast\">false", "enforceStatusBarContrast\">false",
                             "windowLightNavigationBar\">@bool/moraine_huts_dark_bar_content"}) {
        CHECK(v29.find(item) != std::string::npos);
    }
}
