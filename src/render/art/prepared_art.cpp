// SPDX-License-Identifier: MIT
#include "render/art/prepared_art.h"

#include "render/art/art_drawer.h"
#include "render/art/painted_outlines.h"
#include "render/base/convert.h"
#include "render/base/coverage.h"
#include "render/base/group_opacity.h"
#include "render/base/shared_path.h"

#include <QPainter>
#include <QPainterPathStroker>
#include <cmath>
#include <deque>
#include <list>
#include <mutex>

namespace scaena::render {

namespace {

/// Outlines are made fine enough for four pixels a dp and a layer grown to three times its size.
constexpr double kFinestScale = 12;
constexpr int kSmallestHalf = 24;
constexpr int kManyEdges = 4000;      ///< of one outline: too many for the painter's own way
constexpr int kStrip = 32;            ///< pixels
constexpr double kWithinAPixel = 0.5; ///< dp: screens have one to four pixels a dp

class Preparer {
public:
    Preparer(Colour currentColour, double unitsPerDp)
        : m_current(currentColour), m_unitsPerDp(unitsPerDp), m_threshold(0.25 * unitsPerDp / kFinestScale) {}

    /// Transforms are worked into paths and brushes, and groups that neither clip nor fade dissolve in their
    /// parent, so that painting changes the painter's state as little as possible.
    void fill(const art::Group& from, PreparedGroup& to, const QTransform& outer = {}) {
        const QTransform map = toQt(from.transform) * outer;
        to.opacity *= from.opacity;
        for (const auto& clip : from.clips) {
            to.clips.push_back(filled(map.map(toQt(clip.path, clip.rule))));
        }
        for (const auto& child : from.children) {
            if (const auto* shape = std::get_if<art::Shape>(&child)) {
                addShape(*shape, map, to);
                continue;
            }
            if (const auto* picture = std::get_if<art::Picture>(&child)) {
                addPicture(*picture, map, to);
                continue;
            }
            const auto& group = *std::get<std::unique_ptr<art::Group>>(child);
            if (group.opacity >= 1 && group.clips.empty()) {
                fill(group, to, map);
                continue;
            }
            auto inner = std::make_unique<PreparedGroup>();
            fill(group, *inner, map);
            to.children.emplace_back(std::move(inner));
        }
    }
    [[nodiscard]] int steps() const { return m_steps; }
    [[nodiscard]] bool hasPictures() const { return m_hasPictures; }

private:
    void addPicture(const art::Picture& picture, const QTransform& map, PreparedGroup& to) {
        PictureStep step{{drawnPicture(picture)}, toQt(picture.box), map};
        while (std::min(step.halves.back().width(), step.halves.back().height()) > kSmallestHalf) {
            const auto& last = step.halves.back();
            step.halves.push_back(last.scaled((last.width() + 1) / 2, (last.height() + 1) / 2,
                                              Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
        }
        to.children.emplace_back(std::move(step));
        m_hasPictures = true;
        ++m_steps;
    }

    void addShape(const art::Shape& shape, const QTransform& map, PreparedGroup& to) {
        const QPainterPath path = toQt(shape.path, shape.rule);
        const QBrush fillBrush = mapped(toQt(shape.fill, m_current), map);
        const QBrush strokeBrush = mapped(toQt(shape.stroke.paint, m_current), map);
        const bool both = fillBrush.style() != Qt::NoBrush && strokeBrush.style() != Qt::NoBrush;
        // Fill and stroke of a half transparent shape overlap: they have to be seen through together.
        PreparedGroup* into = &to;
        if (both && shape.opacity < 1) {
            auto group = std::make_unique<PreparedGroup>();
            group->opacity = shape.opacity;
            into = group.get();
            to.children.emplace_back(std::move(group));
        }
        const double opacity = into == &to ? shape.opacity : 1;
        if (fillBrush.style() != Qt::NoBrush) {
            into->children.emplace_back(FillStep{filled(map.map(path)), fillBrush, false, {}, 0, opacity});
            ++m_steps;
        }
        if (strokeBrush.style() != Qt::NoBrush) {
            into->children.emplace_back(FillStep{map.map(stroked(shape, map)), strokeBrush, true,
                                                 map.map(path), shape.stroke.width * scaleOf(map), opacity});
            ++m_steps;
        }
    }

    [[nodiscard]] QPainterPath filled(const QPainterPath& path) {
        return filledOutline(path, m_threshold, kWithinAPixel * m_unitsPerDp, m_effort);
    }
    [[nodiscard]] QPainterPath stroked(const art::Shape& shape, const QTransform& map) {
        return strokedOutline(shape.path, shape.stroke, m_threshold / std::max(scaleOf(map), 1.0), m_effort);
    }

    static QBrush mapped(QBrush brush, const QTransform& map) {
        if (brush.gradient()) {
            brush.setTransform(brush.transform() * map);
        }
        return brush;
    }
    static double scaleOf(const QTransform& map) { return std::sqrt(std::abs(map.determinant())); }

    Colour m_current;
    double m_unitsPerDp;
    double m_threshold;
    OutlineEffort m_effort;
    int m_steps = 0;
    bool m_hasPictures = false;
};

void makeAllShareable(const PreparedGroup& group) {
    for (const auto& clip : group.clips) {
        makeShareable(clip);
    }
    for (const auto& child : group.children) {
        if (const auto* step = std::get_if<FillStep>(&child)) {
            makeShareable(step->path);
        } else if (const auto* inner = std::get_if<std::unique_ptr<PreparedGroup>>(&child)) {
            makeAllShareable(**inner);
        }
    }
}

std::size_t weightOf(const PreparedGroup& group) {
    std::size_t weight = 0;
    for (const auto& clip : group.clips) {
        weight += static_cast<std::size_t>(clip.elementCount());
    }
    for (const auto& child : group.children) {
        const auto* step = std::get_if<FillStep>(&child);
        const auto* inner = std::get_if<std::unique_ptr<PreparedGroup>>(&child);
        weight += step ? static_cast<std::size_t>(step->path.elementCount()) : inner ? weightOf(**inner) : 1;
    }
    return weight;
}

/// Where ink can be, in the coordinates of the art.
QRectF inkOf(const PreparedGroup& group) {
    QRectF ink;
    for (const auto& child : group.children) {
        const auto* step = std::get_if<FillStep>(&child);
        const auto* inner = std::get_if<std::unique_ptr<PreparedGroup>>(&child);
        ink |= step    ? step->path.controlPointRect()
               : inner ? inkOf(**inner)
                       : std::get<PictureStep>(child).map.mapRect(std::get<PictureStep>(child).box);
    }
    return ink;
}

}

/// Cutting and stroking an outline costs more than filling it, and every band of a frame needs the same one:
/// the last few are kept.
class DrawnOutlines {
public:
    QPainterPath of(const FillStep& step, double drawn, double hairline) {
        const std::lock_guard lock(m_mutex);
        for (const auto& it : m_entries) {
            if (it.step == &step && it.drawn == drawn) {
                return it.outline;
            }
        }
        QPainterPathStroker stroker;
        stroker.setWidth(step.isStroke ? step.strokeWidth : hairline);
        stroker.setCapStyle(Qt::RoundCap);
        stroker.setJoinStyle(Qt::RoundJoin);
        stroker.setCurveThreshold(hairline * 0.1);
        auto outline = stroker.createStroke(trimmedPath(step.isStroke ? step.centreLine : step.path, drawn));
        outline.setFillRule(Qt::WindingFill);
        makeShareable(outline);
        m_entries.push_back({&step, drawn, outline});
        if (m_entries.size() > kMostKept) {
            m_entries.pop_front();
        }
        return outline;
    }

private:
    static constexpr std::size_t kMostKept = 256;
    struct Entry {
        const FillStep* step;
        double drawn;
        QPainterPath outline;
    };
    std::mutex m_mutex;
    std::deque<Entry> m_entries;
};

namespace {

class ArtPainter {
public:
    ArtPainter(QPainter& painter, const DrawState& draw, double hairline, DrawnOutlines& outlines)
        : m_painter(painter), m_draw(draw), m_hairline(hairline), m_outlines(outlines) {}

