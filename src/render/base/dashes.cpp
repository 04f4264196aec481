// SPDX-License-Identifier: MIT
#include "render/base/dashes.h"

#include <QTransform>
#include <cmath>
#include <numeric>

namespace scaena::render {

namespace {

/// The dashes along one contour, in turn.
class Pen {
public:
    Pen(const std::vector<double>& dashes, double offset) : m_dashes(dashes) {
        const double once = std::accumulate(dashes.begin(), dashes.end(), 0.0);
        double left = std::fmod(std::fmod(offset, once) + once, once);
        while (left >= m_dashes[m_index] && left > 0) {
            left -= m_dashes[m_index];
            next();
        }
        m_left = m_dashes[m_index] - left;
    }
    [[nodiscard]] bool isDown() const { return m_index % 2 == 0; }
    [[nodiscard]] double left() const { return m_left; }
    void go(double length) { m_left -= length; }
    void turn() {
        next();
        m_left = m_dashes[m_index];
    }

private:
    void next() { m_index = (m_index + 1) % m_dashes.size(); }
    const std::vector<double>& m_dashes;
    std::size_t m_index = 0;
    double m_left = 0;
};

void add(QPainterPath& out, const QPolygonF& line) {
    if (line.size() > 1) {
        out.addPolygon(line);
    }
}

}

QPainterPath dashed(const QPainterPath& path, const std::vector<double>& dashes, double offset) {
    constexpr double kFine = 16; // curves are flattened finely
    QPainterPath out;
    for (const auto& scaled : path.toSubpathPolygons(QTransform::fromScale(kFine, kFine))) {
        Pen pen(dashes, offset);
        const bool isClosed = scaled.size() > 2 && scaled.first() == scaled.last();
        const bool beginsDown = pen.isDown();
        QPolygonF line, first;
        bool hasFirst = false; // the dash a closed contour begins with waits for its end
        const auto lift = [&] {
            if (isClosed && beginsDown && !hasFirst) {
                first = line;
                hasFirst = true;
            } else {
                add(out, line);
            }
            line.clear();
        };
        if (pen.isDown() && !scaled.isEmpty()) {
            line << scaled.first() / kFine;
        }
        for (int i = 1; i < scaled.size(); ++i) {
            QPointF from = scaled[i - 1] / kFine;
            const QPointF to = scaled[i] / kFine;
            double left = std::hypot(to.x() - from.x(), to.y() - from.y());
            while (left > pen.left()) {
                const QPointF at = from + (to - from) * (pen.left() / left);
                left -= pen.left();
                from = at;
                if (pen.isDown()) {
                    line << at;
                    lift();
                }
                pen.turn();
                if (pen.isDown()) {
                    line << at;
                }
            }
            pen.go(left);
            if (pen.isDown()) {
                line << to;
            }
        }
        if (hasFirst && pen.isDown() && !line.isEmpty()) {
            line += first.mid(1);
            add(out, line);
        } else {
            add(out, line);
            add(out, first);
        }
    }
    return out;
}

}
