// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"
#include "core/start/use_files.h"
#include "core/valid/validate.h"
#include "render/art/clip_pictures.h"
#include "render/art/decoder.h"
#include "support/builders.h"
#include "support/files_of_repository.h"

#include <QBuffer>
#include <QImage>
#include <catch2/catch.hpp>
#include <zip.h>
#include <zlib.h>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A GIF of one pixel: red for 200 ms, blue for 50 ms, red for ever so long.
std::string gif() {
    std::string bytes("GIF89a\x01\0\x01\0\x80\0\0\xFF\0\0\0\0\xFF", 19);
    const auto frame = [&](int hundredths, bool blue) {
        bytes += std::string("\x21\xF9\x04\0", 4) + static_cast<char>(hundredths) + std::string(3, '\0');
        bytes += std::string("\x2C\0\0\0\0\x01\0\x01\0\0\x02\x02", 12) + (blue ? '\x4C' : '\x44') +
                 std::string("\x01\0", 2);
    };
    frame(20, false);
    frame(5, true);
    frame(100, false);
    return bytes + ";";
}

std::string four(unsigned value) {
    std::string bytes;
    for (int shift = 24; shift >= 0; shift -= 8) {
        bytes += static_cast<char>(value >> shift & 0xFF);
    }
    return bytes;
}

std::string chunk(const std::string& type, const std::string& data) {
    const auto body = type + data;
    return four(static_cast<unsigned>(data.size())) + body +
           four(static_cast<unsigned>(
               ::crc32(0, reinterpret_cast<const Bytef*>(body.data()), static_cast<uInt>(body.size()))));
}

/// Of a picture of one colour the chunk's contents of that type.
std::string chunkOfPng(int side, QColor colour, const std::string& type) {
    QImage image(side, side, QImage::Format_ARGB32);
    image.fill(colour);
    QByteArray out;
    QBuffer buffer(&out);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    const auto png = out.toStdString();
    const auto at = png.find(type);
    const auto* length = reinterpret_cast<const unsigned char*>(png.data() + at - 4);
    return png.substr(at + 4, static_cast<std::size_t>(length[2] << 8 | length[3]));
}

std::string control(unsigned number, int side, int at, int millis, char dispose, char blend) {
    const auto two = [](int value) { return four(static_cast<unsigned>(value)).substr(2); };
    return four(number) + four(static_cast<unsigned>(side)) + four(static_cast<unsigned>(side)) +
           four(static_cast<unsigned>(at)) + four(static_cast<unsigned>(at)) + two(millis) + two(1000) +
           dispose + blend;
}

/// 4 pixels a side: red for 200 ms; then a blue square of 2 in its middle for 60 ms, which is cleared again;
/// then half a green laid over all of it.
std::string movingPng() {
    std::string png = "\x89PNG\r\n\x1a\n" + chunk("IHDR", chunkOfPng(4, Qt::red, "IHDR")) +
                      chunk("acTL", four(3) + four(0)) + chunk("fcTL", control(0, 4, 0, 200, 0, 0)) +
                      chunk("IDAT", chunkOfPng(4, Qt::red, "IDAT")) +
                      chunk("fcTL", control(1, 2, 1, 60, 1, 0)) +
                      chunk("fdAT", four(2) + chunkOfPng(2, Qt::blue, "IDAT")) +
                      chunk("fcTL", control(3, 4, 0, 100, 0, 1)) +
                      chunk("fdAT", four(4) + chunkOfPng(4, QColor(0, 255, 0, 128), "IDAT"));
    return png + chunk("IEND", {});
}

/// A zip archive of these files.
std::string zipped(const std::vector<std::pair<std::string, std::string>>& files) {
    const TemporaryFolder folder;
    const auto path = (folder.path() / "made.zip").string();
    auto* zip = zip_open(path.c_str(), ZIP_CREATE, nullptr);
    for (const auto& [name, bytes] : files) {
        zip_file_add(zip, name.c_str(), zip_source_buffer(zip, bytes.data(), bytes.size(), 0), 0);
    }
    REQUIRE(zip_close(zip) == 0);
    return readWhole(path);
}

/// A clip of one picture that stands for half a second.
std::string clipOf(const std::string& picture) {
    return R"({"v":"5.7.0","fr":20,"ip":0,"op":10,"w":4,"h":4,"assets":[{"id":"a","w":4,"h":4,"u":"/images/","p":")" +
           picture +
           R"(","e":0}],"layers":[{"ty":2,"ind":1,"refId":"a","ip":0,"op":10,"st":0,"sr":1,"ks":{}}]})";
}

start::DroppedFile dropped(const std::string& name, const std::string& bytes) {
    MemoryFiles files;
    files.contents["/x/" + name] = bytes;
    return start::readDropped(files, "/x/" + name, render::QtDecoder());
}

std::string saidOf(const Problems& problems) {
    std::string all;
    for (const auto& it : problems) {
        all += it.text() + "\n";
    }
    return all;
}

}

