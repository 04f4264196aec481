// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/frames/still.h"
#include "support/files_of_repository.h"
#include "support/pictures.h"

#include <QProcess>
#include <QStandardPaths>
#include <catch2/catch.hpp>

/// Our reading and painting of SVG against another renderer's (librsvg), picture by picture.
using namespace scaena;
using namespace scaena::test;

namespace {

constexpr int kSide = 200;

QImage ours(const std::string& svg) {
    auto art = art::readSvg(svg);
    REQUIRE(art);
    const auto shared = std::make_shared<const art::Art>(std::move(*art));
    return QImage::fromData(
        QByteArray::fromStdString(render::QtRasteriser().png(shared, kSide, kSide, {0, 0, 0, 255})));
}

QImage theirs(const std::string& svg) {
    QProcess process;
    process.start(QStringLiteral("rsvg-convert"),
                  {QStringLiteral("-w"), QString::number(kSide), QStringLiteral("-h"), QString::number(kSide),
                   QStringLiteral("--keep-aspect-ratio")});
    process.write(QByteArray::fromStdString(svg));
    process.closeWriteChannel();
    REQUIRE(process.waitForFinished(20000));
    return QImage::fromData(process.readAllStandardOutput());
}

std::string document(const std::string& inside) {
    return "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' viewBox='0 0 "
           "100 100' width='100' height='100'>" +
           inside + "</svg>";
}

const std::pair<const char*, const char*> kCases[] = {
    {"shapes", "<rect x='10' y='10' width='30' height='20' rx='5' fill='#e33'/><circle cx='70' cy='30' "
               "r='18' fill='#3a3'/><ellipse cx='30' cy='70' rx='20' ry='10' fill='#33e'/><polygon "
               "points='60,60 90,60 75,90' fill='#a3a'/>"},
    {"arcs", "<path d='M10 50a40 30 20 1 1 60 20a10 10 0 01-15-12z' fill='teal'/>"},
    {"strokes", "<path d='M10 20h60l-40 30h50' fill='none' stroke='#222' stroke-width='8' "
                "stroke-linecap='round' stroke-linejoin='round'/><path d='M10 80L50 60 90 90' fill='none' "
                "stroke='#c33' stroke-width='6' stroke-linejoin='bevel' stroke-linecap='square'/>"},
    {"miter", "<path d='M10 80L30 20 50 80 52 20 60 80' fill='none' stroke='#222' stroke-width='6' "
              "stroke-miterlimit='6'/>"},
    {"dashes", "<path d='M10 30h80M10 60h80' stroke='#06c' stroke-width='5' stroke-dasharray='12 6 2' "
               "stroke-dashoffset='5'/>"},
    {"even-odd", "<path fill-rule='evenodd' d='M10 10h80v80h-80zM30 30h40v40h-40z' fill='#555'/>"},
    {"transforms", "<g transform='translate(50 50) rotate(30) scale(1.5 .7)'><rect x='-20' y='-20' "
                   "width='40' height='40' fill='#284' stroke='#000' stroke-width='3'/></g><rect "
                   "transform='skewX(20)' x='0' y='80' width='40' height='15' fill='#a60'/>"},
    {"linear gradient",
     "<linearGradient id='g' x1='0' y1='0' x2='1' y2='1'><stop offset='0' stop-color='#f00'/><stop "
     "offset='.5' stop-color='#ff0'/><stop offset='1' stop-color='#00f' "
     "stop-opacity='.3'/></linearGradient><rect x='10' y='20' width='80' height='40' fill='url(#g)'/>"},
    {"user space gradient",
     "<linearGradient id='g' gradientUnits='userSpaceOnUse' x1='20' y1='0' x2='60' y2='0' "
     "spreadMethod='reflect' gradientTransform='rotate(20)'><stop offset='0' stop-color='#084'/><stop "
     "offset='1' stop-color='#fff'/></linearGradient><rect width='100' height='100' fill='url(#g)'/>"},
    {"radial gradient",
     "<radialGradient id='g' cx='.4' cy='.4' r='.6'><stop offset='0' stop-color='#fff'/><stop offset='1' "
     "stop-color='#04a'/></radialGradient><rect x='5' y='15' width='90' height='60' fill='url(#g)'/>"},
    {"opacity", "<g opacity='.5'><rect x='10' y='10' width='50' height='50' fill='red'/><rect x='40' y='40' "
                "width='50' height='50' fill='blue'/></g><circle cx='70' cy='20' r='15' fill='green' "
                "stroke='black' stroke-width='6' opacity='.4'/>"},
    {"clips", "<clipPath id='c'><circle cx='50' cy='50' r='30'/><rect x='0' y='0' width='20' "
              "height='20'/></clipPath><g clip-path='url(#c)'><rect width='100' height='100' "
              "fill='#d62'/><path d='M0 50h100' stroke='#fff' stroke-width='8'/></g>"},
    {"use and symbol",
     "<symbol id='s' viewBox='0 0 10 10'><circle cx='5' cy='5' r='5'/></symbol><use xlink:href='#s' x='10' "
     "y='10' width='30' height='30' fill='#c0c'/><g id='r'><rect width='10' height='10' "
     "fill='#333'/></g><use href='#r' transform='translate(60 60) scale(2)'/>"},
    {"style rules",
     "<style>.a{fill:#181}#b{fill:#811;stroke:#000}rect{stroke-width:4}</style><rect class='a' x='10' y='10' "
     "width='30' height='30'/><rect id='b' class='a' x='50' y='50' width='30' height='30'/>"},
    {"nested picture",
     "<svg x='10' y='10' width='80' height='40' viewBox='0 0 20 20' preserveAspectRatio='xMaxYMin "
     "slice'><circle cx='10' cy='10' r='10' fill='#27a'/></svg>"},
    {"a use of a use within a clip adds nothing",
     "<defs><circle id='a' cx='30' cy='50' r='20'/><use id='b' href='#a' x='40'/></defs><clipPath "
     "id='c'><use href='#a'/>"
     "<use href='#b'/></clipPath><rect width='100' height='100' fill='#275' clip-path='url(#c)'/>"},
    {"a clip with a rule for all and hidden parts",
     "<clipPath id='c' clip-rule='evenodd'><path d='M10 10h80v80h-80zM30 30h40v40h-40z'/><circle cx='50' "
     "cy='50' r='10' "
     "visibility='hidden'/><rect width='100' height='20' display='none'/></clipPath><rect width='100' "
     "height='100' "
     "fill='#a42' clip-path='url(#c)'/>"},
    {"a clip on the picture itself",
     "<clipPath id='c'><circle cx='50' cy='50' r='40'/></clipPath><g clip-path='url(#c)'>"
     "<rect width='100' height='100' fill='#44a'/></g>"},
    {"stops that share an offset",
     "<linearGradient id='g'><stop offset='.3' stop-color='#f00'/><stop offset='.3' stop-color='#0a0'/><stop "
     "offset='.7' stop-color='#0a0'/><stop offset='.7' stop-color='#00f'/><stop offset='.7' "
     "stop-color='#ff0'/></linearGradient><rect x='5' y='20' width='90' height='60' fill='url(#g)'/>"},
    {"stops that share both ends",
     "<linearGradient id='g'><stop offset='0' stop-color='#f00'/><stop offset='0' stop-color='#fff'/><stop "
     "offset='1' stop-color='#00f'/><stop offset='1' stop-color='#000'/></linearGradient><rect x='5' y='20' "
     "width='90' height='60' fill='url(#g)'/>"},
    {"a gradient that cannot be turned back paints nothing",
     "<linearGradient id='g' gradientTransform='scale(0 1)'><stop offset='0' stop-color='#f00'/><stop "
     "offset='1' "
     "stop-color='#00f'/></linearGradient><rect x='5' y='20' width='90' height='60' fill='url(#g)'/>"},
    {"the surrounding colour in stops",
     "<g color='#c06'><linearGradient id='g'><stop offset='0' stop-color='currentColor'/><stop offset='1' "
     "stop-color='#fff'/></linearGradient></g><rect x='5' y='20' width='90' height='60' fill='url(#g)'/>"},
    {"important rules", "<style>rect{fill:#a00 "
                        "!important}.b{fill:#0a0}#c{fill:#00a;stroke:#000!important}</style><rect class='b' "
                        "style='fill:#ff0' x='10' y='10' width='30' height='30'/><rect id='c' stroke='#f0f' "
                        "stroke-width='4' x='50' "
                        "y='50' width='30' height='30'/>"},
    {"selectors of descendants, children, neighbours and attributes",
     "<style>@charset 'utf-8';g .a{fill:#a00}svg > rect{fill:#0a0}g > g > rect{fill:#00a}circle + "
     "rect{stroke:#000}rect[data-x='1'][width]{stroke:#f0f}circle ~ .z{opacity:.4}</style><rect x='5' y='5' "
     "width='20' "
     "height='20'/><g><path class='a' d='M40 5h20v20h-20z'/><g><rect x='70' y='5' width='20' "
     "height='20'/><circle "
     "cx='15' cy='50' r='10'/><rect x='40' y='40' width='20' height='20' stroke-width='4'/><rect class='z' "
     "data-x='1' x='70' y='40' width='20' height='20' stroke-width='4'/></g></g>"},
    {"a choice",
     "<switch><g requiredExtensions='http://example.org/x'><rect width='100' height='100'/></g><circle "
     "cx='50' cy='50' r='30' fill='#183'/><rect width='100' height='100' fill='red'/></switch>"},
    {"a hidden use and a group in a switch", "<defs><rect id='r' width='30' height='30'/></defs><use "
                                             "href='#r' x='10' y='10' visibility='hidden'/><use "
                                             "href='#r' x='50' y='50' fill='#a3c'/>"},
    {"quadratics", "<path d='M10 50Q30 10 50 50T90 50' fill='none' stroke='#333' stroke-width='4'/><path "
                   "d='M10 80c10-30 30-30 40 0s30 30 40 0' fill='#9c6'/>"},
};

bool haveOracle() { return !QStandardPaths::findExecutable(QStringLiteral("rsvg-convert")).isEmpty(); }

}

