// SPDX-License-Identifier: MIT
#include "core/art/path.h"

#include "core/base/number_text.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace scaena::art {

void Path::moveTo(Point p) {
    verbs.push_back(Verb::Move);
    points.push_back(p);
}

void Path::lineTo(Point p) {
    verbs.push_back(Verb::Line);
    points.push_back(p);
}

void Path::cubicTo(Point c1, Point c2, Point p) {
    verbs.push_back(Verb::Cubic);
    points.insert(points.end(), {c1, c2, p});
}

void Path::append(const Path& other) {
    verbs.insert(verbs.end(), other.verbs.begin(), other.verbs.end());
    points.insert(points.end(), other.points.begin(), other.points.end());
}

Path reversed(const Path& path) {
    Path out;
    std::size_t point = 0;
    std::vector<Point> points;
    std::vector<Path::Verb> verbs; // of the contour, after its beginning
    const auto finish = [&](bool closed) {
        if (points.empty()) {
            return;
        }
        out.moveTo(points.back());
        std::size_t at = points.size() - 1;
        for (auto verb = verbs.rbegin(); verb != verbs.rend(); ++verb) {
            if (*verb == Path::Verb::Line) {
                out.lineTo(points[at - 1]);
                at -= 1;
            } else {
                out.cubicTo(points[at - 1], points[at - 2], points[at - 3]);
                at -= 3;
            }
        }
        if (closed) {
            out.close();
        }
        points.clear();
        verbs.clear();
    };
    for (const auto verb : path.verbs) {
        if (verb == Path::Verb::Close) {
            finish(true);
            continue;
        }
        if (verb == Path::Verb::Move) {
            finish(false);
        } else {
            verbs.push_back(verb);
        }
        const std::size_t count = verb == Path::Verb::Cubic ? 3 : 1;
        points.insert(points.end(), path.points.begin() + static_cast<std::ptrdiff_t>(point),
                      path.points.begin() + static_cast<std::ptrdiff_t>(point + count));
        point += count;
    }
    finish(false);
    return out;
}

Path mapped(const Path& path, const Matrix& matrix) {
    Path out = path;
    for (auto& point : out.points) {
        point = matrix.map(point);
    }
    return out;
}

namespace {

class Extent {
public:
    void add(Point p) {
        m_low = {std::min(m_low.x, p.x), std::min(m_low.y, p.y)};
        m_high = {std::max(m_high.x, p.x), std::max(m_high.y, p.y)};
    }
    /// Adds the points where a cubic turns back in x or in y: roots of its derivative.
    void addCubic(Point a, Point b, Point c, Point d) {
        add(d);
        for (double root : turningPoints(a.x, b.x, c.x, d.x)) {
            add(at(a, b, c, d, root));
        }
        for (double root : turningPoints(a.y, b.y, c.y, d.y)) {
            add(at(a, b, c, d, root));
        }
    }
    [[nodiscard]] Rect rect() const { return {m_low.x, m_low.y, m_high.x - m_low.x, m_high.y - m_low.y}; }

private:
    static Point at(Point a, Point b, Point c, Point d, double t) {
        const double r = 1 - t;
        const auto mix = [&](double w, double x, double y, double z) {
            return r * r * r * w + 3 * r * r * t * x + 3 * r * t * t * y + t * t * t * z;
        };
        return {mix(a.x, b.x, c.x, d.x), mix(a.y, b.y, c.y, d.y)};
    }
    static std::vector<double> turningPoints(double a, double b, double c, double d) {
        const double qa = -a + 3 * b - 3 * c + d;
        const double qb = 2 * (a - 2 * b + c);
        const double qc = b - a;
        std::vector<double> roots;
        if (std::abs(qa) < 1e-12) {
            if (std::abs(qb) > 1e-12) {
                roots.push_back(-qc / qb);
            }
        } else if (const double disc = qb * qb - 4 * qa * qc; disc >= 0) {
            roots = {(-qb + std::sqrt(disc)) / (2 * qa), (-qb - std::sqrt(disc)) / (2 * qa)};
        }
        std::erase_if(roots, [](double t) { return t <= 0 || t >= 1; });
        return roots;
    }

    Point m_low{1e300, 1e300};
    Point m_high{-1e300, -1e300};
};

double angleBetween(Point u, Point v) { return std::atan2(u.x * v.y - u.y * v.x, u.x * v.x + u.y * v.y); }

}

Rect bounds(const Path& path) {
    if (path.points.empty()) {
        return {};
    }
    Extent extent;
    std::size_t at = 0;
    Point now = path.points.front();
    for (const auto verb : path.verbs) {
        if (verb == Path::Verb::Cubic) {
            extent.addCubic(now, path.points[at], path.points[at + 1], path.points[at + 2]);
            at += 3;
        } else if (verb != Path::Verb::Close) {
            extent.add(path.points[at++]);
        }
        now = at > 0 ? path.points[at - 1] : now;
    }
    return extent.rect();
}

