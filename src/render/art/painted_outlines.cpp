// SPDX-License-Identifier: MIT
#include "render/art/painted_outlines.h"

#include "render/base/convert.h"
#include "render/base/dashes.h"

#include <QPainterPathStroker>
#include <algorithm>
#include <bit>
#include <cmath>
#include <numbers>
#include <optional>
#include <polyclipping/clipper.hpp>
#include <utility>
#include <vector>

namespace scaena::render {

namespace {

constexpr double kCounts = 1 << 26; ///< steps of the longer side: what Clipper takes without wide numbers
// What is more than this takes longer to unite than anybody waits, and is a scribble; it stays as it is.
constexpr int kMostElements = 20'000;
constexpr int kMostSamples = 100'000;     ///< along a path
constexpr double kMostMeetings = 200'000; ///< of edges, within a pixel of each other; of a stroke's pieces
constexpr double kAlong = 0.3;            ///< sine of the angle up to which two edges run along each other
constexpr double kApart = 6;              ///< pixels along a contour before it can be said to come back
constexpr double kCorner = 0.25;          ///< radians; below, a turn is one of a curve

double lengthOf(QPointF v) { return std::sqrt(QPointF::dotProduct(v, v)); }
double crossOf(QPointF a, QPointF b) { return a.x() * b.y() - a.y() * b.x(); }

/// A contour as a polygon. Where it is no corner, a turn is one of a curve.
struct Contour {
    QPolygonF points; ///< of a closed one the last is the first
    std::vector<bool> isCorner;

    void add(QPointF at, bool corner) {
        points << at;
        isCorner.push_back(corner);
    }
    [[nodiscard]] bool isClosed() const { return points.size() > 2 && points.first() == points.last(); }
};

/// Off by `fine` at most: a curve's second difference says how many pieces that takes.
void addCurve(Contour& to, QPointF b, QPointF c, QPointF d, double fine) {
    const QPointF a = to.points.last();
    const double bend = 6 * std::max(lengthOf(a - 2 * b + c), lengthOf(b - 2 * c + d));
    const int pieces = static_cast<int>(std::clamp(std::ceil(std::sqrt(bend / (8 * fine))), 1.0, 500.0));
    for (int i = 1; i < pieces; ++i) {
        const double t = static_cast<double>(i) / pieces, u = 1 - t;
        to.add(u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d, false);
    }
    to.add(d, true);
}

std::vector<Contour> contoursOf(const QPainterPath& path, double fine) {
    std::vector<Contour> contours;
    for (int i = 0; i < path.elementCount(); ++i) {
        const auto& it = path.elementAt(i);
        if (it.isMoveTo()) {
            contours.emplace_back().add(it, true);
        } else if (it.isLineTo()) {
            contours.back().add(it, true);
        } else {
            addCurve(contours.back(), it, path.elementAt(i + 1), path.elementAt(i + 2), fine);
            i += 2;
        }
    }
    std::erase_if(contours, [](const Contour& it) { return it.points.size() < 2; });
    return contours;
}

QList<QPolygonF> polygonsOf(const QPainterPath& path, double fine) {
    QList<QPolygonF> polygons;
    for (auto& it : contoursOf(path, fine)) {
        polygons << std::move(it.points);
    }
    return polygons;
}

/// Whole numbers for Clipper, and back.
class Grid {
public:
    explicit Grid(const QRectF& box)
        : m_at(box.topLeft()), m_scale(kCounts / std::max({box.width(), box.height(), 1e-9})) {}
    [[nodiscard]] ClipperLib::Path to(const QPolygonF& polygon) const {
        ClipperLib::Path out;
        for (const auto& point : polygon) {
            const auto p = (point - m_at) * m_scale;
            out.emplace_back(std::llround(p.x()), std::llround(p.y()));
        }
        return out;
    }
    [[nodiscard]] QPainterPath from(const ClipperLib::Paths& paths) const {
        QPainterPath out;
        out.setFillRule(Qt::WindingFill);
        for (const auto& path : paths) {
            QPolygonF polygon;
            for (const auto& point : path) {
                polygon << QPointF(static_cast<double>(point.X), static_cast<double>(point.Y)) / m_scale +
                               m_at;
            }
            out.addPolygon(polygon);
            out.closeSubpath();
        }
        return out;
    }

private:
    QPointF m_at;
    double m_scale;
};

/// Nothing if Clipper cannot make it.
std::optional<QPainterPath> united(const QList<QPolygonF>& polygons, Qt::FillRule rule, bool orient) {
    QRectF box;
    for (const auto& polygon : polygons) {
        box |= polygon.boundingRect();
    }
    const Grid grid(box);
    ClipperLib::Clipper clipper;
    for (const auto& polygon : polygons) {
        auto path = grid.to(polygon);
        if (orient && !ClipperLib::Orientation(path)) {
            ClipperLib::ReversePath(path);
        }
        clipper.AddPath(path, ClipperLib::ptSubject, true);
    }
    const auto type = rule == Qt::WindingFill ? ClipperLib::pftNonZero : ClipperLib::pftEvenOdd;
    ClipperLib::Paths out;
    return clipper.Execute(ClipperLib::ctUnion, out, type, type) ? std::optional(grid.from(out))
                                                                 : std::nullopt;
}

/// Looks whether a contour runs along another, or along itself, less than a pixel away.
class Companions {
public:
    Companions(double pixel, OutlineEffort& effort) : m_pixel(pixel), m_effort(effort) {}