    void group(const PreparedGroup& group) {
        const bool plain = group.clips.empty() && group.opacity >= 1;
        if (!plain) {
            m_painter.save();
            for (const auto& clip : group.clips) {
                m_painter.setClipPath(clip, Qt::IntersectClip);
            }
        }
        if (group.opacity >= 1) {
            children(group);
        } else if (group.children.size() == 1) {
            m_painter.setOpacity(m_painter.opacity() * group.opacity);
            children(group);
        } else {
            paintGrouped(m_painter, group.opacity, [&](QPainter& inner) {
                ArtPainter(inner, m_draw, m_hairline, m_outlines).children(group);
            });
        }
        if (!plain) {
            m_painter.restore();
        }
    }

private:
    void children(const PreparedGroup& group) {
        for (const auto& child : group.children) {
            if (const auto* step = std::get_if<FillStep>(&child)) {
                fill(*step);
            } else if (const auto* picture = std::get_if<PictureStep>(&child)) {
                this->picture(*picture);
            } else {
                this->group(*std::get<std::unique_ptr<PreparedGroup>>(child));
            }
        }
    }

    /// As much of the outline as of a fill: it has none of its own to be drawn by.
    [[nodiscard]] double filled() const {
        const double room = 1 - m_draw.fillFrom;
        return m_draw.drawn >= 1 ? 1
               : room > 0        ? std::clamp((m_draw.drawn - m_draw.fillFrom) / room, 0.0, 1.0)
                                 : 0.0;
    }

