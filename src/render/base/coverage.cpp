// SPDX-License-Identifier: MIT
#include "render/base/coverage.h"

#include <QTransform>
#include <algorithm>
#include <cmath>
#include <vector>

namespace scaena::render {

namespace {

constexpr double kFine = 8; ///< curves are taken apart to half a unit

/// What is summed at a time: it stays in the processor's cache however many edges cross it.
constexpr std::size_t kAtATime = 16'000;

/// For each pixel by how much more than the one before it is covered: sums along a row give the coverage. An
/// edge adds to the pixels it crosses, and what is right of it is covered (after R. Levien's font rasteriser,
/// 2015). Rows are summed a few at a time.
class Accumulator {
public:
    Accumulator(int width, int height)
        : m_width(width), m_height(height), m_rowLength(static_cast<std::size_t>(width) + 2),
          m_rows(std::clamp(static_cast<int>(kAtATime / m_rowLength), 1, std::max(height, 1))),
          m_more(m_rowLength * static_cast<std::size_t>(m_rows)) {}

    /// Edges left of all count as if they stood at its side, those right of all do not.
    void add(QPointF a, QPointF b) {
        for (const double side : {0.0, static_cast<double>(m_width)}) {
            if ((a.x() < side) != (b.x() < side) && a.x() != side && b.x() != side) {
                const QPointF at(side, a.y() + (b.y() - a.y()) * (side - a.x()) / (b.x() - a.x()));
                add(a, at);
                add(at, b);
                return;
            }
        }
        if (std::min(a.x(), b.x()) >= m_width || a.y() == b.y()) {
            return;
        }
        a.setX(std::max(a.x(), 0.0));
        b.setX(std::max(b.x(), 0.0));
        if (a.y() < b.y()) {
            m_edges.push_back({a, b, 1});
        } else {
            m_edges.push_back({b, a, -1});
        }
    }

    [[nodiscard]] QImage image(Qt::FillRule rule) {
        QImage out(m_width, m_height, QImage::Format_Alpha8);
        for (int y = 0; y < m_height; y += m_rows) {
            const int end = std::min(y + m_rows, m_height);
            std::ranges::fill(m_more, 0.0);
            for (const auto& edge : m_edges) {
                cross(edge, y, end);
            }
            for (int at = y; at < end; ++at) {
                cover(out.scanLine(at), rowAt(at - y), rule);
            }
        }
        return out;
    }

private:
    struct Edge {
        QPointF top, bottom;
        double way; ///< 1 when it goes down
    };

    double* rowAt(int row) { return m_more.data() + static_cast<std::size_t>(row) * m_rowLength; }

    void cover(uchar* line, const double* more, Qt::FillRule rule) const {
        double sum = 0;
        for (int x = 0; x < m_width; ++x) {
            sum += more[x];
            double covered = std::abs(sum);
            if (rule == Qt::OddEvenFill) {
                covered = std::fmod(covered, 2);
                covered = covered > 1 ? 2 - covered : covered;
            }
            line[x] = static_cast<uchar>(std::lround(255 * std::min(covered, 1.0)));
        }
    }

    /// What `edge` adds to the rows from `first` to before `end`.
    void cross(const Edge& edge, int first, int end) {
        const double top = std::max<double>(edge.top.y(), first);
        const double bottom = std::min<double>(edge.bottom.y(), end);
        if (top >= bottom) {
            return;
        }
        const double slope = (edge.bottom.x() - edge.top.x()) / (edge.bottom.y() - edge.top.y());
        const auto inside = [&](double x) { return std::clamp(x, 0.0, static_cast<double>(m_width)); };
        double x = inside(edge.top.x() + (top - edge.top.y()) * slope);
        double from = top;
        for (int y = static_cast<int>(top); from < bottom; ++y) {
            const double down = std::min(y + 1.0, bottom) - from;
            const double next = inside(x + slope * down);
            row(rowAt(y - first), x, next, edge.way * down);
            x = next;
            from = y + 1.0;
        }
    }

    /// An edge from x `from` to `to` within one row, `deep` of it high.
    static void row(double* more, double from, double to, double deep) {
        const double left = std::min(from, to), right = std::max(from, to);
        const int first = static_cast<int>(left);
        const int end = static_cast<int>(std::ceil(right));
        if (end <= first + 1) {
            const double beyond = (from + to) / 2 - first;
            more[first] += deep * (1 - beyond);
            more[first + 1] += deep * beyond;
            return;
        }
        // Of the first and the last pixel it covers a triangle each, of those between evenly more.
        const double each = 1 / (right - left); // of its depth a pixel of width
        const double enters = first + 1 - left, leaves = right - (end - 1);
        const double begins = deep * each * enters * enters / 2, ends = deep * each * leaves * leaves / 2;
        more[first] += begins;
        more[end] += ends;
        if (end == first + 2) {
            more[first + 1] += deep - begins - ends;
            return;
        }
        const double step = deep * each;
        const double second = step * (enters + 0.5); // covered of the second pixel
        more[first + 1] += second - begins;
        for (int x = first + 2; x < end - 1; ++x) {
            more[x] += step;
        }
        more[end - 1] += deep - ends - second - (end - first - 3) * step;
    }

    int m_width, m_height;
    std::size_t m_rowLength;
    int m_rows; ///< summed at a time
    std::vector<double> m_more;
    std::vector<Edge> m_edges;
};

}

QImage coverageOf(const QPainterPath& path, const QRect& area) {
    Accumulator sums(area.width(), area.height());
    for (const auto& polygon : path.toSubpathPolygons(QTransform::fromScale(kFine, kFine))) {
        for (int i = 0; i < polygon.size(); ++i) {
            sums.add(polygon[i] / kFine - area.topLeft(),
                     polygon[(i + 1) % polygon.size()] / kFine - area.topLeft());
        }
    }
    return sums.image(path.fillRule());
}

}
