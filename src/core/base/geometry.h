// SPDX-License-Identifier: MIT
#pragma once

#include <cmath>
#include <numbers>

namespace scaena {

struct Point {
    double x = 0, y = 0;
    bool operator==(const Point&) const = default;
};

struct Size {
    double width = 0, height = 0;
    bool operator==(const Size&) const = default;
};

struct Rect {
    double x = 0, y = 0, width = 0, height = 0;
    [[nodiscard]] Point centre() const { return {x + width / 2, y + height / 2}; }
    [[nodiscard]] double right() const { return x + width; }
    [[nodiscard]] double bottom() const { return y + height; }
    bool operator==(const Rect&) const = default;
};

/// Affine map x' = a·x + c·y + e, y' = b·x + d·y + f, written as in SVG's matrix(a b c d e f).
struct Matrix {
    double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;

    [[nodiscard]] static Matrix translation(double x, double y) { return {1, 0, 0, 1, x, y}; }
    [[nodiscard]] static Matrix scaling(double x, double y) { return {x, 0, 0, y, 0, 0}; }
    [[nodiscard]] static Matrix rotation(double degrees) {
        const double r = degrees * std::numbers::pi / 180;
        return {std::cos(r), std::sin(r), -std::sin(r), std::cos(r), 0, 0};
    }
    /// First `inner`, then this, as nested SVG transforms read from left to right.
    [[nodiscard]] Matrix operator*(const Matrix& inner) const {
        return {a * inner.a + c * inner.b, b * inner.a + d * inner.b,     a * inner.c + c * inner.d,
                b * inner.c + d * inner.d, a * inner.e + c * inner.f + e, b * inner.e + d * inner.f + f};
    }
    [[nodiscard]] Point map(Point p) const { return {a * p.x + c * p.y + e, b * p.x + d * p.y + f}; }
    /// The map back; the identity where there is none.
    [[nodiscard]] Matrix inverted() const {
        const double det = a * d - b * c;
        if (det == 0) {
            return {};
        }
        return {d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det};
    }
    /// Factor by which lengths grow on average: the square root of the area's factor.
    [[nodiscard]] double meanScale() const { return std::sqrt(std::abs(a * d - b * c)); }
    [[nodiscard]] bool isIdentity() const { return *this == Matrix{}; }
    bool operator==(const Matrix&) const = default;
};

}