TEST_CASE("Our pictures of SVG files are those of another renderer") {
    REQUIRE(haveOracle()); // ./test installs it
    for (const auto& [name, inside] : kCases) {
        INFO(name);
        CHECK(difference(ours(document(inside)), theirs(document(inside))) < 4.5);
    }
}

TEST_CASE("A picture whose elements carry the format's prefix is the same picture") {
    const std::string plain = document("<g fill='#285'><rect x='10' y='10' width='50' height='50'/></g>");
    const std::string prefixed =
        "<x:svg xmlns:x='http://www.w3.org/2000/svg' viewBox='0 0 100 100'><x:g fill='#285'><x:rect "
        "x='10' y='10' width='50' height='50'/></x:g></x:svg>";
    CHECK(ours(prefixed) == ours(plain));
    CHECK(art::readSvg(prefixed)->losses.empty());
}

TEST_CASE("A clip that is clipped itself cuts twice") { // librsvg cuts once; browsers do as the standard asks
    const std::string both = "<clipPath id='d'><rect width='60' height='100'/></clipPath><clipPath id='c' "
                             "clip-path='url(#d)'><circle cx='50' cy='50' r='40'/></clipPath>";
    const std::string rect = "<rect width='100' height='100' fill='#a42'";
    CHECK(ours(document(both + rect + " clip-path='url(#c)'/>")) ==
          ours(document("<clipPath id='d'><rect width='60' height='100'/></clipPath><clipPath id='e'><circle "
                        "cx='50' cy='50' "
                        "r='40'/></clipPath><g clip-path='url(#e)'>" +
                        rect + " clip-path='url(#d)'/></g>")));
}

