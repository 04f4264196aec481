// SPDX-License-Identifier: MIT
#include "render/png/png_writer.h"

#include <QPainter>
#include <catch2/catch.hpp>
#include <random>

using namespace scaena;
using render::PngWriter;

namespace {

QImage read(const std::string& png) { return QImage::fromData(QByteArray::fromStdString(png), "PNG"); }

/// Flat areas, runs of alike rows, noise and half transparent edges, as launch pictures have them.
QImage picture(unsigned seed, QImage::Format format) {
    std::mt19937 random(seed);
    const auto upTo = [&](int most) { return std::uniform_int_distribution<int>(1, most)(random); };
    QImage image(upTo(300), upTo(400), format);
    image.fill(format == QImage::Format_RGB32 ? QColor(upTo(255), 40, 90) : QColor(0, 0, 0, 0));
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    for (int i = upTo(6); i > 0; --i) {
        painter.setBrush(QColor(upTo(255), upTo(255), upTo(255), upTo(255)));
        painter.drawEllipse(upTo(300) - 20, upTo(400) - 20, upTo(90), upTo(90));
    }
    painter.end();
    for (int i = upTo(400); i > 1; --i) {
        image.setPixelColor(upTo(image.width()) - 1, upTo(image.height()) - 1, QColor(upTo(255), 9, 200));
    }
    return image;
}

}

TEST_CASE("A picture written as PNG reads back the same, whatever its rows are like") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        const auto format = seed % 2 ? QImage::Format_RGB32 : QImage::Format_ARGB32_Premultiplied;
        const QImage image = picture(seed, format);
        const QImage back = read(render::pngOf(image));
        REQUIRE(back.size() == image.size());
        // Premultiplied colours lose bits when they are taken apart.
        bool same = true;
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QRgb pixel = image.pixel(x, y);
                const bool whole = format == QImage::Format_RGB32;
                same = same && back.pixel(x, y) == (whole ? pixel : qUnpremultiply(pixel));
            }
        }
        CHECK(same);
        CHECK(back.hasAlphaChannel() == image.hasAlphaChannel());
    }
}

TEST_CASE("Bands, and parts beside which each row is of one colour, make the same picture as the whole") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        INFO("seed " << seed);
        QImage image = picture(seed, QImage::Format_RGB32);
        const int left = image.width() / 4;
        const int wide = std::max(1, image.width() / 2);
        const int change = 1 + static_cast<int>(seed % 9);
        for (int y = 0; y < image.height(); ++y) {
            auto* row = reinterpret_cast<QRgb*>(image.scanLine(y));
            const QRgb colour = qRgb(y / change % 256, 60, 255 - y / change % 256);
            for (int x = 0; x < image.width(); ++x) {
                row[x] = x < left || x >= left + wide ? colour : row[x];
            }
        }
        PngWriter writer(image.width(), image.height(), PngWriter::Channels::Rgb);
        const int beside = left > 0 ? 0 : std::min(left + wide, image.width() - 1);
        for (int top = 0; top < image.height(); top += 48) {
            const int high = std::min(48, image.height() - top);
            const QImage part = image.copy(left, top, wide, high);
            writer.add(part, left, image.copy(beside, top, 1, high));
        }
        CHECK(read(writer.finished()).convertToFormat(QImage::Format_RGB32) == image);
    }
}

TEST_CASE("Parts that come, go and move beside one colour make the same picture as the whole") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        INFO("seed " << seed);
        std::mt19937 random(seed);
        const auto upTo = [&](int most) { return std::uniform_int_distribution<int>(0, most)(random); };
        QImage image(200, 300, QImage::Format_RGB32);
        PngWriter writer(image.width(), image.height(), PngWriter::Channels::Rgb);
        for (int top = 0; top < image.height();) {
            const int rows = std::min(1 + upTo(30), image.height() - top);
            const int left = upTo(199), width = upTo(2) == 0 ? 0 : 1 + upTo(199 - left);
            const bool whole = upTo(5) == 0;
            QImage band(image.width(), rows, image.format());
            QImage beside(1, rows, image.format());
            for (int y = 0; y < rows; ++y) {
                const QRgb colour = qRgb(upTo(3) * 9, 60, 80);
                beside.setPixel(0, y, colour);
                for (int x = 0; x < image.width(); ++x) {
                    const bool inside = whole || (x >= left && x < left + width);
                    band.setPixel(x, y, inside && upTo(3) > 0 ? qRgb(200, upTo(1) * 7, upTo(255)) : colour);
                }
            }
            if (whole) {
                writer.add(band);
            } else {
                writer.add(width > 0 ? band.copy(left, 0, width, rows) : QImage(), left, beside);
            }
            QPainter(&image).drawImage(0, top, band);
            top += rows;
        }
        CHECK(read(writer.finished()).convertToFormat(QImage::Format_RGB32) == image);
    }
}

TEST_CASE("Large flat pictures become small files") {
    QImage image(1290, 2796, QImage::Format_RGB32);
    image.fill(QColor(91, 74, 124));
    const auto flat = render::pngOf(image);
    CHECK(flat.size() < 20000);
    CHECK(read(flat).pixelColor(1289, 2795) == QColor(91, 74, 124));
}
