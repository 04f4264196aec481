// SPDX-License-Identifier: MIT
#include "render/art/clip_painter.h"
#include "render/art/clip_pictures.h"
#include "render/base/helper_process.h"

#include <atomic>
#include <catch2/catch.hpp>
#include <csignal>
#include <unistd.h>

using namespace scaena;

namespace {

/// A red square in the middle of a hundred by a hundred.
const std::string kClip =
    R"({"v": "5.5.0", "w": 100, "h": 100, "fr": 30, "ip": 0, "op": 30, "layers": [{"ty": 4, "ip": 0, "op": 30, "st": 0,
    "ks": {"o": {"a": 0, "k": 100}, "r": {"a": 0, "k": 0}, "p": {"a": 0, "k": [50, 50]}, "a": {"a": 0, "k": [0, 0]},
    "s": {"a": 0, "k": [100, 100]}}, "shapes": [{"ty": "rc", "p": {"a": 0, "k": [0, 0]}, "s": {"a": 0, "k": [40, 40]},
    "r": {"a": 0, "k": 0}}, {"ty": "fl", "c": {"a": 0, "k": [1, 0, 0, 1]}, "o": {"a": 0, "k": 100}}]}]})";

}

TEST_CASE("A clip is drawn by a process of its own") {
    const auto painter = render::ClipPainter::start(kClip);
    REQUIRE(painter);
    CHECK(painter->frames() >= 29);
    CHECK(painter->process() != ::getpid());
    const QImage image = painter->paint(3, {50, 50});
    CHECK(image.pixelColor(25, 25) == QColor(Qt::red));
    CHECK(image.pixelColor(2, 2).alpha() == 0);
    CHECK(painter->paint(1'000'000, {1, 1}).size() == QSize(1, 1));
}

TEST_CASE("What is no clip to the one that draws is none") {
    CHECK_FALSE(render::ClipPainter::start(""));
    CHECK_FALSE(render::ClipPainter::start("{}"));
    CHECK_FALSE(render::ClipPainter::start(std::string(100'000, '[')));
}

TEST_CASE("When that process dies of a clip, it is told once, crosses stand for its frames, and everything "
          "goes on") {
    const auto bytes = std::make_shared<const std::string>(kClip);
    const auto clip = render::ClipPictures::make(bytes);
    REQUIRE(clip);
    std::atomic<int> told = 0;
    render::HelperProcess::tellDeaths([&] { ++told; });
    CHECK(clip->at(0, {60, 60}).pixelColor(30, 30) == QColor(Qt::red));
    ::kill(clip->process(), SIGKILL);
    for (int i = 1; i < 5; ++i) {
        const QImage cross = clip->at(i * 100, {60, 60});
        CHECK(cross.pixelColor(30, 30).alpha() > 150);
        CHECK(cross.pixelColor(30, 30).red() > 150);
        CHECK(cross.pixelColor(30, 30).green() < 90);
        CHECK(cross.pixelColor(30, 15).alpha() == 0);
    }
    CHECK(told == 1);
    render::HelperProcess::tellDeaths({});
    CHECK(render::ClipPictures::make(bytes)->at(0, {60, 60}).pixelColor(30, 30) == QColor(Qt::red));
}