    /// Also false where there is too much to be looked at or to be united.
    [[nodiscard]] bool areIn(const QList<QPolygonF>& polygons) {
        makeRoom(polygons);
        for (const auto& polygon : polygons) {
            if (!walk(polygon)) {
                return false;
            }
            m_walked += kApart * 2 * m_pixel; // the next contour is another
        }
        return m_hasFound;
    }

private:
    struct Sample {
        QPointF at, along;
        double walked;
    };
    /// Samples in a row that lie in the same cell.
    struct Run {
        int first, end; ///< of the samples
        int next;       ///< in the same bucket, or -1
        std::int64_t x, y;
    };

    /// About as many buckets as there will be runs, of four samples or so.
    void makeRoom(const QList<QPolygonF>& polygons) {
        double count = 0;
        for (const auto& polygon : polygons) {
            count += static_cast<double>(polygon.size());
            for (int i = 0; i < polygon.size(); ++i) {
                count += lengthOf(polygon[(i + 1) % polygon.size()] - polygon[i]) / m_pixel;
            }
        }
        count = count < kMostSamples ? count : kMostSamples; // also where it is no number
        m_samples.reserve(static_cast<std::size_t>(count));
        m_buckets.assign(std::bit_ceil(static_cast<std::size_t>(count / 2) + 1), -1);
    }

    bool walk(const QPolygonF& polygon) {
        const double begun = m_walked;
        double around = 0;
        for (int i = 0; i < polygon.size(); ++i) {
            around += lengthOf(polygon[(i + 1) % polygon.size()] - polygon[i]);
        }
        for (int i = 0; i < polygon.size(); ++i) {
            const auto from = polygon[i];
            const auto way = polygon[(i + 1) % polygon.size()] - from;
            const double length = lengthOf(way);
            for (double done = std::min(m_pixel, length) / 2; done < length; done += m_pixel) {
                const Sample sample{from + way * (done / length), way / length, m_walked + done};
                look(sample, begun, around);
                --m_effort.steps;
                if (++m_count > kMostSamples || m_meetings > kMostMeetings || m_effort.isSpent()) {
                    return false;
                }
            }
            m_walked += length;
        }
        return true;
    }

