// SPDX-License-Identifier: MIT
#include "core/base/enclosing_circle.h"

#include <algorithm>
#include <random>

namespace scaena {

namespace {

constexpr double kSlack = 1e-9;

bool holds(const Circle& circle, Point p) {
    return std::hypot(p.x - circle.centre.x, p.y - circle.centre.y) <= circle.radius * (1 + kSlack) + kSlack;
}

Circle through(Point a, Point b) {
    return {{(a.x + b.x) / 2, (a.y + b.y) / 2}, std::hypot(a.x - b.x, a.y - b.y) / 2};
}

Circle through(Point a, Point b, Point c) {
    const double bx = b.x - a.x, by = b.y - a.y, cx = c.x - a.x, cy = c.y - a.y;
    const double area = 2 * (bx * cy - by * cx);
    if (std::abs(area) < kSlack) { // on one line: the two farthest decide
        const Circle all[] = {through(a, b), through(a, c), through(b, c)};
        return *std::max_element(std::begin(all), std::end(all),
                                 [](const auto& l, const auto& r) { return l.radius < r.radius; });
    }
    const double b2 = bx * bx + by * by, c2 = cx * cx + cy * cy;
    const Point middle{(cy * b2 - by * c2) / area, (bx * c2 - cx * b2) / area};
    return {{a.x + middle.x, a.y + middle.y}, std::hypot(middle.x, middle.y)};
}

}

Circle enclosingCircle(std::vector<Point> points) {
    std::shuffle(points.begin(), points.end(), std::minstd_rand(1));
    Circle circle;
    for (std::size_t i = 0; i < points.size(); ++i) {
        if (i > 0 && holds(circle, points[i])) {
            continue;
        }
        circle = {points[i], 0};
        for (std::size_t j = 0; j < i; ++j) {
            if (holds(circle, points[j])) {
                continue;
            }
            circle = through(points[i], points[j]);
            for (std::size_t k = 0; k < j; ++k) {
                if (!holds(circle, points[k])) {
                    circle = through(points[i], points[j], points[k]);
                }
            }
        }
    }
    return circle;
}

}
