// SPDX-License-Identifier: MIT
#include "core/art/parts.h"
#include "core/art/read_svg.h"
#include "core/art/svg_entities.h"
#include "core/art/svg_markers.h"
#include "core/art/svg_strokes.h"
#include "core/art/write_svg.h"

#include <catch2/catch.hpp>
#include <fmt/format.h>

/// What of an SVG file becomes pictures, and what paths say all the same.
using namespace scaena;
using namespace scaena::art;

namespace {

Art read(const std::string& inside) {
    auto art = readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>");
    REQUIRE(art);
    return std::move(*art);
}

constexpr const char* kBlur = "<filter id='f'><feGaussianBlur stdDeviation='2'/></filter>";

}

TEST_CASE("What paths cannot say becomes a picture of that part alone, and says why") {
    const std::pair<const char*, const char*> cases[] = {
        {"<rect id='glow' width='9' height='9' filter='url(#f)'/>", "a filter on “glow”"},
        {"<mask id='m'><rect width='9' height='9' fill='#888'/></mask><rect width='9' height='9' "
         "mask='url(#m)'/>",
         "a mask"},
        {"<pattern id='p'/><rect width='9' height='9' fill='url(#p)'/>", "a pattern"},
        {"<pattern id='p'/><path d='M0 0h9' stroke='url(#p)'/>", "a pattern"},
        {"<image width='9' height='9' href='data:image/png;base64,AAAA'/>", "a picture"},
        {"<text>Hi</text>", "words"},
        {"<radialGradient id='g' fr='.1' fx='.2'><stop/></radialGradient><rect width='9' height='9' "
         "fill='url(#g)'/>",
         "a gradient between two circles"},
        {"<clipPath id='c' clipPathUnits='objectBoundingBox'/><g clip-path='url(#c)'/>",
         "a clip in fractions of a group"},
        {"<defs><g id='s'><rect width='9' height='9' filter='url(#f)'/></g></defs><use href='#s'/>",
         "a filter"}};
    for (const auto& [inside, why] : cases) {
        INFO(inside);
        const auto art = read(std::string(kBlur) + "<circle r='3'/>" + inside + "<circle r='4'/>");
        CHECK(art.losses.empty());
        const auto pictures = picturesIn(art.root);
        REQUIRE(pictures.size() == 1);
        CHECK(pictures.front()->why == why);
        CHECK(pictures.front()->box == Rect{0, 0, 100, 100});
        CHECK(art.root.children.size() == 3); // below and above it paths as ever
    }
}

TEST_CASE("A picture stands where its element does, whatever is around it, and only once faded") {
    const auto art =
        read(std::string(kBlur) + "<g transform='translate(10 20) scale(2)' opacity='.5'><rect "
                                  "width='9' height='9' filter='url(#f)'/><path d='M0 0h5v5z'/></g>");
    const auto& group = *std::get<std::unique_ptr<Group>>(art.root.children.front());
    CHECK(group.opacity == 0.5);
    const auto& back = *std::get<std::unique_ptr<Group>>(group.children.front());
    CHECK((group.transform * back.transform).isIdentity());
    const auto& svg = *std::get<Picture>(back.children.front()).svg;
    CHECK(svg.find("translate(10 20) scale(2)") != std::string::npos);
    CHECK(svg.find("opacity:1 !important") != std::string::npos);
    const auto again = readSvg(svg); // it shows that one element, the other is only defined
    REQUIRE(again);
    CHECK(shapeCount(again->root) == 1);
    CHECK(picturesIn(again->root).size() == 1);
}

TEST_CASE("Blending, and more pictures than are worth while, make one picture of all") {
    const auto blended =
        read("<rect width='9' height='9'/><rect width='9' height='9' style='mix-blend-mode:multiply'/>");
    REQUIRE(blended.root.children.size() == 1);
    CHECK(std::get<Picture>(blended.root.children.front()).why == "a blend mode");
    std::string many = kBlur;
    for (int i = 0; i < 13; ++i) {
        many += fmt::format("<rect x='{}' width='2' height='2' filter='url(#f)'/>", 3 * i);
    }
    const auto whole = read(many);
    REQUIRE(whole.root.children.size() == 1);
    CHECK(std::get<Picture>(whole.root.children.front()).why == "so many pictures in it");
}

TEST_CASE("Masks that do no more than a clip are clips") {
    for (const char* mask :
         {"<mask id='m'><circle r='5' fill='#fff'/></mask>",
          "<mask id='m' fill='white'><circle r='5'/></mask>",
          "<mask id='m' style='mask-type:alpha'><circle r='5' fill='#d9d9d9'/></mask>",
          "<defs><circle id='k' r='5'/></defs><mask id='m' fill='#FFFFFF'><use href='#k'/></mask>"}) {
        INFO(mask);
        const auto art = read(std::string(mask) + "<g mask='url(#m)'><rect width='9' height='9'/></g>");
        CHECK(picturesIn(art.root).empty());
        CHECK(art.losses.empty());
        CHECK(std::get<std::unique_ptr<Group>>(art.root.children.front())->clips.size() == 1);
    }
    for (const char* mask :
         {"<mask id='m'><circle r='5' fill='#fff' fill-opacity='.5'/></mask>",
          "<mask id='m'><circle r='5' fill='#fff' stroke='#fff'/></mask>",
          "<mask id='m'><circle r='5' fill='#fff'/><circle r='2'/></mask>",
          "<mask id='m' fill='#fff' opacity='.5'><g opacity='.5'><circle r='5'/></g></mask>"}) {
        INFO(mask);
        CHECK(
            picturesIn(read(std::string(mask) + "<rect width='9' height='9' mask='url(#m)'/>").root).size() ==
            1);
    }
}

