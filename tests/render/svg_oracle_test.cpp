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
    const auto art = art::readSvg(svg);
    REQUIRE(art);
    return QImage::fromData(
        QByteArray::fromStdString(render::QtRasteriser().png(*art, kSide, kSide, {0, 0, 0, 255})));
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

TEST_CASE("The samples' art looks as another renderer shows it") {
    REQUIRE(haveOracle());
    for (const auto& entry : std::filesystem::recursive_directory_iterator(repository() / "samples")) {
        if (entry.path().extension() != ".svg") {
            continue;
        }
        INFO(entry.path().string());
        const auto svg = readWhole(entry.path());
        const auto art = art::readSvg(svg);
        REQUIRE(art);
        CHECK(art->losses.empty());
        const auto picture = theirs(svg);
        const auto mine = QImage::fromData(QByteArray::fromStdString(
            render::QtRasteriser().png(*art, picture.width(), picture.height(), {0, 0, 0, 255})));
        CHECK(difference(mine, picture) < 4.5);
    }
}