    void picture(const PictureStep& step) {
        if (filled() <= 0) {
            return;
        }
        m_painter.save();
        m_painter.setTransform(step.map, true);
        const double scale = std::sqrt(std::abs(m_painter.deviceTransform().determinant()));
        std::size_t half = 0; // the smallest that has a pixel of its own for each of the device
        while (half + 1 < step.halves.size() && step.halves[half + 1].width() >= step.box.width() * scale) {
            ++half;
        }
        m_painter.setRenderHint(QPainter::SmoothPixmapTransform);
        withOpacity(filled(), [&] { m_painter.drawImage(step.box, step.halves[half]); });
        m_painter.restore();
    }

    void fill(const FillStep& step) {
        if (m_draw.drawn >= 1) {
            withOpacity(step.opacity, [&] { fillPath(step.path, step.brush); });
            return;
        }
        const double part = filled();
        if (!step.isStroke && part > 0) {
            withOpacity(step.opacity * part, [&] { fillPath(step.path, step.brush); });
        }
        if (!step.isStroke && part >= 1) {
            return;
        }
        const auto outline = m_outlines.of(step, m_draw.drawn, m_hairline);
        withOpacity(step.opacity * (step.isStroke ? 1 : 1 - part), [&] { fillPath(outline, step.brush); });
    }

    /// The painter's own way, but for what it would take minutes of.
    void fillPath(const QPainterPath& path, const QBrush& brush) {
        // A widget's painter has pixels of its own, somewhere in its window; what is as long as this is shown
        // as a picture.
        const bool isHere = m_painter.device()->devType() == QInternal::Image;
        if (!isHere || path.elementCount() < kManyEdges) {
            m_painter.fillPath(path, brush);
            return;
        }
        const auto map = m_painter.deviceTransform();
        const QRect seen(0, 0, m_painter.device()->width(), m_painter.device()->height());
        const auto area = map.mapRect(path.controlPointRect()).toAlignedRect() & seen;
        if (area.isEmpty()) {
            return;
        }
        QImage filled(area.size(), QImage::Format_ARGB32_Premultiplied);
        filled.fill(Qt::transparent);
        QPainter painter(&filled);
        painter.setTransform(map * QTransform::fromTranslate(-area.x(), -area.y()));
        painter.fillRect(map.inverted().mapRect(QRectF(area)).adjusted(-1, -1, 1, 1), brush);
        painter.resetTransform();
        painter.setCompositionMode(QPainter::CompositionMode_DestinationIn);
        painter.drawImage(0, 0, coverageOf(map.map(path), area));
        painter.end();
        m_painter.save();
        m_painter.resetTransform();
        m_painter.setTransform(m_painter.deviceTransform().inverted());
        m_painter.drawImage(area.topLeft(), filled);
        m_painter.restore();
    }

