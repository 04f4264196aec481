// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/art/art_drawer.h"
#include "render/art/prepared_art.h"
#include "render/base/helper_process.h"
#include "render/frames/still.h"
#include "support/pictures.h"

#include <QElapsedTimer>
#include <QPainter>
#include <catch2/catch.hpp>
#include <fmt/format.h>
#include <thread>

/// What paths cannot say, drawn by a process of its own.
using namespace scaena;
using namespace scaena::test;

namespace {

art::ArtPtr artOf(const std::string& inside) {
    auto art =
        art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>");
    REQUIRE(art);
    return std::make_shared<const art::Art>(std::move(*art));
}

QImage painted(const art::Art& art, int side, double drawn = 1) {
    QImage image(side, side, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.scale(side / 100.0, side / 100.0);
    render::PreparedArt(art, {0, 0, 0, 255}, 1).paint(painter, {drawn, 0.5});
    return image;
}

constexpr const char* kSoft = "<filter id='f'><feGaussianBlur stdDeviation='4'/></filter><rect x='20' y='20' "
                              "width='60' height='60' fill='#0a5' filter='url(#f)'/>";

}

TEST_CASE("A picture within art is sharp where it is large and smooth where it is small") {
    const auto art = artOf(kSoft);
    for (const int side : {24, 100, 700}) {
        INFO(side);
        const auto image = painted(*art, side);
        CHECK(isNear(image.pixelColor(side / 2, side / 2), QColor(0, 0xAA, 0x55)));
        CHECK(image.pixelColor(1, 1).alpha() == 0);
        const int edge = image.pixelColor(side / 5, side / 2).alpha();
        CHECK((edge > 80 && edge < 200)); // about half within the softness
    }
}

TEST_CASE("A picture comes with the fills where an outline is drawn by and by") {
    const auto art = artOf(kSoft);
    CHECK(painted(*art, 100, 0.4).pixelColor(50, 50).alpha() == 0);
    CHECK(std::abs(painted(*art, 100, 0.75).pixelColor(50, 50).alpha() - 127) < 4);
    CHECK(painted(*art, 100, 1).pixelColor(50, 50).alpha() == 255);
}

TEST_CASE("The same part is drawn once, whoever asks") {
    const auto first = artOf(kSoft);
    const auto again = artOf(kSoft);
    const auto one = render::drawnPicture(*art::picturesIn(first->root).front());
    const auto other = render::drawnPicture(*art::picturesIn(again->root).front());
    CHECK(one.cacheKey() == other.cacheKey());
    CHECK(std::max(one.width(), one.height()) == render::kDrawnSide);
}

TEST_CASE("Words are outlined by the fonts that are there, and it is said which are not") {
    const auto there = artOf("<text x='5' y='60' font-family='DejaVu Sans' font-size='40'>Ab</text>");
    CHECK(there->losses.empty());
    CHECK(art::picturesIn(there->root).empty());
    CHECK(art::shapeCount(there->root) >= 1);
    const auto absent =
        artOf("<text x='5' y='60' font-family='\"No Such Font\", serif' font-size='40'>Ab</text>");
    REQUIRE(absent->losses.size() == 1);
    CHECK(absent->losses.front().find("No Such Font") != std::string::npos);
    CHECK(art::shapeCount(absent->root) >= 1);
    const auto tinted = artOf("<text x='5' y='60' fill='currentColor' font-size='40'>A</text>");
    const auto red = QImage::fromData(
        QByteArray::fromStdString(render::QtRasteriser().png(tinted, 100, 100, {255, 0, 0, 255})));
    int ink = 0;
    for (int y = 0; y < 100; ++y) {
        for (int x = 0; x < 100; ++x) {
            ink += isNear(red.pixelColor(x, y), QColor(255, 0, 0)) ? 1 : 0;
        }
    }
    CHECK(ink > 50);
}

TEST_CASE("A part that takes for ever is a cross after some seconds, once a file, and is told") {
    // Ten thousand octaves of noise; of four such parts only the first is waited for.
    std::string inside = "<filter id='f' x='0' y='0' width='100' height='100' filterUnits='userSpaceOnUse'>"
                         "<feTurbulence baseFrequency='.01' numOctaves='100000'/></filter>";
    for (int i = 0; i < 4; ++i) {
        inside += fmt::format("<rect x='{}' width='100' height='100' filter='url(#f)'/>", i);
    }
    const int before = render::HelperProcess::deaths();
    QElapsedTimer timer;
    timer.start();
    const auto art = artOf(inside);
    const auto image = painted(*art, 200);
    CHECK(timer.elapsed() < 9000);
    CHECK(render::HelperProcess::deaths() == before + 1);
    CHECK(image.pixelColor(100, 100).alpha() > 0); // the cross
}

TEST_CASE("What is drawn for a file opens no other file and fetches nothing") {
    const auto art = artOf("<pattern id='p' width='1' height='1'><image width='100' height='100' "
                           "href='file:///etc/hostname'/><image width='100' height='100' "
                           "href='https://example.org/a.png'/></pattern><rect width='100' height='100' "
                           "fill='url(#p)'/>");
    REQUIRE(art::picturesIn(art->root).size() == 1);
    const int before = render::HelperProcess::deaths();
    CHECK(painted(*art, 50).pixelColor(25, 25).alpha() == 0);
    CHECK(render::HelperProcess::deaths() == before);
}

TEST_CASE("Very many words, and words that take for ever, end in bounded time as one picture") {
    std::string many;
    for (int i = 0; i < 2000; ++i) {
        many += fmt::format("<text x='{}' y='{}' font-size='4'>w{}</text>", i % 90, i / 20, i);
    }
    QElapsedTimer timer;
    timer.start();
    const auto art = artOf(many);
    CHECK(timer.elapsed() < 10'000);
    REQUIRE(art::picturesIn(art->root).size() == 1);
    CHECK(art::picturesIn(art->root).front()->why == "so many pictures in it");
    // Each within a filter of its own that never ends: asked once, then not again.
    std::string slow = "<filter id='f' x='0' y='0' width='100' height='100' filterUnits='userSpaceOnUse'>"
                       "<feTurbulence baseFrequency='.013' numOctaves='100000'/></filter>";
    for (int i = 0; i < 30; ++i) {
        slow += fmt::format("<text x='{}' y='50'><tspan filter='url(#f)'>w</tspan><tspan "
                            "fill='url(#p)'>v</tspan></text>",
                            i);
    }
    slow +=
        "<pattern id='p' width='1' height='1'><rect width='100' height='100' filter='url(#f)'/></pattern>";
    timer.restart();
    const auto stuck = artOf(slow);
    CHECK(timer.elapsed() < 20'000);
    CHECK(art::picturesIn(stuck->root).size() == 1);
}

TEST_CASE("Who asks for what is drawn already does not wait for what another thread draws") {
    const auto quick = artOf(kSoft);
    (void)render::drawnPicture(*art::picturesIn(quick->root).front());
    std::thread slow([] {
        (void)art::readSvg(
            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'><filter id='f' x='0' y='0' "
            "width='100' height='100' filterUnits='userSpaceOnUse'><feTurbulence "
            "baseFrequency='.017' numOctaves='100000'/></filter><rect width='100' height='100' "
            "filter='url(#f)'/></svg>");
    });
    std::this_thread::sleep_for(std::chrono::milliseconds(400)); // it is at it
    QElapsedTimer timer;
    timer.start();
    (void)render::drawnPicture(*art::picturesIn(quick->root).front());
    CHECK(timer.elapsed() < 1000);
    slow.join();
}
