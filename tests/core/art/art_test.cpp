// SPDX-License-Identifier: MIT
#include "core/art/css_colour.h"
#include "core/art/path.h"
#include "core/art/read_svg.h"
#include "support/files_of_repository.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace scaena;
using namespace scaena::art;

namespace {

/// All shapes with the transforms above them worked in.
void collect(const Group& group, const Matrix& outer, std::vector<Shape>& out) {
    const Matrix map = outer * group.transform;
    for (const auto& child : group.children) {
        if (const auto* shape = std::get_if<Shape>(&child)) {
            Shape copy = *shape;
            copy.path = mapped(copy.path, map);
            out.push_back(copy);
        } else {
            collect(*std::get<std::unique_ptr<Group>>(child), map, out);
        }
    }
}

std::vector<Shape> shapesOf(const std::string& inside,
                            const std::string& attributes = "viewBox=\"0 0 100 100\"") {
    const auto art =
        readSvg("<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" " +
                attributes + ">" + inside + "</svg>");
    REQUIRE(art);
    std::vector<Shape> shapes;
    collect(art->root, {}, shapes);
    return shapes;
}

Art artOf(const std::string& inside) {
    auto art =
        readSvg("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 100 100\">" + inside + "</svg>");
    REQUIRE(art);
    return std::move(*art);
}

void checkRect(const Rect& rect, double x, double y, double width, double height) {
    CHECK(rect.x == Approx(x).margin(1e-3));
    CHECK(rect.y == Approx(y).margin(1e-3));
    CHECK(rect.width == Approx(width).margin(1e-3));
    CHECK(rect.height == Approx(height).margin(1e-3));
}

std::string pathText(const std::string& d) { return toText(parsePath(d).path, 2); }

}

TEST_CASE("Path commands, absolute and relative, give the same path") {
    CHECK(pathText("M10 10L20 10L20 20Z") == "M10,10L20,10L20,20Z");
    CHECK(pathText("m10 10l10 0l0 10z") == "M10,10L20,10L20,20Z");
    CHECK(pathText("M10,10 H20 V20 z") == "M10,10L20,10L20,20Z");
    CHECK(pathText("m10 10 10 0 0 10z") == "M10,10L20,10L20,20Z");
    CHECK(pathText("M0 0C1 2 3 4 5 6S9 10 11 12") == "M0,0C1,2 3,4 5,6C7,8 9,10 11,12");
    CHECK(pathText("M0 0Q3 0 3 3") == "M0,0C2,0 3,1 3,3");
    CHECK(pathText("M0 0Q3 0 3 3T6 6") == "M0,0C2,0 3,1 3,3C3,5 4,6 6,6");
}

TEST_CASE("Numbers may touch each other") {
    CHECK(pathText("M.5.5-1-1") == "M0.5,0.5L-1,-1");
    CHECK(pathText("M1e1,1E+1L2e-1-3") == "M10,10L0.2,-3");
    CHECK(pathText("M0 0l1-1+2.5.5") == "M0,0L1,-1L3.5,-0.5");
}

TEST_CASE("Compact arc flags are read") {
    const auto spaced = parsePath("M10 10 a 5 5 0 0 1 5 5");
    const auto compact = parsePath("M10 10a5 5 0 015 5");
    REQUIRE(spaced.complete);
    REQUIRE(compact.complete);
    CHECK(toText(spaced.path) == toText(compact.path));
    CHECK(parsePath("M0 0a1 1 0 11-.5.5").complete);
}

TEST_CASE("An arc is a part of its ellipse") {
    const auto half = parsePath("M0 50A50 50 0 0 1 100 50").path;
    checkRect(bounds(half), 0, 0, 100, 50);
    const auto large = parsePath("M50 0A50 50 0 1 1 0 50").path;
    checkRect(bounds(large), 0, 0, 100, 100);
    const auto tooSmall = parsePath("M0 0A1 1 0 0 1 10 0").path; // scaled up to span the points
    checkRect(bounds(tooSmall), 0, -5, 10, 5);
    CHECK(pathText("M0 0A0 5 0 0 1 10 0") == "M0,0L10,0");
}