    /// Looks around the sample and keeps it for those after it.
    void look(const Sample& it, double begun, double around) {
        const double cell = kCell * m_pixel;
        const double inX = it.at.x() / cell, inY = it.at.y() / cell;
        const auto x = floorOf(inX), y = floorOf(inY);
        const double fromLeft = inX - static_cast<double>(x), fromTop = inY - static_cast<double>(y);
        for (auto column = x - (fromLeft < kReach); column <= x + (fromLeft > 1 - kReach); ++column) {
            for (auto row = y - (fromTop < kReach); row <= y + (fromTop > 1 - kReach); ++row) {
                lookAt(m_buckets[bucketOf(column, row)], it, begun, around);
            }
        }
        m_samples.push_back(it);
        const auto end = static_cast<int>(m_samples.size());
        if (!m_runs.empty() && m_runs.back().x == x && m_runs.back().y == y) {
            m_runs.back().end = end;
            return;
        }
        auto& bucket = m_buckets[bucketOf(x, y)];
        m_runs.push_back({end - 1, end, std::exchange(bucket, static_cast<int>(m_runs.size())), x, y});
    }

    void lookAt(int run, const Sample& it, double begun, double around) {
        const double apartFrom = kApart * m_pixel;
        for (; run >= 0; run = m_runs[static_cast<std::size_t>(run)].next) {
            const auto& [first, end, next, x, y] = m_runs[static_cast<std::size_t>(run)];
            for (int i = first; i < end; ++i) {
                const auto& other = m_samples[static_cast<std::size_t>(i)];
                if (other.walked >= begun && it.walked - other.walked <= apartFrom) {
                    break; // from there on the contour has only just come
                }
                const auto off = other.at - it.at;
                if (QPointF::dotProduct(off, off) >= m_pixel * m_pixel) {
                    continue;
                }
                const double back = it.walked - other.walked; // along the contour, either way round
                const double apart = other.walked < begun ? around : std::min(back, around - back);
                if (apart > apartFrom) {
                    ++m_meetings;
                    m_hasFound |= std::abs(crossOf(other.along, it.along)) < kAlong;
                }
            }
        }
    }

    /// Rounded down, and so quick that millions do not matter.
    [[nodiscard]] static std::int64_t floorOf(double at) {
        const auto whole = static_cast<std::int64_t>(at);
        return whole - (static_cast<double>(whole) > at);
    }

    /// Cells share buckets; what lies in one that is far away is seen to do so.
    [[nodiscard]] std::size_t bucketOf(std::int64_t x, std::int64_t y) const {
        const auto mixed =
            (static_cast<std::uint64_t>(x) * 0x9E37'79B9'7F4A'7C15 ^ static_cast<std::uint64_t>(y)) *
            0xD6E8'FEB8'6659'FD93;
        return static_cast<std::size_t>(mixed >> 32) & (m_buckets.size() - 1);
    }

    static constexpr double kCell = 4; ///< pixels; what is within a pixel lies in two cells or so
    static constexpr double kReach = 1.001 / kCell; ///< a pixel in cells, and what rounding may be off by

    double m_pixel;
    OutlineEffort& m_effort;
    double m_walked = 0;
    int m_count = 0;
    double m_meetings = 0;
    bool m_hasFound = false;
    std::vector<Sample> m_samples;
    std::vector<Run> m_runs;
    std::vector<int> m_buckets; ///< of each its last run, or -1
};

double turnOf(QPointF in, QPointF out) { return std::atan2(crossOf(in, out), QPointF::dotProduct(in, out)); }

/// Whether a line turns a corner nearer to another one, or to its end, than half the stroke's width.
bool hasTightCorner(const std::vector<Contour>& contours, double half) {
    for (auto it : contours) {
        if (it.isClosed()) {
            it.add(it.points[1], it.isCorner[1]); // the corner where it begins and ends
        }
        const auto& points = it.points;
        double before = 0; // since the last corner
        for (int i = 1; i + 1 < points.size(); ++i) {
            const auto in = points[i] - points[i - 1];
            before += lengthOf(in);
            if (!it.isCorner[static_cast<std::size_t>(i)] ||
                std::abs(turnOf(in, points[i + 1] - points[i])) < kCorner) {
                continue;
            }
            double after = 0; // as far as it matters
            for (int j = i + 1; j < points.size() && after < half; ++j) {
                after += lengthOf(points[j] - points[j - 1]);
                if (it.isCorner[static_cast<std::size_t>(j)]) {
                    break;
                }
            }
            if (std::min(before, after) < half) {
                return true;
            }
            before = 0;
        }
    }
    return false;
}

/// A stroke as many pieces that cover what it covers: a box for each line, a wedge for each turn, the caps.
class StrokePieces {
public:
    StrokePieces(const art::Stroke& stroke, double fine) : m_stroke(stroke), m_half(stroke.width / 2) {
        const double part = 1 - std::min(fine / m_half, 0.5);
        m_step = 2 * std::acos(part);
    }

