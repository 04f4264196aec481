// SPDX-License-Identifier: MIT
#include "core/art/svg_strokes.h"

#include <cmath>

namespace scaena::art {

namespace {

double gapOf(Point a, Point b) { return std::hypot(b.x - a.x, b.y - a.y); }

/// By halves until chord and handles agree.
double cubicLength(Point a, Point b, Point c, Point d, int depth) {
    const double chord = gapOf(a, d);
    const double way = gapOf(a, b) + gapOf(b, c) + gapOf(c, d);
    if (depth >= 10 || way - chord <= 1e-4 * way) {
        return (chord + way) / 2;
    }
    const auto middle = [](Point p, Point q) { return Point{(p.x + q.x) / 2, (p.y + q.y) / 2}; };
    const Point ab = middle(a, b), bc = middle(b, c), cd = middle(c, d);
    const Point left = middle(ab, bc), right = middle(bc, cd), half = middle(left, right);
    return cubicLength(a, ab, left, half, depth + 1) + cubicLength(half, right, cd, d, depth + 1);
}

/// Each contour's points, and whether it draws anything beyond being begun.
template <class Use>
void eachContour(const Path& path, Use use) {
    std::size_t point = 0, from = 0;
    bool drawn = false;
    const auto end = [&](std::size_t to) {
        if (drawn && to > from) {
            use(from, to);
        }
        drawn = false;
    };
    for (const auto verb : path.verbs) {
        if (verb == Path::Verb::Move) {
            end(point);
            from = point;
        }
        drawn = drawn || verb != Path::Verb::Move;
        point += verb == Path::Verb::Close ? 0 : verb == Path::Verb::Cubic ? 3 : 1;
    }
    end(point);
}

}

double lengthOf(const Path& path) {
    double length = 0;
    Point start, at;
    std::size_t i = 0;
    for (const auto verb : path.verbs) {
        switch (verb) {
        case Path::Verb::Move:
            start = at = path.points[i++];
            break;
        case Path::Verb::Line:
            length += gapOf(at, path.points[i]);
            at = path.points[i++];
            break;
        case Path::Verb::Cubic:
            length += cubicLength(at, path.points[i], path.points[i + 1], path.points[i + 2], 0);
            at = path.points[i + 2];
            i += 3;
            break;
        case Path::Verb::Close:
            length += gapOf(at, start);
            at = start;
            break;
        }
    }
    return length;
}

Path dotsOf(const Path& path, const Stroke& stroke) {
    Path dots;
    if (stroke.cap == Cap::Butt || stroke.width <= 0) {
        return dots;
    }
    const double reach = stroke.width / 2;
    eachContour(path, [&](std::size_t from, std::size_t to) {
        const Point at = path.points[from];
        for (auto i = from; i < to; ++i) {
            if (!(path.points[i] == at)) {
                return;
            }
        }
        dots.append(stroke.cap == Cap::Round
                        ? ellipsePath(at, reach, reach)
                        : rectPath({at.x - reach, at.y - reach, 2 * reach, 2 * reach}, 0, 0));
    });
    return dots;
}

void giveDotsLength(Stroke& stroke) {
    if (stroke.cap == Cap::Butt) {
        return;
    }
    for (std::size_t i = 0; i < stroke.dashes.size(); i += 2) {
        const double more = std::max(0.0, stroke.width * 1e-3 - stroke.dashes[i]);
        stroke.dashes[i] += more;
        if (i + 1 < stroke.dashes.size()) { // or the next would come later, and the last much later
            stroke.dashes[i + 1] = std::max(0.0, stroke.dashes[i + 1] - more);
        }
    }
}

}
