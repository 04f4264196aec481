// SPDX-License-Identifier: MIT
#include "core/art/trim_path.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace scaena::art {

namespace {

double distance(Point a, Point b) { return std::hypot(b.x - a.x, b.y - a.y); }
Point between(Point a, Point b, double t) { return {a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t}; }

/// A line or a curve; a line's handles lie on it.
using Piece = std::array<Point, 4>;

/// The part of a curve up to `t`, and what is left (de Casteljau).
std::pair<Piece, Piece> split(const Piece& p, double t) {
    const Point a = between(p[0], p[1], t), b = between(p[1], p[2], t), c = between(p[2], p[3], t);
    const Point d = between(a, b, t), e = between(b, c, t), f = between(d, e, t);
    return {{p[0], a, d, f}, {f, e, c, p[3]}};
}

constexpr int kSteps = 64;
using Lengths = std::array<double, kSteps + 1>;

/// How long the piece is up to each step.
Lengths lengthsOf(const Piece& piece) {
    Lengths lengths{};
    Point last = piece[0];
    for (std::size_t i = 1; i < lengths.size(); ++i) {
        const Point at = split(piece, static_cast<double>(i) / kSteps).first[3];
        lengths[i] = lengths[i - 1] + distance(last, at);
        last = at;
    }
    return lengths;
}

/// Where on the curve that length is reached.
double at(const Lengths& lengths, double length) {
    const auto next = std::lower_bound(lengths.begin() + 1, lengths.end() - 1, length);
    const double before = *(next - 1), step = *next - before;
    const double part = step > 0 ? std::clamp((length - before) / step, 0.0, 1.0) : 0;
    return (static_cast<double>(next - lengths.begin() - 1) + part) / kSteps;
}

struct Measured {
    explicit Measured(const Piece& it) : piece(it), length(lengthsOf(it).back()) {}
    /// The part between two lengths.
    [[nodiscard]] Piece part(double from, double to) const {
        const auto lengths = lengthsOf(piece);
        const double a = at(lengths, from), b = at(lengths, to);
        const Piece rest = split(piece, a).second;
        return split(rest, a < 1 ? (b - a) / (1 - a) : 0).first;
    }
    Piece piece;
    double length;
};

/// The first contour; a closed one with the line that closes it.
std::vector<Measured> firstContour(const Path& path) {
    std::vector<Measured> pieces;
    Point at, first;
    const auto line = [&](Point to) {
        pieces.emplace_back(Piece{at, between(at, to, 1.0 / 3), between(at, to, 2.0 / 3), to});
    };
    std::size_t point = 0;
    for (const auto verb : path.verbs) {
        if (verb == Path::Verb::Move) {
            if (!pieces.empty()) {
                break;
            }
            first = path.points[point++];
            at = first;
        } else if (verb == Path::Verb::Line) {
            line(path.points[point]);
            at = path.points[point++];
        } else if (verb == Path::Verb::Cubic) {
            pieces.emplace_back(
                Piece{at, path.points[point], path.points[point + 1], path.points[point + 2]});
            at = path.points[point + 2];
            point += 3;
        } else {
            line(first);
            break;
        }
    }
    return pieces;
}

void addPart(const std::vector<Measured>& contour, double from, double to, Path& out) {
    double done = 0;
    bool isBegun = false;
    for (const auto& it : contour) {
        const double begin = std::max(0.0, from - done), end = std::min(it.length, to - done);
        done += it.length;
        if (end <= begin) {
            continue;
        }
        const auto piece = it.part(begin, end);
        if (!std::exchange(isBegun, true)) {
            out.moveTo(piece[0]);
        }
        out.cubicTo(piece[1], piece[2], piece[3]);
    }
}

}

Path trimmed(const Path& path, double start, double end, double offset) {
    if (start == 0 && end == 1) {
        return path;
    }
    Path out;
    if (start == end) {
        return out;
    }
    const auto contour = firstContour(path);
    double length = 0;
    for (const auto& it : contour) {
        length += it.length;
    }
    const double from = length * std::fmod(start + offset, 1.0), to = length * std::fmod(end + offset, 1.0);
    addPart(contour, from, from > to ? length : to, out);
    if (from > to && to > 0) {
        addPart(contour, 0, to, out);
    }
    return out;
}

}