TEST_CASE("An error ends the path and keeps what came before") {
    const auto parsed = parsePath("M0 0L10 10L20");
    CHECK_FALSE(parsed.complete);
    CHECK(toText(parsed.path) == "M0,0L10,10");
    CHECK_FALSE(parsePath("L10 10").complete);
    CHECK_FALSE(parsePath("M0 0X5").complete);
    CHECK_FALSE(parsePath("M0 0A5 5 0 2 1 3 3").complete);
    CHECK(parsePath("").complete);
}

TEST_CASE("After a close the path goes on from where it began") {
    CHECK(pathText("M5 5h10v10zl1 1") == "M5,5L15,5L15,15ZM5,5L6,6");
}

TEST_CASE("Bounds are those of the curve, not of its handles") {
    checkRect(bounds(parsePath("M0 0C0 40 100 40 100 0").path), 0, 0, 100, 30);
    checkRect(bounds(ellipsePath({50, 50}, 30, 20)), 20, 30, 60, 40);
    CHECK(bounds(Path{}) == Rect{});
}

TEST_CASE("Random bytes never crash the path parser") {
    std::mt19937 engine(5);
    const std::string alphabet = "MmLlHhVvCcSsQqTtAaZz0123456789.,-+eE \n";
    for (int i = 0; i < 4000; ++i) {
        std::string text = "M0 0";
        for (int k = 0; k < 40; ++k) {
            text += alphabet[engine() % alphabet.size()];
        }
        const auto parsed = parsePath(text);
        std::size_t needed = 0;
        for (const auto verb : parsed.path.verbs) {
            needed += verb == Path::Verb::Cubic ? 3 : verb == Path::Verb::Close ? 0 : 1;
        }
        CHECK(needed == parsed.path.points.size());
    }
}

TEST_CASE("Colours of CSS are understood") {
    CHECK(parseCssColour("rebeccapurple") == Colour{0x66, 0x33, 0x99, 255});
    CHECK(parseCssColour("LightGoldenrodYellow") == Colour{0xfa, 0xfa, 0xd2, 255});
    CHECK(parseCssColour("#abc") == Colour{0xaa, 0xbb, 0xcc, 255});
    CHECK(parseCssColour("#abcd") == Colour{0xaa, 0xbb, 0xcc, 0xdd});
    CHECK(parseCssColour("rgb(255, 0, 128)") == Colour{255, 0, 128, 255});
    CHECK(parseCssColour("rgb(100% 0% 50% / 50%)") == Colour{255, 0, 128, 128});
    CHECK(parseCssColour("rgba(1,2,3,.5)") == Colour{1, 2, 3, 128});
    CHECK(parseCssColour("hsl(120, 100%, 25%)") == Colour{0, 128, 0, 255});
    CHECK(parseCssColour("hsl(-120deg 100% 50%)") == Colour{0, 0, 255, 255});
    CHECK(parseCssColour("transparent") == Colour{0, 0, 0, 0});
    for (const char* bad : {"", "none", "currentColor", "#12", "rgb(1,2)", "notacolour", "rgb(a,b,c)"}) {
        INFO(bad);
        CHECK_FALSE(parseCssColour(bad));
    }
}

TEST_CASE("Basic shapes become paths") {
    checkRect(bounds(shapesOf("<rect x='10' y='20' width='30' height='40'/>")[0].path), 10, 20, 30, 40);
    checkRect(bounds(shapesOf("<rect x='10' y='20' width='30' height='40' rx='50'/>")[0].path), 10, 20, 30,
              40);
    checkRect(bounds(shapesOf("<circle cx='50%' cy='50' r='10'/>")[0].path), 40, 40, 20, 20);
    checkRect(bounds(shapesOf("<ellipse cx='50' cy='50' rx='10' ry='5'/>")[0].path), 40, 45, 20, 10);
    checkRect(bounds(shapesOf("<line x1='1' y1='2' x2='3' y2='4' stroke='red'/>")[0].path), 1, 2, 2, 2);
    checkRect(bounds(shapesOf("<polygon points='0,0 10,0 10,10'/>")[0].path), 0, 0, 10, 10);
    CHECK(shapesOf("<polyline points='0 0 10 0 10 10'/>")[0].path.verbs.back() == Path::Verb::Line);
    CHECK(shapesOf("<circle r='0'/><rect width='0' height='5'/>").empty());
}