std::string toText(const Path& path, int digits) {
    std::string out;
    std::size_t at = 0;
    const auto put = [&] {
        appendNumber(out, path.points[at].x, digits);
        out += ',';
        appendNumber(out, path.points[at].y, digits);
        ++at;
    };
    for (const auto verb : path.verbs) {
        switch (verb) {
        case Path::Verb::Move:
        case Path::Verb::Line:
            out += verb == Path::Verb::Move ? 'M' : 'L';
            put();
            break;
        case Path::Verb::Cubic:
            out += 'C';
            put();
            out += ' ';
            put();
            out += ' ';
            put();
            break;
        case Path::Verb::Close:
            out += 'Z';
            break;
        }
    }
    return out;
}

void arcTo(Path& path, Point from, double rx, double ry, double xRotation, bool large, bool sweep, Point to) {
    rx = std::abs(rx);
    ry = std::abs(ry);
    if (from == to) {
        return;
    }
    if (rx < 1e-12 || ry < 1e-12) {
        path.lineTo(to);
        return;
    }
    const Matrix turn = Matrix::rotation(xRotation);
    const Matrix back = Matrix::rotation(-xRotation);
    const Point half = back.map({(from.x - to.x) / 2, (from.y - to.y) / 2});
    const double reach = half.x * half.x / (rx * rx) + half.y * half.y / (ry * ry);
    if (reach > 1) { // radii too small to span the points are scaled up (SVG 2 §B.2.5)
        rx *= std::sqrt(reach);
        ry *= std::sqrt(reach);
    }
    const double x2 = half.x * half.x;
    const double y2 = half.y * half.y;
    const double below = rx * rx * y2 + ry * ry * x2;
    const double root =
        std::sqrt(std::max(0.0, (rx * rx * ry * ry - below) / below)) * (large == sweep ? -1 : 1);
    const Point c = {root * rx * half.y / ry, -root * ry * half.x / rx};
    const Point middle = turn.map(c);
    const Point centre = {middle.x + (from.x + to.x) / 2, middle.y + (from.y + to.y) / 2};
    const Point u = {(half.x - c.x) / rx, (half.y - c.y) / ry};
    const Point v = {(-half.x - c.x) / rx, (-half.y - c.y) / ry};
    const double start = angleBetween({1, 0}, u);
    double span = angleBetween(u, v);
    if (!sweep && span > 0) {
        span -= 2 * std::numbers::pi;
    } else if (sweep && span < 0) {
        span += 2 * std::numbers::pi;
    }
    const int pieces =
        std::max(1, static_cast<int>(std::ceil(std::abs(span) / (std::numbers::pi / 2) - 1e-9)));
    const double step = span / pieces;
    const double handle = 4.0 / 3 * std::tan(step / 4);
    const auto place = [&](double x, double y) {
        const Point p = turn.map({x * rx, y * ry});
        return Point{p.x + centre.x, p.y + centre.y};
    };
    for (int i = 0; i < pieces; ++i) {
        const double a = start + i * step;
        const double b = a + step;
        const Point end = i + 1 == pieces ? to : place(std::cos(b), std::sin(b));
        path.cubicTo(place(std::cos(a) - handle * std::sin(a), std::sin(a) + handle * std::cos(a)),
                     place(std::cos(b) + handle * std::sin(b), std::sin(b) - handle * std::cos(b)), end);
    }
}

Path ellipsePath(Point centre, double rx, double ry) {
    Path path;
    const Point right{centre.x + rx, centre.y};
    const Point left{centre.x - rx, centre.y};
    path.moveTo(right);
    arcTo(path, right, rx, ry, 0, false, true, left);
    arcTo(path, left, rx, ry, 0, false, true, right);
    path.close();
    return path;
}

Path rectPath(const Rect& r, double rx, double ry) {
    Path path;
    rx = std::min(rx, r.width / 2);
    ry = std::min(ry, r.height / 2);
    if (rx <= 0 || ry <= 0) {
        path.moveTo({r.x, r.y});
        path.lineTo({r.right(), r.y});
        path.lineTo({r.right(), r.bottom()});
        path.lineTo({r.x, r.bottom()});
        path.close();
        return path;
    }
    const auto corner = [&](Point from, Point to) { arcTo(path, from, rx, ry, 0, false, true, to); };
    path.moveTo({r.x + rx, r.y});
    path.lineTo({r.right() - rx, r.y});
    corner({r.right() - rx, r.y}, {r.right(), r.y + ry});
    path.lineTo({r.right(), r.bottom() - ry});
    corner({r.right(), r.bottom() - ry}, {r.right() - rx, r.bottom()});
    path.lineTo({r.x + rx, r.bottom()});
    corner({r.x + rx, r.bottom()}, {r.x, r.bottom() - ry});
    path.lineTo({r.x, r.y + ry});
    corner({r.x, r.y + ry}, {r.x + rx, r.y});
    path.close();
    return path;
}

}