TEST_CASE("A moving picture becomes a clip of its frames, each with its own time") {
    MemoryFiles files;
    files.contents["/x/wink.gif"] = gif();
    const auto file = start::readDropped(files, "/x/wink.gif", render::QtDecoder());
    INFO((file.problems.empty() ? std::string() : file.problems.front().text()));
    REQUIRE(file.problems.empty());
    CHECK(file.kind == start::SourceKind::Clip);
    CHECK(file.path == "clips/wink.json");
    CHECK(file.length == 1250);
    const auto info = art::readClip(file.bytes);
    REQUIRE(info);
    CHECK(info->losses.empty());
    const auto clip = render::ClipPictures::make(std::make_shared<const std::string>(file.bytes));
    REQUIRE(clip);
    const auto colourAt = [&](double millis) { return clip->at(millis, {8, 8}).pixelColor(4, 4); };
    CHECK(colourAt(50).red() > 200);
    CHECK(colourAt(50).blue() < 60);
    CHECK(colourAt(225).blue() > 200);
    CHECK(colourAt(225).red() < 60);
    CHECK(colourAt(600).red() > 200);

    start::FileUse use;
    use.keep = [](const std::string& path, const std::string&) { return path; };
    const auto used = start::useFiles(aSequence().withBeat(play("arrive", 800)).build(), {file}, {}, use);
    CHECK(valid::problemsOf(used.sequence).empty());
    CHECK(model::findThing(used.sequence.layers, used.made.front())->as<model::ClipContent>());
}

TEST_CASE("A picture that stands still stays one") {
    MemoryFiles files;
    files.contents["/x/still.gif"] = gif().substr(0, 19 + 8 + 15) + ";";
    const auto file = start::readDropped(files, "/x/still.gif", render::QtDecoder());
    REQUIRE(file.problems.empty());
    CHECK(file.kind == start::SourceKind::Raster);
}

TEST_CASE("A moving PNG becomes a clip of its frames as they stand on its canvas") {
    const auto file = dropped("wink.png", movingPng());
    INFO(saidOf(file.problems));
    REQUIRE(file.problems.empty());
    CHECK(file.kind == start::SourceKind::Clip);
    CHECK(file.length == 360);
    std::vector<QColor> middle, corner;
    std::vector<int> lengths;
    const auto frames = render::QtDecoder().frames(movingPng(), "wink.png");
    REQUIRE(frames);
    REQUIRE(frames->size() == 3);
    for (const auto& frame : *frames) {
        const auto image = QImage::fromData(QByteArray::fromStdString(frame.png));
        middle.push_back(image.pixelColor(2, 2));
        corner.push_back(image.pixelColor(0, 0));
        lengths.push_back(frame.length);
    }
    CHECK(lengths == std::vector<int>{200, 60, 100});
    CHECK(middle[0] == QColor(Qt::red));
    CHECK(middle[1] == QColor(Qt::blue));
    CHECK(corner[1] == QColor(Qt::red));
    CHECK(middle[2].alpha() == 128); // the square was cleared, then half covered
    CHECK(corner[2].green() == 128);
    CHECK(corner[2].red() == 127);
    // One that stands still is a picture, a broken one is told.
    CHECK(render::QtDecoder()
              .frames(readWhole(repository() / "docs/screenshots/welcome.png"), "a.png")
              ->empty());
    auto broken = movingPng();
    broken.replace(broken.find("fdAT") + 8, 12, "000000000000");
    CHECK(saidOf(dropped("broken.png", broken).problems).find("one of its frames") != std::string::npos);
}

TEST_CASE("A clip packed as a zip archive comes in with its pictures, the one its manifest names first") {
    const auto picture = "\x89PNG\r\n\x1a\n" + chunk("IHDR", chunkOfPng(4, Qt::red, "IHDR")) +
                         chunk("IDAT", chunkOfPng(4, Qt::red, "IDAT")) + chunk("IEND", {});
    const auto file =
        dropped("hello.lottie", zipped({{"animations/other.json", clipOf("none.png")},
                                        {"animations/main.json", clipOf("red.png")},
                                        {"images/red.png", picture},
                                        {"manifest.json", R"({"animations":[{"id":"main"}]})"}}));
    INFO(saidOf(file.problems));
    REQUIRE(file.problems.empty());
    CHECK(file.kind == start::SourceKind::Clip);
    CHECK(file.path == "clips/hello.json");
    CHECK(file.length == 500);
    CHECK(saidOf(file.warnings).find("“animations/other.json” is left out") != std::string::npos);
    const auto clip = render::ClipPictures::make(std::make_shared<const std::string>(file.bytes));
    REQUIRE(clip);
    CHECK(clip->at(100, {8, 8}).pixelColor(4, 4).red() > 200);

    const auto without = dropped("hello.zip", zipped({{"a/x.json", clipOf("gone.png")}}));
    CHECK(without.problems.empty());
    CHECK(saidOf(without.warnings).find("no picture “gone.png”") != std::string::npos);
    CHECK(saidOf(dropped("empty.zip", zipped({{"readme.txt", "hello"}})).problems).find("without a clip") !=
          std::string::npos);
    CHECK(saidOf(dropped("cut.zip", "PK\3\4 and nothing").problems).find("broken archive") !=
          std::string::npos);
}