    void add(const Contour& contour) {
        Contour line; // without what goes nowhere
        for (int i = 0; i < contour.points.size(); ++i) {
            if (line.points.isEmpty() || line.points.last() != contour.points[i]) {
                line.add(contour.points[i], contour.isCorner[static_cast<std::size_t>(i)]);
            }
        }
        const bool isClosed = line.isClosed();
        const auto count = line.points.size() - (isClosed ? 1 : 0);
        if (count < 2) {
            return; // a dot; the reader has made a shape of it
        }
        const auto& points = line.points;
        for (qsizetype i = 0; i + (isClosed ? 0 : 1) < count; ++i) {
            const auto from = points[i], to = points[(i + 1) % count];
            const auto side = sideOf(to - from);
            m_length += lengthOf(to - from);
            pieces << QPolygonF({from + side, to + side, to - side, from - side});
            if (isClosed || i + 2 < count) {
                join(to, to - from, points[(i + 2) % count] - to,
                     line.isCorner[static_cast<std::size_t>((i + 1) % count)]);
            }
        }
        if (!isClosed) {
            cap(points[0], points[0] - points[1]);
            cap(points[count - 1], points[count - 1] - points[count - 2]);
        }
    }

    /// About how many of the pieces lie on each other: those of half a width of line.
    [[nodiscard]] double meetings() const {
        const auto count = static_cast<double>(pieces.size());
        return count * std::min(count, count * m_half * 2 / std::max(m_length, 1e-9) + 8);
    }

    QList<QPolygonF> pieces;

private:
    [[nodiscard]] QPointF sideOf(QPointF way) const {
        return QPointF(-way.y(), way.x()) * (m_half / lengthOf(way));
    }

    /// From one side to the other round the middle.
    void fan(QPointF middle, QPointF from, double turn) {
        QPolygonF piece{middle};
        const int steps = std::max(1, static_cast<int>(std::ceil(std::abs(turn) / m_step)));
        for (int i = 0; i <= steps; ++i) {
            const double a = turn * i / steps;
            piece << middle + QPointF(from.x() * std::cos(a) - from.y() * std::sin(a),
                                      from.x() * std::sin(a) + from.y() * std::cos(a));
        }
        pieces << piece;
    }

    void join(QPointF at, QPointF in, QPointF out, bool isCorner) {
        const double turn = turnOf(in, out);
        const double outer = turn > 0 ? -1 : 1; // the side that opens
        const auto from = sideOf(in) * outer, to = sideOf(out) * outer;
        if (!isCorner || m_stroke.join == art::Join::Round) {
            fan(at, from, turn);
            return;
        }
        QPolygonF piece{at, at + from};
        const double reach = 1 / std::cos(turn / 2); // of the miter, in halves of the width
        if (m_stroke.join == art::Join::Miter && reach > 0 && reach <= m_stroke.miterLimit) {
            const auto middle = from + to;
            piece << at + middle * (m_half * reach / lengthOf(middle));
        }
        pieces << (piece << at + to);
    }

