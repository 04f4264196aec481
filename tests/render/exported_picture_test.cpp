// SPDX-License-Identifier: MIT
#include "render/art/exported_picture.h"
#include "render/art/image_cache.h"

#include <QBuffer>
#include <QColorSpace>
#include <QImage>
#include <catch2/catch.hpp>

using namespace scaena;

namespace {

/// Left half red, right half blue.
QImage twoHalves(int width = 40, int height = 20) {
    QImage image(width, height, QImage::Format_RGB32);
    for (int y = 0; y < height; ++y) {
        for (int x = 0; x < width; ++x) {
            image.setPixel(x, y, x < width / 2 ? 0xFFFF0000 : 0xFF0000FF);
        }
    }
    return image;
}

std::shared_ptr<const std::string> written(const QImage& image, const char* format) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    REQUIRE(image.save(&buffer, format, 95));
    return std::make_shared<const std::string>(bytes.toStdString());
}

/// The JPEG with the EXIF note that it is to be turned a quarter to the right when it is shown.
std::shared_ptr<const std::string> turned(const std::string& jpeg) {
    const char exif[] = "\xFF\xE1\x00\x22"
                        "Exif\0\0MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0\x06\0\0\0\0\0\0";
    return std::make_shared<const std::string>(jpeg.substr(0, 2) + std::string(exif, 2 + 0x22) +
                                               jpeg.substr(2));
}

QImage decoded(const std::shared_ptr<const std::string>& bytes) {
    return QImage::fromData(QByteArray::fromStdString(*bytes));
}

}

TEST_CASE("A plain picture is exported byte for byte") {
    for (const char* format : {"PNG", "JPEG", "WEBP"}) {
        INFO(format);
        const auto bytes = written(twoHalves(), format);
        CHECK(render::exportedPicture(bytes) == bytes);
    }
}

TEST_CASE("A photograph that was taken upright is upright in every export, and has that size") {
    const auto bytes = turned(*written(twoHalves(), "JPEG"));
    CHECK(render::imageSize(*bytes, "a.jpg").value() == QSize(20, 40));
    const auto sound = render::exportedPicture(bytes);
    REQUIRE(sound);
    CHECK(sound != bytes);
    const QImage image = decoded(sound);
    CHECK(image.size() == QSize(20, 40));
    CHECK(qRed(image.pixel(10, 5)) > 200); // what was left is above
    CHECK(qBlue(image.pixel(10, 35)) > 200);
    CHECK(render::exportedPicture(sound) == sound);
}

TEST_CASE("Sixteen bits and other colour spaces become eight bits of sRGB, as the preview shows them") {
    const auto deep = written(twoHalves().convertToFormat(QImage::Format_RGBA64), "PNG");
    const auto sound = render::exportedPicture(deep);
    REQUIRE(sound);
    CHECK(sound != deep);
    CHECK(decoded(sound).depth() == 32);

    QImage wide = twoHalves();
    wide.setColorSpace(QColorSpace::DisplayP3);
    wide.fill(0xFF3C8C50);
    const auto other = render::exportedPicture(written(wide, "PNG"));
    REQUIRE(other);
    const QRgb seen = decoded(other).pixel(3, 3);
    CHECK(qGreen(seen) > 0x8C); // the same green lies further out in the smaller space
    CHECK(seen ==
          render::decodedImage(written(wide, "PNG")).convertToFormat(QImage::Format_RGB32).pixel(3, 3));
}

TEST_CASE("A damaged picture is written anew if it can be decoded, else left out: never copied as it is") {
    const auto png = *written(twoHalves(), "PNG");
    // A sum that is wrong in a note the decoder skips, as a careless tool leaves it.
    const std::string note("\0\0\0\x05tEXta\0bcd????", 17);
    const auto careless = std::make_shared<const std::string>(png.substr(0, 33) + note + png.substr(33));
    const auto sound = render::exportedPicture(careless);
    CHECK(sound != careless);
    CHECK((!sound || decoded(sound).size() == QSize(40, 20)));
    for (const auto& broken :
         {std::string("\x89PNG\r\n\x1a\n"), png.substr(0, png.size() / 2), std::string("\xFF\xD8\xFF no"),
          std::string("RIFF....WEBP no"), std::string(200, 'x')}) {
        const auto bytes = std::make_shared<const std::string>(broken);
        CHECK(render::exportedPicture(bytes) != bytes);
        const render::QtPictureReader reader;
        const auto kept = reader.exported(bytes);
        CHECK((kept == nullptr || *kept != broken || broken[0] == 'x'));
        CHECK(reader.exported(bytes) == kept); // asked again it says the same
    }
}