TEST_CASE("Art with a picture is copied, cut to a part, recoloured and written with it") {
    const auto art = read(std::string(kBlur) + "<rect id='glow' width='9' height='9' filter='url(#f)'/><path "
                                               "id='edge' d='M0 0h9' stroke='#f00'/>");
    CHECK(picturesIn(*cloneGroup(art.root)).size() == 1);
    CHECK(picturesIn(withoutStrokes(art).root).size() == 1);
    CHECK(picturesIn(recoloured(art, {}).root).size() == 1);
    REQUIRE(onlyPart(art, "glow"));
    CHECK(picturesIn(onlyPart(art, "glow")->root).size() == 1);
    CHECK(picturesIn(onlyPart(art, "edge")->root).empty());
    CHECK(partsOf(art).size() == 2);
    CHECK_FALSE(reachesOver(*onlyPart(art, "glow")));
    const auto again = readSvg(writeSvg(art));
    REQUIRE(again);
    CHECK(picturesIn(again->root).size() == 1);
    CHECK(again->losses.empty());
    SvgOptions options;
    options.picture = [](const Picture&) { return std::string("there.png"); };
    CHECK(writeSvg(art, options).find("href=\"there.png\"") != std::string::npos);
}

TEST_CASE("Entities of a document stand for their texts, within bounds") {
    const std::string text =
        "<?xml version='1.0'?>\n<!DOCTYPE svg [\n<!ENTITY a \"#0A5\">\n<!ENTITY b 'fill:&a;'>\n"
        "<!ENTITY % p 'x'>\n<!ENTITY out SYSTEM 'file:///etc/passwd'>\n]>\n<svg "
        "viewBox='0 0 9 9'><rect width='9' height='9' style='&b;'/></svg>";
    const auto out = withEntities(text);
    REQUIRE(out);
    CHECK(out->find("style='fill:#0A5'") != std::string::npos);
    CHECK(std::count(out->begin(), out->end(), '\n') == std::count(text.begin(), text.end(), '\n'));
    CHECK(withEntities("<svg>&lt;&amp;&unknown;</svg>") == "<svg>&lt;&amp;&unknown;</svg>");
    // Laughs: each ten of the one before; and the same of nothing, which grows in steps only.
    for (const char* grain : {"ha", ""}) {
        std::string bomb = fmt::format("<!DOCTYPE svg [<!ENTITY e0 \"{}\">", grain);
        for (int i = 1; i < 12; ++i) {
            bomb += fmt::format("<!ENTITY e{} \"", i);
            for (int k = 0; k < 10; ++k) {
                bomb += fmt::format("&e{};", i - 1);
            }
            bomb += "\">";
        }
        const auto art = readSvg(bomb + "]><svg viewBox='0 0 9 9'>&e11;</svg>");
        REQUIRE_FALSE(art);
        CHECK(art.error().front().kind == ProblemKind::Refused);
    }
}

TEST_CASE("Markers stand at each vertex, turned along the bisector") {
    Path path;
    path.moveTo({0, 0});
    path.lineTo({10, 0});
    path.lineTo({10, 10});
    const auto places = markerPlaces(path);
    REQUIRE(places.size() == 3);
    CHECK(places[0].kind == MarkerPlace::Kind::Start);
    CHECK(places[0].degrees == Approx(0));
    CHECK(places[1].degrees == Approx(45));
    CHECK(places[2].kind == MarkerPlace::Kind::End);
    CHECK(places[2].degrees == Approx(90));
    path.close(); // what closes meets what began: from below and to the right
    const auto closed = markerPlaces(path);
    REQUIRE(closed.size() == 4);
    CHECK(closed[0].degrees == Approx(closed[3].degrees));
    CHECK(markerPlaces(Path()).empty());
}

TEST_CASE("A path's length, and the dots a pen leaves without going anywhere") {
    Path circle = ellipsePath({0, 0}, 10, 10);
    CHECK(lengthOf(circle) == Approx(2 * std::numbers::pi * 10).epsilon(1e-3));
    CHECK(lengthOf(rectPath({0, 0, 3, 4}, 0, 0)) == Approx(14));
    Path dots;
    dots.moveTo({1, 1});
    dots.lineTo({1, 1});
    dots.moveTo({5, 5}); // begun and nothing more: no dot
    Stroke stroke;
    stroke.width = 2;
    CHECK(dotsOf(dots, stroke).isEmpty());
    stroke.cap = Cap::Square;
    CHECK(bounds(dotsOf(dots, stroke)) == Rect{0, 0, 2, 2});
    stroke.cap = Cap::Round;
    CHECK(bounds(dotsOf(dots, stroke)).width == Approx(2));
}

TEST_CASE("A path drawn the other way round is the same outline") {
    const auto path = rectPath({0, 0, 10, 10}, 3, 3);
    const auto back = reversed(path);
    CHECK(back != path);
    CHECK(bounds(back) == bounds(path));
    CHECK(reversed(back).points.size() == path.points.size());
    CHECK(lengthOf(back) == Approx(lengthOf(path)));
}