TEST_CASE("Transforms as styles write them, about the origin they name") {
    // What librsvg does not know; the same picture written with attributes says what it has to be.
    const std::pair<const char*, const char*> pairs[] = {
        {"style='transform: rotate(90deg)'", "transform='rotate(90)'"},
        {"style='transform: translate(10px, 5px) rotate(0.25turn)'",
         "transform='translate(10 5) rotate(90)'"},
        {"style='transform: rotate(45deg); transform-origin: 50px 50px'", "transform='rotate(45 50 50)'"},
        {"style='transform: rotate(45deg); transform-origin: center'", "transform='rotate(45 50 50)'"},
        {"style='transform: scale(.5); transform-box: fill-box; transform-origin: 50% 50%'",
         "transform='translate(35 25) scale(.5) translate(-35 -25)'"},
        {"transform='rotate(30)' transform-origin='100% 0'", "transform='rotate(30 100 0)'"},
        {"style='transform: scaleX(2) translateY(20px)'", "transform='scale(2 1) translate(0 20)'"}};
    for (const auto& [style, attribute] : pairs) {
        INFO(style);
        const auto with = [](const char* how) {
            return document(std::string("<path d='M20 10h30l-5 30h-25z' fill='#07a' ") + how + "/>");
        };
        // The first pair's box is 20 … 50 by 10 … 40.
        CHECK(difference(ours(with(style)), ours(with(attribute))) < 0.2);
    }
}

