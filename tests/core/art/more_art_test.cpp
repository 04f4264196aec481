// SPDX-License-Identifier: MIT
#include "core/art/parts.h"
#include "core/art/read_clip.h"
#include "core/art/read_svg.h"
#include "core/art/read_vector_drawable.h"
#include "core/art/trim_path.h"
#include "core/art/write_svg.h"
#include "support/files_of_repository.h"

#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::art;

namespace {

Art svg(const std::string& inside) {
    auto read = readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>");
    REQUIRE(read);
    return std::move(*read);
}

const Shape& firstShape(const Group& group) {
    const auto* inner = std::get_if<std::unique_ptr<Group>>(&group.children.front());
    return inner ? firstShape(**inner) : std::get<Shape>(group.children.front());
}

}

TEST_CASE("Written SVG is read back to the same picture") {
    for (const auto& path : scaena::test::filesBelow(scaena::test::repository() / "samples", ".svg")) {
        INFO(path.string());
        const auto first = readSvg(scaena::test::readWhole(path));
        REQUIRE(first);
        const auto second = readSvg(writeSvg(*first));
        REQUIRE(second);
        CHECK(second->losses.empty());
        CHECK(shapeCount(second->root) == shapeCount(first->root));
        CHECK(second->viewBox == first->viewBox);
        CHECK(colourNames(*second) == colourNames(*first));
        // Once more gives the same text: nothing creeps.
        CHECK(writeSvg(*second) == writeSvg(*readSvg(writeSvg(*second))));
    }
}

TEST_CASE("Strokes, dashes, gradients, clips and currentColor survive writing") {
    const auto art =
        svg("<defs><linearGradient id='g' x1='0' x2='1'><stop stop-color='#123456'/><stop offset='1' "
            "stop-color='#fff' stop-opacity='.5'/></linearGradient><clipPath id='c'><circle cx='9' cy='9' "
            "r='9'/></clipPath></defs><g clip-path='url(#c)' opacity='.5'><path id='p' d='M0 0L9 9' "
            "stroke='currentColor' "
            "stroke-width='3' stroke-dasharray='1 2' fill='url(#g)' fill-rule='evenodd'/></g>");
    const auto back = readSvg(writeSvg(art));
    REQUIRE(back);
    const auto& a = firstShape(art.root);
    const auto& b = firstShape(back->root);
    CHECK(b.id == "p");
    CHECK(b.stroke.dashes == a.stroke.dashes);
    CHECK(b.stroke.width == a.stroke.width);
    CHECK(std::holds_alternative<CurrentColour>(b.stroke.paint));
    CHECK(b.rule == FillRule::EvenOdd);
    const auto* gradient = std::get_if<Gradient>(&b.fill);
    REQUIRE(gradient);
    CHECK(gradient->stops.size() == 2);
    CHECK(gradient->stops[1].colour.a == 128);
}

TEST_CASE("Art is recoloured by name, in fills, strokes and gradients, and keeps its alpha") {
    const auto art = svg("<rect width='9' height='9' fill='#ff0000' fill-opacity='.5'/><path d='M0 0h9' "
                         "stroke='#f00' fill='none'/>");
    const auto blue = recoloured(art, {{"#FF0000", {0, 0, 255, 255}}});
    CHECK(colourNames(blue) == std::vector<std::string>{"#0000FF"});
    CHECK(std::get<Colour>(firstShape(blue.root).fill).a == 128);
    CHECK(colourNames(recoloured(art, {{"#00FF00", {1, 2, 3, 255}}})) == colourNames(art));
}

TEST_CASE("A part is shown alone in the place it has in the whole") {
    const auto art = svg("<g transform='translate(10 0)'><g id='hand'><rect width='5' height='5'/></g><rect "
                         "id='face' x='40' width='9' "
                         "height='9'/></g>");
    const auto hand = onlyPart(art, "hand");
    REQUIRE(hand);
    CHECK(shapeCount(hand->root) == 1);
    CHECK(hand->viewBox == art.viewBox);
    CHECK(partsOf(*hand).front().bounds.x == Approx(10));
    CHECK_FALSE(onlyPart(art, "nothing"));
}