TEST_CASE("Units count at 96 dots an inch") {
    checkRect(bounds(shapesOf("<rect width='1in' height='25.4mm'/>")[0].path), 0, 0, 96, 96);
    checkRect(bounds(shapesOf("<rect width='72pt' height='6pc'/>")[0].path), 0, 0, 96, 96);
}

TEST_CASE("Transforms nest") {
    checkRect(
        bounds(shapesOf(
                   "<g transform='translate(10 20)'><rect transform='scale(2)' width='5' height='5'/></g>")[0]
                   .path),
        10, 20, 10, 10);
    checkRect(
        bounds(shapesOf("<rect transform='rotate(90 50 50)' x='50' y='40' width='20' height='20'/>")[0].path),
        40, 50, 20, 20);
    checkRect(
        bounds(shapesOf("<rect transform='matrix(1,0,0,1,5,6) skewX(45)' width='10' height='10'/>")[0].path),
        5, 6, 20, 10);
}

TEST_CASE("Styles cascade: attribute, type, class, id, style attribute") {
    const std::string css = "<style>rect{fill:#010101} .c{fill:#020202} #i{fill:#030303} /* no */</style>";
    const auto fillOf = [&](const std::string& attributes) {
        return std::get<Colour>(
                   shapesOf(css + "<rect width='1' height='1' fill='#999' " + attributes + "/>")[0].fill)
            .r;
    };
    CHECK(fillOf("") == 1);
    CHECK(fillOf("class='b c'") == 2);
    CHECK(fillOf("class='c' id='i'") == 3);
    CHECK(fillOf("class='c' id='i' style='fill: #040404'") == 4);
}

TEST_CASE("Fill and stroke are inherited, opacity is not") {
    const auto shapes =
        shapesOf("<g fill='red' stroke='blue' stroke-width='3' opacity='.5'><path d='M0 0h5'/></g>");
    CHECK(std::get<Colour>(shapes[0].fill) == Colour{255, 0, 0, 255});
    CHECK(std::get<Colour>(shapes[0].stroke.paint) == Colour{0, 0, 255, 255});
    CHECK(shapes[0].stroke.width == 3);
    CHECK(shapes[0].opacity == 1);
    CHECK(std::get<std::unique_ptr<Group>>(artOf("<g opacity='.5'><path d='M0 0h5'/></g>").root.children[0])
              ->opacity == Approx(0.5));
}

TEST_CASE("Strokes carry caps, joins, limits and dashes") {
    const auto stroke =
        shapesOf("<path d='M0 0h5' stroke='#000' stroke-linecap='round' stroke-linejoin='bevel' "
                 "stroke-miterlimit='7' stroke-dasharray='1 2 3' stroke-dashoffset='4'/>")[0]
            .stroke;
    CHECK(stroke.cap == Cap::Round);
    CHECK(stroke.join == Join::Bevel);
    CHECK(stroke.miterLimit == 7);
    CHECK(stroke.dashes == std::vector<double>{1, 2, 3, 1, 2, 3});
    CHECK(stroke.dashOffset == 4);
    CHECK(shapesOf("<path d='M0 0h5' stroke='#000' stroke-dasharray='0 0'/>")[0].stroke.dashes.empty());
    CHECK(std::holds_alternative<std::monostate>(
        shapesOf("<path d='M0 0h5' stroke='red' stroke-width='0'/>")[0].stroke.paint));
}

TEST_CASE("currentColor follows color, or stays open") {
    CHECK(std::get<Colour>(
              shapesOf("<g color='#123456'><rect width='1' height='1' fill='currentColor'/></g>")[0].fill) ==
          Colour{0x12, 0x34, 0x56, 255});
    CHECK(std::get<CurrentColour>(
              shapesOf("<rect width='1' height='1' fill='currentColor' fill-opacity='.25'/>")[0].fill)
              .alpha == Approx(0.25));
}

