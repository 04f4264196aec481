// SPDX-License-Identifier: MIT
#include "core/art/path.h"
#include "core/art/scanner.h"

#include <array>

namespace scaena::art {

namespace {

/// More points than this belong to no launch picture; the bound keeps a hostile file from filling the memory.
constexpr std::size_t kMostPoints = 400'000;

class PathParser {
public:
    explicit PathParser(std::string_view text) : m_in(text) {}

    ParsedPath run() {
        bool good = true;
        m_in.skipSpace();
        while (good && !m_in.atEnd()) {
            const char command = m_in.take();
            if (m_path.isEmpty() && command != 'M' && command != 'm') {
                good = false;
                break;
            }
            good = runCommand(command);
            m_in.skipSpace();
        }
        return {std::move(m_path), good};
    }

private:
    bool runCommand(char command) {
        m_relative = command >= 'a';
        const char kind = m_relative ? static_cast<char>(command - 'a' + 'A') : command;
        if (kind == 'Z') {
            m_path.close();
            m_now = m_start;
            m_last = kind;
            return true;
        }
        bool first = true;
        do {
            m_in.skipSpace();
            if (!first) {
                m_in.skipSeparator();
            }
            // Further pairs behind a moveto are linetos (SVG 2 §9.3.3).
            if (!segment(!first && kind == 'M' ? 'L' : kind) || m_path.points.size() > kMostPoints) {
                return false;
            }
            first = false;
            m_in.skipSpace();
        } while (startsNumber());
        return true;
    }

    [[nodiscard]] bool startsNumber() const {
        const char c = m_in.peek();
        return (c >= '0' && c <= '9') || c == '.' || c == '-' || c == '+' || c == ',';
    }

    template <std::size_t N>
    bool numbers(std::array<double, N>& values) {
        for (std::size_t i = 0; i < N; ++i) {
            if (i > 0) {
                m_in.skipSeparator();
            }
            const auto value = m_in.number();
            if (!value) {
                return false;
            }
            values[i] = *value;
        }
        return true;
    }

    [[nodiscard]] Point at(double x, double y) const {
        return m_relative ? Point{m_now.x + x, m_now.y + y} : Point{x, y};
    }
    [[nodiscard]] Point mirrored(bool usable) const {
        return usable ? Point{2 * m_now.x - m_handle.x, 2 * m_now.y - m_handle.y} : m_now;
    }

    void line(Point to) {
        m_path.lineTo(to);
        m_now = to;
    }
    void cubic(Point c1, Point c2, Point to) {
        m_path.cubicTo(c1, c2, to);
        m_handle = c2;
        m_now = to;
    }
    void quadratic(Point c, Point to) {
        const auto third = [](Point a, Point b) {
            return Point{a.x + (b.x - a.x) * 2 / 3, a.y + (b.y - a.y) * 2 / 3};
        };
        m_path.cubicTo(third(m_now, c), third(to, c), to);
        m_handle = c;
        m_now = to;
    }

    bool segment(char kind) {
        // After a close a new segment goes on from the start of the closed one.
        if (m_last == 'Z' && kind != 'M') {
            m_path.moveTo(m_now);
        }
        const char before = m_last;
        m_last = kind;
        switch (kind) {
        case 'M':
        case 'L': {
            std::array<double, 2> v{};
            if (!numbers(v)) {
                return false;
            }
            if (kind == 'M') {
                m_now = m_start = at(v[0], v[1]);
                m_path.moveTo(m_now);
            } else {
                line(at(v[0], v[1]));
            }
            return true;
        }
        case 'H':
        case 'V': {
            std::array<double, 1> v{};
            if (!numbers(v)) {
                return false;
            }
            const double base = m_relative ? (kind == 'H' ? m_now.x : m_now.y) : 0;
            line(kind == 'H' ? Point{base + v[0], m_now.y} : Point{m_now.x, base + v[0]});
            return true;
        }
        case 'C': {
            std::array<double, 6> v{};
            if (!numbers(v)) {
                return false;
            }
            cubic(at(v[0], v[1]), at(v[2], v[3]), at(v[4], v[5]));
            return true;
        }
        case 'S': {
            std::array<double, 4> v{};
            if (!numbers(v)) {
                return false;
            }
            cubic(mirrored(before == 'C' || before == 'S'), at(v[0], v[1]), at(v[2], v[3]));
            return true;
        }
        case 'Q': {
            std::array<double, 4> v{};
            if (!numbers(v)) {
                return false;
            }
            quadratic(at(v[0], v[1]), at(v[2], v[3]));
            return true;
        }
        case 'T': {
            std::array<double, 2> v{};
            if (!numbers(v)) {
                return false;
            }
            quadratic(mirrored(before == 'Q' || before == 'T'), at(v[0], v[1]));
            return true;
        }
        case 'A':
            return arc();
        default:
            return false;
        }
    }

    bool arc() {
        std::array<double, 3> radii{};
        if (!numbers(radii)) {
            return false;
        }
        m_in.skipSeparator();
        const auto large = m_in.flag();
        m_in.skipSeparator();
        const auto sweep = m_in.flag();
        m_in.skipSeparator();
        std::array<double, 2> end{};
        if (!large || !sweep || !numbers(end)) {
            return false;
        }
        const Point to = at(end[0], end[1]);
        arcTo(m_path, m_now, radii[0], radii[1], radii[2], *large, *sweep, to);
        m_now = to;
        return true;
    }

    Scanner m_in;
    Path m_path;
    Point m_now, m_start, m_handle;
    bool m_relative = false;
    char m_last = '\0';
};

}

ParsedPath parsePath(std::string_view text) { return PathParser(text).run(); }

}