TEST_CASE("Shapes are drawn wholly within their box") {
    const auto colour = [](const model::ColourRef& ref) {
        return ref == "a" ? Colour{1, 2, 3, 255} : Colour{9, 9, 9, 255};
    };
    for (const auto form : {model::ShapeForm::Rectangle, model::ShapeForm::Ellipse, model::ShapeForm::Line}) {
        model::ShapeContent shape;
        shape.form = form;
        shape.colour = "a";
        shape.to = "b";
        shape.corner = 500;
        shape.strokeColour = "b";
        shape.strokeWidth = 6;
        const auto art = shapeArt(shape, {80, 40}, colour);
        const auto& drawn = firstShape(art.root);
        const Rect box = bounds(drawn.path);
        CHECK(box.x >= 3 - 1e-9);
        CHECK(box.right() <= 77 + 1e-9);
        CHECK(std::holds_alternative<std::monostate>(drawn.fill) == (form == model::ShapeForm::Line));
    }
}

TEST_CASE("A VectorDrawable is read with its groups, gradients and references") {
    const auto read = readVectorDrawable(
        R"(<vector xmlns:android="http://schemas.android.com/apk/res/android" xmlns:aapt="http://schemas.android.com/aapt"
           android:width="48dp" android:height="24dp" android:viewportWidth="48" android:viewportHeight="24">
           <group android:name="arm" android:pivotX="10" android:pivotY="10" android:rotation="90" android:translateX="5">
             <path android:name="a" android:pathData="M0,0h10v10z" android:fillColor="@color/brand" android:fillAlpha="0.5"/>
           </group>
           <path android:pathData="M0,0L9,9" android:strokeColor="#f00" android:strokeWidth="2" android:strokeLineCap="round"
                 android:trimPathEnd="0.5"/>
           <path android:pathData="M0,0h4v4z"><aapt:attr name="android:fillColor"><gradient android:type="linear" android:endX="4"
             android:startColor="#80FF0000" android:endColor="#FF0000FF"/></aapt:attr></path></vector>)",
        "logo.xml",
        {[](const std::string& ref) {
             return ref == "@color/brand" ? std::optional(Colour{1, 2, 3, 255}) : std::nullopt;
         },
         {}});
    REQUIRE(read);
    CHECK(read->viewBox == Rect{0, 0, 48, 24});
    CHECK(shapeCount(read->root) == 3);
    const auto& arm = *std::get<std::unique_ptr<Group>>(read->root.children[0]);
    CHECK(arm.transform.map({10, 10}).x == Approx(15));
    CHECK(std::get<Colour>(firstShape(arm).fill) == Colour{1, 2, 3, 128});
    CHECK(std::get<Shape>(read->root.children[1]).stroke.cap == Cap::Round);
    const auto& gradient = std::get<Gradient>(std::get<Shape>(read->root.children[2]).fill);
    CHECK(gradient.stops[0].colour.a == 128);
    CHECK(read->losses.empty());
}

TEST_CASE("A VectorDrawable that is none says so") {
    for (const char* text : {"", "<vector/>", "<svg/>", "<vector",
                             R"(<vector android:viewportWidth="1" android:viewportHeight="1"/>)"}) {
        INFO(text);
        const auto read = readVectorDrawable(text, "x.xml");
        REQUIRE_FALSE(read);
        CHECK(read.error().front().file == "x.xml");
    }
    CHECK(parseAndroidColour("#8F00") == Colour{255, 0, 0, 136});
    CHECK(parseAndroidColour("#80112233") == Colour{0x11, 0x22, 0x33, 0x80});
    CHECK_FALSE(parseAndroidColour("#12345"));
    CHECK_FALSE(parseAndroidColour("red"));
}