TEST_CASE("Gradients inherit stops and map to the shape's box") {
    const auto gradient =
        std::get<Gradient>(shapesOf("<linearGradient id='base'><stop offset='0' stop-color='red'/><stop "
                                    "offset='100%' style='stop-color:blue;stop-opacity:.5'/></linearGradient>"
                                    "<linearGradient id='g' href='#base' x2='0' y2='1'/><rect x='10' y='10' "
                                    "width='20' height='40' fill='url(#g)'/>")[0]
                               .fill);
    REQUIRE(gradient.stops.size() == 2);
    CHECK(gradient.stops[1].colour == Colour{0, 0, 255, 128});
    CHECK(gradient.start.x == Approx(10));
    CHECK(gradient.start.y == Approx(10));
    CHECK(gradient.end.x == Approx(10));
    CHECK(gradient.end.y == Approx(50));
    const auto radial = std::get<Gradient>(
        shapesOf("<radialGradient id='r' gradientUnits='userSpaceOnUse' cx='5' cy='6' r='7' fx='4' "
                 "spreadMethod='reflect'><stop/><stop offset='1'/></radialGradient>"
                 "<circle r='9' fill='url(#r)'/>")[0]
            .fill);
    CHECK(radial.radial);
    CHECK(radial.end == Point{5, 6});
    CHECK(radial.start == Point{4, 6});
    CHECK(radial.radius == 7);
    CHECK(radial.spread == Spread::Reflect);
}

TEST_CASE("A gradient of one stop is a plain colour, one without stops paints nothing") {
    CHECK(std::get<Colour>(shapesOf("<linearGradient id='g'><stop stop-color='lime'/></linearGradient><rect "
                                    "width='5' height='5' fill='url(#g)'/>")[0]
                               .fill) == Colour{0, 255, 0, 255});
    CHECK(std::holds_alternative<std::monostate>(
        shapesOf("<linearGradient id='g'/><rect width='5' height='5' fill='url(#g)'/>")[0].fill));
}

TEST_CASE("A paint that leads nowhere takes its fallback") {
    CHECK(std::get<Colour>(shapesOf("<rect width='5' height='5' fill='url(#no) green'/>")[0].fill) ==
          Colour{0, 128, 0, 255});
}

TEST_CASE("use and symbol place copies, and circles of references end") {
    checkRect(
        bounds(shapesOf("<defs><rect id='r' width='5' height='5'/></defs><use href='#r' x='10' y='20'/>")[0]
                   .path),
        10, 20, 5, 5);
    checkRect(bounds(shapesOf("<symbol id='s' viewBox='0 0 10 10'><rect width='10' "
                              "height='10'/></symbol><use xlink:href='#s' x='5' width='20' height='20'/>")[0]
                         .path),
              5, 0, 20, 20);
    const auto art =
        artOf("<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/><rect width='1' height='1'/></g>");
    CHECK_FALSE(art.losses.empty());
}

