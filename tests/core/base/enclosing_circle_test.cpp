// SPDX-License-Identifier: MIT
#include "core/base/enclosing_circle.h"

#include <catch2/catch.hpp>
#include <random>

using namespace scaena;

namespace {

double farthest(const std::vector<Point>& points, Point from) {
    double far = 0;
    for (const auto& p : points) {
        far = std::max(far, std::hypot(p.x - from.x, p.y - from.y));
    }
    return far;
}

}

TEST_CASE("The smallest circle around points holds them all, and no circle near it is smaller") {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> place(-100, 100);
    for (int round = 0; round < 60; ++round) {
        std::vector<Point> points(static_cast<std::size_t>(1 + round % 40));
        for (auto& p : points) {
            p = {place(random), place(random)};
        }
        const auto circle = enclosingCircle(points);
        CHECK(farthest(points, circle.centre) <= circle.radius + 1e-6);
        for (int way = 0; way < 16; ++way) { // its radius is convex in its middle: no neighbour is better
            const double angle = way * 3.14159265 / 8;
            const Point beside{circle.centre.x + 0.5 * std::cos(angle),
                               circle.centre.y + 0.5 * std::sin(angle)};
            CHECK(farthest(points, beside) >= circle.radius - 1e-9);
        }
    }
}

TEST_CASE("Circles around nothing, one point, and points on one line") {
    CHECK(enclosingCircle({}).radius == 0);
    CHECK(enclosingCircle({{3, 4}}).radius == 0);
    CHECK(enclosingCircle({{3, 4}}).centre == Point{3, 4});
    const auto line = enclosingCircle({{0, 0}, {2, 0}, {10, 0}, {4, 0}});
    CHECK(line.radius == Approx(5));
    CHECK(line.centre.x == Approx(5));
    const auto square = enclosingCircle({{0, 0}, {2, 0}, {2, 2}, {0, 2}, {1, 1}});
    CHECK(square.radius == Approx(std::sqrt(2)));
}
