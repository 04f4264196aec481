// SPDX-License-Identifier: MIT
#include "render/base/coverage.h"

#include <QTransform>
#include <algorithm>
#include <cmath>
#include <vector>

namespace scaena::render {

namespace {

constexpr double kFine = 8; ///< curves are taken apart to half a unit

/// For each pixel by how much more than the one before it is covered: sums along a row give the coverage. An
/// edge adds to the pixels it crosses, and what is right of it is covered (after R. Levien's font rasteriser,
/// 2015).
class Accumulator {
public:
    Accumulator(int width, int height)
        : m_width(width), m_height(height), m_rowLength(static_cast<std::size_t>(width) + 2),
          m_more(m_rowLength * static_cast<std::size_t>(height)) {}

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
        if (std::min(a.x(), b.x()) >= m_width) {
            return;
        }
        within({std::max(a.x(), 0.0), a.y()}, {std::max(b.x(), 0.0), b.y()});
    }

    [[nodiscard]] QImage image(Qt::FillRule rule) const {
        QImage out(m_width, m_height, QImage::Format_Alpha8);
        for (int y = 0; y < m_height; ++y) {
            const double* more = m_more.data() + static_cast<std::size_t>(y) * m_rowLength;
            auto* line = out.scanLine(y);
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
        return out;
    }

private:
    void within(QPointF a, QPointF b) {
        if (a.y() == b.y()) {
            return;
        }
        const double way = a.y() < b.y() ? 1 : -1;
        if (way < 0) {
            std::swap(a, b);
        }
        const double slope = (b.x() - a.x()) / (b.y() - a.y());
        double x = a.y() < 0 ? a.x() - a.y() * slope : a.x();
        const int last = static_cast<int>(std::min<double>(m_height, std::ceil(b.y())));
        for (int y = static_cast<int>(std::clamp(std::floor(a.y()), 0.0, static_cast<double>(m_height)));
             y < last; ++y) {
            const double down = std::min(y + 1.0, b.y()) - std::max<double>(y, a.y());
            const double next = std::clamp(x + slope * down, 0.0, static_cast<double>(m_width));
            row(m_more.data() + static_cast<std::size_t>(y) * m_rowLength, x, next, way * down);
            x = next;
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
        const double each = 1 / (right - left); // of its depth a pixel of width
        double before = 0;                      // covered so far
        for (int x = first; x < end; ++x) {
            // The pixel's coverage: the edge's middle within it, and what it has gone down until then.
            const double enters = std::max<double>(x, left), leaves = std::min<double>(x + 1, right);
            const double gone = (enters - left) * each, part = (leaves - enters) * each;
            const double covered = gone * 1 + part * (1 - ((enters + leaves) / 2 - x));
            more[x] += deep * (covered - before);
            before = covered;
        }
        more[end] += deep * (1 - before);
    }

    int m_width, m_height;
    std::size_t m_rowLength;
    std::vector<double> m_more;
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