TEST_CASE("What is not carried is named: nothing is dropped in silence") {
    const std::pair<const char*, const char*> cases[] = {
        {"<rect width='9' height='9'><animate attributeName='x'/></rect>", "an animation"},
        {"<g><animateTransform attributeName='transform'/><rect width='9' height='9'/></g>", "an animation"},
        {"<style>rect:hover{fill:red}</style><rect width='9' height='9'/>", "selector"},
        {"<style>@import url(x.css);rect{fill:red}</style><rect width='9' height='9'/>", "@import"},
        {"<image width='9' height='9' href='https://example.org/a.png'/>", "<image>"}};
    for (const auto& [inside, word] : cases) {
        INFO(inside);
        const auto art = art::readSvg(document(inside));
        REQUIRE(art);
        REQUIRE_FALSE(art->losses.empty());
        CHECK(art->losses.front().find(word) != std::string::npos);
    }
    const auto root =
        art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' filter='url(#f)' transform='rotate(4)'><rect "
                     "width='9' height='9'/></svg>");
    REQUIRE(root);
    CHECK(root->losses.size() == 2); // the transform, and no size
}

TEST_CASE("What is only defined, or is another program's choice, raises no alarm") {
    for (const char* inside :
         {"<filter id='f'/><mask id='m'/><pattern id='p'/><marker id='k'/><rect width='9' height='9'/>",
          "<switch><foreignObject requiredExtensions='x'/><g><rect width='9' height='9'/></g></switch>",
          "<style>@charset 'utf-8';rect{fill:red}</style><rect width='9' height='9'/>"}) {
        INFO(inside);
        const auto art = art::readSvg(document(inside));
        REQUIRE(art);
        CHECK(art->losses.empty());
    }
}

TEST_CASE("The samples' art looks as another renderer shows it") {
    REQUIRE(haveOracle());
    for (const auto& entry : std::filesystem::recursive_directory_iterator(repository() / "samples")) {
        if (entry.path().extension() != ".svg") {
            continue;
        }
        INFO(entry.path().string());
        const auto svg = readWhole(entry.path());
        auto art = art::readSvg(svg);
        REQUIRE(art);
        CHECK(art->losses.empty());
        const auto picture = theirs(svg);
        const auto shared = std::make_shared<const art::Art>(std::move(*art));
        const auto mine = QImage::fromData(QByteArray::fromStdString(
            render::QtRasteriser().png(shared, picture.width(), picture.height(), {0, 0, 0, 255})));
        CHECK(difference(mine, picture) < 4.5);
    }
}