TEST_CASE("A clip tells its length and markers, and what it would lose") {
    const auto info =
        readClip(R"({"v":"5","fr":25,"ip":10,"op":60,"w":200,"h":100,"layers":[{"ty":5},{"ty":4,"ef":[{}]}],
        "assets":[{"p":"img.png"}],"markers":[{"cm":"land","tm":35,"dr":5}]})");
    REQUIRE(info);
    CHECK(info->length == 2000);
    CHECK(info->size == Size{200, 100});
    REQUIRE(info->markers.size() == 1);
    CHECK(info->markers[0].at == 1000);
    CHECK(info->markers[0].length == 200);
    CHECK(info->losses.size() == 3);
}

TEST_CASE("What is no clip is refused before a renderer sees it") {
    std::string deep = R"({"fr":25,"ip":0,"op":9,"w":9,"h":9,"layers":)" + std::string(4000, '[') +
                       std::string(4000, ']') + "}";
    for (const std::string& text :
         {std::string(), std::string("{"), std::string("[]"), std::string(R"({"layers":[]})"),
          std::string(R"({"fr":0,"ip":0,"op":9,"w":9,"h":9,"layers":[]})"),
          std::string(R"({"fr":25,"ip":0,"op":1e9,"w":9,"h":9,"layers":[]})"),
          std::string(R"({"fr":25,"ip":0,"op":9,"w":1e9,"h":9,"layers":[]})"),
          std::string(R"({"fr":25,"ip":9,"op":0,"w":9,"h":9,"layers":[]})"), deep}) {
        CHECK_FALSE(readClip(text, "clip.json"));
    }
}

TEST_CASE("A trimmed path of a vector is what Android draws of it") {
    const auto of = [](const char* text, double start, double end, double offset) {
        return bounds(trimmed(parsePath(text).path, start, end, offset));
    };
    const char* const line = "M0,0H40V40";
    CHECK(trimmed(parsePath(line).path, 0, 1, 0.3) == parsePath(line).path); // whole, whatever the offset
    CHECK(trimmed(parsePath(line).path, 0.4, 0.4, 0).isEmpty());
    CHECK(of(line, 0, 0.25, 0) == Rect{0, 0, 20, 0});
    CHECK(of(line, 0.25, 0.75, 0) == Rect{20, 0, 20, 20});
    CHECK(of(line, 0.5, 1, 0) == Rect{40, 0, 0, 40}); // to the end, though an end of 1 is 0 again
    const auto round = trimmed(parsePath(line).path, 0.75, 0.25, 0); // from the end round to the beginning
    CHECK(std::count(round.verbs.begin(), round.verbs.end(), Path::Verb::Move) == 2);
    CHECK(of(line, 0, 0.5, 0.75) == of(line, 0.75, 0.25, 0));
    CHECK(of("M0,0H30V30H0Z M90,90h9v9z", 0.75, 0.9999, 0).x == Approx(0).margin(1e-9)); // what closes counts
    CHECK(of("M0,0H30V30H0Z M90,90h9v9z", 0.1, 0.9999, 0).right() <= 30.001); // of two contours the first
    // Along a circle lengths are angles.
    const auto quarter = trimmed(ellipsePath({50, 50}, 40, 40), 0.125, 0.375, 0);
    const auto first = quarter.points.front(), last = quarter.points.back();
    CHECK(std::hypot(first.x - 50, first.y - 50) == Approx(40).epsilon(1e-3));
    CHECK(std::hypot(last.x - first.x, last.y - first.y) == Approx(40 * std::sqrt(2)).epsilon(1e-3));
    CHECK(trimmed(Path(), 0.2, 0.4, 0).isEmpty());
    CHECK(trimmed(parsePath("M5,5").path, 0.2, 0.4, 0).isEmpty());
}
