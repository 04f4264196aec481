// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "render/art/painted_outlines.h"
#include "render/base/convert.h"
#include "render/base/coverage.h"
#include "render/frames/still.h"
#include "support/slowness.h"

#include <QPainter>
#include <catch2/catch.hpp>
#include <ctime>
#include <fmt/format.h>

using namespace scaena;
using namespace scaena::render;

namespace {

constexpr double kFine = 0.01, kPixel = 0.5;

QPainterPath filled(const std::string& d, art::FillRule rule = art::FillRule::NonZero) {
    OutlineEffort effort;
    return filledOutline(toQt(art::parsePath(d).path, rule), kFine, kPixel, effort);
}

/// Of polygons that do not overlap.
double areaOf(const QPainterPath& path) {
    double area = 0;
    for (const auto& polygon : path.toSubpathPolygons()) {
        for (int i = 0; i + 1 < polygon.size(); ++i) {
            area += polygon[i].x() * polygon[i + 1].y() - polygon[i + 1].x() * polygon[i].y();
        }
    }
    return std::abs(area) / 2;
}

QPainterPath stroked(const std::string& d, double width, art::Join join = art::Join::Miter) {
    art::Stroke stroke;
    stroke.width = width;
    stroke.join = join;
    OutlineEffort effort;
    return strokedOutline(art::parsePath(d).path, stroke, kFine, effort);
}

/// Of the processor, whoever else uses it.
double secondsSince(std::clock_t begun) { return static_cast<double>(std::clock() - begun) / CLOCKS_PER_SEC; }

std::string scribble(int lines) {
    std::string d = "M0 0";
    for (int i = 0; i < lines; ++i) {
        d += fmt::format("L{} {}", i * 37 % 101, i * 53 % 97);
    }
    return d;
}

}

TEST_CASE("Only where edges run along each other does a union take a path's place") {
    for (const char* plain : {"M0 0H9V9H0Z", "M0 0H90V90H0Z M20 20V70H70V20Z", "M0 0C40 0 40 40 0 40Z",
                              "M0 0H20V20Z M40 0H60V20Z"}) {
        INFO(plain);
        CHECK(filled(plain) == toQt(art::parsePath(plain).path, art::FillRule::NonZero));
    }
    // Side by side, one drawn the other way round; twice the same; the same by another rule.
    CHECK(areaOf(filled("M0 0H20V20H0Z M20 0V20H40V0Z")) == Approx(800));
    CHECK(filled("M0 0H20V20H0Z M20 0V20H40V0Z").boundingRect() == QRectF(0, 0, 40, 20));
    CHECK(areaOf(filled("M0 0H20V20H0Z M0 0H20V20H0Z")) == Approx(400));
    CHECK(filled("M0 0H20V20H0Z M0 0H20V20H0Z", art::FillRule::EvenOdd).boundingRect().isEmpty());
    CHECK(areaOf(filled("M0 0H20V20H0Z M20 0H40V20H20Z", art::FillRule::EvenOdd)) == Approx(800));
}

TEST_CASE("A line that ends where it began is not closed, and a corner nearer than half the width is whole") {
    const auto open = stroked("M20 30H80V80H20V30", 10);
    CHECK(open.boundingRect().left() == Approx(15).margin(0.1));
    CHECK_FALSE(open.contains(QPointF(16, 26))); // no join there, as where it is closed
    CHECK(stroked("M20 30H80V80H20Z", 10).contains(QPointF(16, 26)));

    const auto corner = stroked("M40 20L50 24L60 20", 30, art::Join::Round);
    CHECK(corner.contains(QPointF(50, 20)));
    CHECK_FALSE(corner.contains(QPointF(36, 27))); // beyond the ends of both lines
    const auto back = stroked("M20 50H24H20", 20, art::Join::Round);
    CHECK(back.contains(QPointF(33, 50)));
    CHECK_FALSE(back.contains(QPointF(15, 50)));
}

TEST_CASE("The coverage of an outline is what the painter gives it") {
    const int size = GENERATE(100, 700); // summed at once, and a few rows at a time
    for (const char* d :
         {"M10 10H90.5V70.25H10.75Z", "M50 5C90 5 95 60 50 95C-20 60 10 5 50 5Z", "M5 5L95 30L40 95Z",
          "M-40 -40H150V50H-40Z M20 20L60 90L30 95Z", "M-30 50L50 -30L130 50L50 130Z",
          "M120 20L180 50L120 90Z", "M10 10H60V60H10Z M30 30H90V90H30Z"}) {
        for (const auto rule : {art::FillRule::NonZero, art::FillRule::EvenOdd}) {
            INFO(d);
            QPainterPath path; // both are given the same polygons: the painter's own are coarse
            path.setFillRule(rule == art::FillRule::EvenOdd ? Qt::OddEvenFill : Qt::WindingFill);
            for (auto polygon :
                 toQt(art::parsePath(d).path, rule).toSubpathPolygons(QTransform::fromScale(16, 16))) {
                path.addPolygon(QTransform::fromScale(size / 1600.0, size / 1600.0).map(polygon));
            }
            QImage image(size, size, QImage::Format_ARGB32_Premultiplied);
            image.fill(Qt::transparent);
            QPainter painter(&image);
            painter.setRenderHint(QPainter::Antialiasing);
            painter.fillPath(path, Qt::black);
            painter.end();
            const auto mine = coverageOf(path, {0, 0, size, size});
            int most = 0;
            for (int y = 0; y < size; ++y) {
                for (int x = 0; x < size; ++x) {
                    most =
                        std::max(most, std::abs(int(mine.constScanLine(y)[x]) - qAlpha(image.pixel(x, y))));
                }
            }
            CHECK(most <= 8); // the painter counts in steps of its own
        }
    }
}

TEST_CASE("A picture of very many outlines whose edges meet takes no longer for it") {
    std::string inside;
    for (int i = 0; i < 15'000; ++i) {
        inside += "<path d='M0 0H20V20H0ZM0 0H20V20H0Z'/><path fill='none' stroke='red' stroke-width='9' "
                  "d='M0 0l2 1l-2 1l2 1'/>";
    }
    const auto art =
        art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>");
    REQUIRE(art);
    auto begun = std::clock();
    const PreparedArt prepared(*art, {0, 0, 0, 255}, 1);
    CHECK(prepared.weight() > 0);
    CHECK(secondsSince(begun) < 2 * test::kSlowness);
}

TEST_CASE("Outlines meant to take for ever are painted in bounded time") {
    auto begun = std::clock();
    (void)filled(scribble(15'000));

    (void)stroked(scribble(15'000), 40);

    std::string comb = "M0 0";
    for (int i = 0; i < 6'000; ++i) {
        comb += fmt::format("l0.01 {}", i % 2 ? -0.01 : 0.01);
    }
    (void)stroked(comb, 60);

    (void)filled(comb + "Z" + comb + "Z");
    CHECK(secondsSince(begun) < 4 * test::kSlowness);
    // Drawn by its coverage.
    auto art = art::readSvg("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'><path d='" +
                            scribble(test::kSlowness > 1 ? 20'000 : 150'000) + "'/></svg>");
    REQUIRE(art);
    CHECK(art->losses.empty());
    begun = std::clock();
    (void)QtRasteriser().png(std::make_shared<const art::Art>(std::move(*art)), 1000, 1000, {});

    CHECK(secondsSince(begun) < 8 * test::kSlowness);
}