    void cap(QPointF at, QPointF outwards) {
        const auto side = sideOf(outwards);
        if (m_stroke.cap == art::Cap::Round) {
            fan(at, side, -std::numbers::pi);
        } else if (m_stroke.cap == art::Cap::Square) {
            const auto beyond = outwards * (m_half / lengthOf(outwards));
            pieces << QPolygonF({at + side, at + side + beyond, at - side + beyond, at - side});
        }
    }

    const art::Stroke& m_stroke;
    double m_half;
    double m_step; ///< radians
    double m_length = 0;
};

/// The painter takes a line that ends where it began for closed: its end is moved by nothing that can be
/// seen.
QPainterPath openKept(const art::Path& path) {
    art::Path out = path;
    std::size_t point = 0, start = 0;
    const auto part = [&](std::size_t i) {
        return i < out.verbs.size() ? out.verbs[i] : art::Path::Verb::Move;
    };
    for (std::size_t i = 0; i < out.verbs.size(); ++i) {
        const auto verb = out.verbs[i];
        if (verb == art::Path::Verb::Move) {
            start = point;
        }
        point += verb == art::Path::Verb::Cubic ? 3 : verb == art::Path::Verb::Close ? 0 : 1;
        const bool isEnd = part(i + 1) == art::Path::Verb::Move && verb != art::Path::Verb::Close;
        if (isEnd && point > start + 2 && out.points[point - 1] == out.points[start]) {
            auto& last = out.points[point - 1];
            const auto& before = out.points[point - 2];
            last.x += (before.x - last.x) * 1e-6;
            last.y += (before.y - last.y) * 1e-6;
        }
    }
    return toQt(out, art::FillRule::NonZero);
}

}

QPainterPath filledOutline(const QPainterPath& path, double fine, double pixel, OutlineEffort& effort) {
    if (path.elementCount() < 5 || path.elementCount() > kMostElements || effort.isSpent()) {
        return path;
    }
    const auto polygons = polygonsOf(path, fine);
    if (!Companions(pixel, effort).areIn(polygons)) {
        return path;
    }
    for (const auto& polygon : polygons) { // uniting costs about ten times as much as looking
        effort.steps -= 10 * static_cast<int>(polygon.size());
    }
    return united(polygons, path.fillRule(), false).value_or(path);
}

QPainterPath strokedOutline(const art::Path& path, const art::Stroke& stroke, double fine,
                            OutlineEffort& effort) {
    const auto open = openKept(path);
    const auto line = stroke.dashes.empty() ? open : dashed(open, stroke.dashes, stroke.dashOffset);
    if (line.elementCount() < kMostElements && !effort.isSpent()) {
        effort.steps -= line.elementCount();
        if (const auto contours = contoursOf(line, fine); hasTightCorner(contours, stroke.width / 2)) {
            StrokePieces made(stroke, fine);
            for (const auto& contour : contours) {
                made.add(contour);
            }
            effort.steps -= 10 * static_cast<int>(made.pieces.size());
            if (made.meetings() < kMostMeetings) {
                if (auto whole = united(made.pieces, Qt::WindingFill, true)) {
                    return std::move(*whole);
                }
            }
        }
    }
    QPainterPathStroker stroker;
    stroker.setWidth(stroke.width);
    stroker.setCapStyle(stroke.cap == art::Cap::Round    ? Qt::RoundCap
                        : stroke.cap == art::Cap::Square ? Qt::SquareCap
                                                         : Qt::FlatCap);
    stroker.setJoinStyle(stroke.join == art::Join::Round   ? Qt::RoundJoin
                         : stroke.join == art::Join::Bevel ? Qt::BevelJoin
                                                           : Qt::SvgMiterJoin);
    stroker.setMiterLimit(stroke.miterLimit);
    stroker.setCurveThreshold(fine);
    QPainterPath outline = stroker.createStroke(line);
    outline.setFillRule(Qt::WindingFill);
    return outline;
}

}