TEST_CASE("A thousandfold nest of copies is bounded") {
    std::string text = "<g id='l0'><rect width='1' height='1'/></g>";
    for (int i = 1; i < 12; ++i) {
        text += "<g id='l" + std::to_string(i) + "'>";
        for (int k = 0; k < 10; ++k) {
            text += "<use href='#l" + std::to_string(i - 1) + "'/>";
        }
        text += "</g>";
    }
    const auto art = artOf(text);
    CHECK(shapeCount(art.root) <= 20'000);
    CHECK_FALSE(art.losses.empty());
}

TEST_CASE("Clip paths cut groups and shapes") {
    const auto art =
        artOf("<clipPath id='c' clip-path=''><circle cx='5' cy='5' r='5' transform='translate(1 "
              "0)'/></clipPath><g clip-path='url(#c)'><rect width='9' height='9'/></g>"
              "<clipPath id='b' clipPathUnits='objectBoundingBox'><rect width='.5' "
              "height='1'/></clipPath><rect clip-path='url(#b)' x='10' width='20' height='10'/>");
    const auto& first = *std::get<std::unique_ptr<Group>>(art.root.children[0]);
    REQUIRE(first.clips.size() == 1);
    checkRect(bounds(first.clips[0].path), 1, 0, 10, 10);
    const auto& second = *std::get<std::unique_ptr<Group>>(art.root.children[1]);
    REQUIRE(second.clips.size() == 1);
    checkRect(bounds(second.clips[0].path), 10, 0, 10, 10);
}

TEST_CASE("viewBox and preserveAspectRatio place nested pictures") {
    checkRect(bounds(shapesOf("<svg width='40' height='20' viewBox='0 0 10 10' preserveAspectRatio='xMaxYMid "
                              "meet'><rect width='10' height='10'/></svg>")[0]
                         .path),
              20, 0, 20, 20);
    checkRect(bounds(shapesOf("<svg width='40' height='20' viewBox='0 0 10 10' "
                              "preserveAspectRatio='none'><rect width='10' height='10'/></svg>")[0]
                         .path),
              0, 0, 40, 20);
    checkRect(bounds(shapesOf("<svg width='40' height='20' viewBox='0 0 10 10' preserveAspectRatio='xMinYMin "
                              "slice'><rect width='10' height='10'/></svg>")[0]
                         .path),
              0, 0, 40, 40);
}

TEST_CASE("What cannot be carried is named, not lost in silence") {
    const auto art =
        artOf("<foreignObject/><image href='x.png'/><rect width='1' height='1' fill='url(#pattern)'/>"
              "<g clip-path='url(#nowhere)'/>");
    const auto has = [&](const std::string& part) {
        return std::any_of(art.losses.begin(), art.losses.end(),
                           [&](const auto& l) { return l.find(part) != std::string::npos; });
    };
    CHECK(has("<foreignObject>"));
    CHECK(has("<image>"));
    CHECK(has("a clip"));
    CHECK(has("url(#pattern)"));
}

TEST_CASE("Hidden things are not drawn") {
    CHECK(shapesOf("<g display='none'><rect width='5' height='5'/></g><rect visibility='hidden' width='5' "
                   "height='5'/><defs><rect width='5' height='5'/></defs>")
              .empty());
    CHECK(shapesOf("<g visibility='hidden'><rect visibility='visible' width='5' height='5'/></g>").size() ==
          1);
}

TEST_CASE("Ids stay with their groups and shapes, so that parts can be animated") {
    const auto art = artOf("<g id='wing'><path id='feather' d='M0 0h5v5z'/></g>");
    const auto& wing = *std::get<std::unique_ptr<Group>>(art.root.children[0]);
    CHECK(wing.id == "wing");
    CHECK(std::get<Shape>(wing.children[0]).id == "feather");
}

TEST_CASE("Documents that are no SVG fail with a sentence") {
    CHECK(readSvg("<html/>").error().front().kind == ProblemKind::Unsupported);
    const auto broken = readSvg("<svg>\n<g>\n</svg>", "a.svg");
    REQUIRE_FALSE(broken);
    CHECK(broken.error().front().place.substr(0, 4) == "line");
    CHECK_FALSE(readSvg(""));
    CHECK_FALSE(readSvg(std::string("\x89PNG\r\n\x1a\n\0\0", 10)));
}

TEST_CASE("Deep nesting is bounded and damaged files never crash") {
    std::string deep;
    for (int i = 0; i < 3000; ++i) {
        deep += "<g>";
    }
    CHECK_NOTHROW(readSvg("<svg viewBox='0 0 1 1'>" + deep + "<rect width='1' height='1'/>"));
    std::string closed = deep + "<rect width='1' height='1'/>";
    for (int i = 0; i < 3000; ++i) {
        closed += "</g>";
    }
    CHECK_FALSE(artOf(closed).losses.empty());
    std::mt19937 engine(9);
    const auto good = test::readWhole(test::repository() / "samples/moraine/art/ridges.svg");
    int readable = 0;
    for (int i = 0; i < 800; ++i) {
        auto damaged = good;
        damaged[engine() % damaged.size()] = static_cast<char>(32 + engine() % 90);
        const auto art = readSvg(damaged, "ridges.svg");
        readable += art ? 1 : 0;
        if (!art) { // says what is wrong, and in which file
            REQUIRE_FALSE(art.error().empty());
            CHECK(describe(art.error()).find("ridges.svg") != std::string::npos);
        }
    }
    CHECK(readable > 400); // most damage is to a number or a name
    CHECK(readable < 800);
}

TEST_CASE("Art is fitted into a box evenly and centred") {
    const auto fit = fitInto({0, 0, 100, 50}, {10, 10, 40, 40});
    const Point low = fit.map({0, 0});
    const Point high = fit.map({100, 50});
    CHECK(low.x == Approx(10));
    CHECK(low.y == Approx(20));
    CHECK(high.x == Approx(50));
    CHECK(high.y == Approx(40));
}
