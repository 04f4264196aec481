// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace scaena::art {

/// A path in absolute coordinates. Arcs and quadratic curves have become cubic ones, so that every target
/// reads it.
struct Path {
    enum class Verb : unsigned char { Move, Line, Cubic, Close };
    std::vector<Verb> verbs;
    std::vector<Point> points; ///< Move and Line take one, Cubic three, Close none

    void moveTo(Point p);
    void lineTo(Point p);
    void cubicTo(Point c1, Point c2, Point p);
    void close() { verbs.push_back(Verb::Close); }
    void append(const Path& other);
    [[nodiscard]] bool isEmpty() const { return verbs.empty(); }
    bool operator==(const Path&) const = default;
};

/// Reads the path grammar of SVG 2 §9.3 in full, compact arc flags included. As the standard asks, an error
/// ends the path there; what came before it is kept and `complete` is false.
struct ParsedPath {
    Path path;
    bool complete = true;
};
[[nodiscard]] ParsedPath parsePath(std::string_view text);

/// The same outline, each contour drawn the other way round.
[[nodiscard]] Path reversed(const Path& path);

[[nodiscard]] Path mapped(const Path& path, const Matrix& matrix);

/// Tight bounds: extremes of curves, not of their handles. An empty path has an empty rectangle at the
/// origin.
[[nodiscard]] Rect bounds(const Path& path);

/// "M1,2L3,4C…Z" with at most `digits` digits after the point.
[[nodiscard]] std::string toText(const Path& path, int digits = 3);

/// Adds an elliptical arc by SVG's endpoint parameters (SVG 2 §B.2) as cubic curves of at most a quarter turn
/// each.
void arcTo(Path& path, Point from, double rx, double ry, double xRotation, bool large, bool sweep, Point to);

[[nodiscard]] Path ellipsePath(Point centre, double rx, double ry);
[[nodiscard]] Path rectPath(const Rect& rect, double rx, double ry);

}