    template <typename Paint>
    void withOpacity(double opacity, Paint paint) {
        const double before = m_painter.opacity();
        if (opacity < 1) {
            m_painter.setOpacity(before * opacity);
        }
        paint();
        if (opacity < 1) {
            m_painter.setOpacity(before);
        }
    }

    QPainter& m_painter;
    const DrawState& m_draw;
    double m_hairline;
    DrawnOutlines& m_outlines;
};

}

PreparedArt::PreparedArt(const art::Art& art, Colour currentColour, double unitsPerDp)
    : m_viewBox(toQt(art.viewBox)), m_hairline(1.5 * unitsPerDp),
      m_outlines(std::make_unique<DrawnOutlines>()) {
    Preparer preparer(currentColour, unitsPerDp);
    preparer.fill(art.root, m_root);
    m_steps = preparer.steps();
    m_hasPictures = preparer.hasPictures();
    m_weight = weightOf(m_root);
    makeAllShareable(m_root);
    m_reachesOver = !m_viewBox.adjusted(-1e-6, -1e-6, 1e-6, 1e-6).contains(inkOf(m_root));
}

PreparedArt::PreparedArt(const QPainterPath& outline, const QColor& colour, double unitsPerDp)
    : m_viewBox(outline.boundingRect()), m_hairline(1.5 * unitsPerDp), m_steps(1),
      m_outlines(std::make_unique<DrawnOutlines>()) {
    QPainterPath path = outline;
    path.setFillRule(Qt::WindingFill);
    m_root.children.emplace_back(FillStep{path, colour, false, {}, 0, 1});
    makeAllShareable(m_root);
}

PreparedArt::~PreparedArt() = default;

void PreparedArt::paint(QPainter& painter, const DrawState& draw) const {
    ArtPainter(painter, draw, m_hairline, *m_outlines).group(m_root);
}

std::shared_ptr<const PreparedArt> sharedPreparedArt(const art::ArtPtr& art, Colour currentColour,
                                                     double unitsPerDp) {
    struct Entry {
        art::ArtPtr art; ///< held, so that its address stays its own
        Colour colour;
        double unitsPerDp;
        std::weak_ptr<const PreparedArt> prepared;
    };
    static std::mutex mutex;
    static std::list<Entry> entries;
    const auto find = [&]() -> std::shared_ptr<const PreparedArt> {
        for (const auto& it : entries) {
            if (it.art == art && it.colour == currentColour && it.unitsPerDp == unitsPerDp) {
                return it.prepared.lock();
            }
        }
        return nullptr;
    };
    {
        const std::lock_guard lock(mutex);
        std::erase_if(entries, [](const Entry& it) { return it.prepared.expired(); });
        if (auto known = find()) {
            return known;
        }
    }
    auto prepared = std::make_shared<const PreparedArt>(*art, currentColour, unitsPerDp);
    const std::lock_guard lock(mutex);
    if (auto known = find()) { // another thread was quicker
        return known;
    }
    entries.push_back({art, currentColour, unitsPerDp, prepared});
    return prepared;
}

QPainterPath trimmedPath(const QPainterPath& path, double part) {
    QPainterPath out;
    for (const auto& polygon :
         path.toSubpathPolygons(QTransform::fromScale(16, 16))) { // scaled up: curves are flattened finely
        double total = 0;
        for (int i = 1; i < polygon.size(); ++i) {
            total += QLineF(polygon[i - 1], polygon[i]).length();
        }
        double left = total * part;
        if (polygon.size() < 2 || left <= 0) {
            continue;
        }
        out.moveTo(polygon[0] / 16);
        for (int i = 1; i < polygon.size() && left > 0; ++i) {
            QLineF piece(polygon[i - 1], polygon[i]);
            const double length = piece.length();
            if (length > left) {
                piece.setLength(left);
            }
            out.lineTo(piece.p2() / 16);
            left -= length;
        }
    }
    return out;
}

}
