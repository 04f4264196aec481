// SPDX-License-Identifier: MIT
#include "render/art/prepared_art.h"

#include <QImage>
#include <QPainter>
#include <barrier>
#include <catch2/catch.hpp>
#include <thread>

using namespace scaena;

namespace {

/// Many contours, so that working out their bounds takes long enough to be met half done.
art::Art manyContours() {
    art::Art art;
    art.viewBox = {0, 0, 100, 100};
    art::Group clipped;
    art::Shape shape;
    for (int i = 0; i < 400; ++i) {
        const double x = (i * 37) % 90, y = (i * 53) % 90;
        const auto square = art::rectPath({x, y, 6, 6}, 1, 1);
        shape.path.append(square);
    }
    shape.fill = Colour{20, 80, 60, 255};
    clipped.clips.push_back({art::ellipsePath({50, 50}, 48, 48), art::FillRule::NonZero});
    clipped.children.emplace_back(std::move(shape));
    art.root.children.emplace_back(std::make_unique<art::Group>(std::move(clipped)));
    return art;
}

QImage paintedWith(const render::PreparedArt& art) {
    QImage image(100, 100, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::white);
    QPainter painter(&image);
    art.paint(painter, {});
    painter.end();
    return image;
}

}

TEST_CASE("A drawing that several threads paint for the first time together is whole in each") {
    const auto art = manyContours();
    constexpr int kThreads = 4;
    QImage expected;
    for (int round = 0; round < 150; ++round) {
        const render::PreparedArt prepared(art, {}, 1); // a fresh one, painted by nobody yet
        std::barrier together(kThreads);
        std::vector<QImage> images(kThreads);
        std::vector<std::thread> threads;
        for (auto& image : images) {
            threads.emplace_back([&] {
                together.arrive_and_wait();
                image = paintedWith(prepared);
            });
        }
        for (auto& thread : threads) {
            thread.join();
        }
        expected = expected.isNull() ? paintedWith(prepared) : expected;
        for (const auto& image : images) {
            REQUIRE(image == expected);
        }
    }
}
