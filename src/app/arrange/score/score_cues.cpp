// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_ink.h"
#include "app/arrange/score/score_painter.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/moves/definition.h"

#include <QFontMetrics>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

/// The part of ScorePainter that draws cues and the threads between them.
namespace scaena::app {

using model::BeatKind;

namespace {

/// The segment by which a cue is drawn. Movement tells more than the fade that goes with it, so opacity comes
/// last.
const schedule::Segment* leadingSegment(const schedule::Schedule& schedule, int cue, int layer,
                                        motion::Property& leading) {
    const schedule::Segment* fade = nullptr;
    for (std::size_t p = 0; p < motion::kProperties; ++p) {
        const auto property = static_cast<motion::Property>(p);
        for (const auto& segment : schedule.timeline(layer, property).segments()) {
            if (segment.cue == cue) {
                leading = property;
            }
            if (segment.cue == cue && property != motion::Property::Opacity) {
                return &segment;
            }
            fade = segment.cue == cue ? &segment : fade;
        }
    }
    return fade;
}

}

void ScorePainter::cues(const ScoreHit& hover, LaneCache& cache) {
    const bool overCue = hover.part == ScoreHit::Part::Cue || hover.part == ScoreHit::Part::CueStart ||
                         hover.part == ScoreHit::Part::CueEnd;
    std::vector<std::vector<int>> byLane(sequence().layers.size());
    for (int i = 0; i < static_cast<int>(sequence().cues.size()); ++i) {
        if (const int layer = m_layout.layerOf(i); layer >= 0) {
            byLane[static_cast<std::size_t>(layer)].push_back(i);
        }
    }
    cache.keepAtMost(byLane.size());
    for (int layer = 0; layer < static_cast<int>(byLane.size()); ++layer) {
        if (!byLane[static_cast<std::size_t>(layer)].empty() && isSeen(m_layout.laneRow(layer))) {
            lane(layer, byLane[static_cast<std::size_t>(layer)], overCue ? hover.index : -1, cache);
        }
    }
    if (m_selection.kind() == Selection::Kind::Cue && m_selection.all().size() == 1) {
        if (const int one = model::indexOf(sequence().cues, m_selection.cue()); one >= 0) {
            knobs(one);
        }
    }
}

std::size_t ScorePainter::laneKey(int layer, const std::vector<int>& cues, int hovered) const {
    std::size_t key = 17;
    const auto add = [&](auto value) {
        key ^= std::hash<decltype(value)>()(value) + 0x9e3779b97f4a7c15ULL + (key << 6) + (key >> 2);
    };
    add(m_layout.pixelsPerMs());
    add(m_layout.timeAt(m_layout.left()));
    add(m_layout.right());
    add(m_layout.laneRow(layer).height());
    add(theme().night);
    for (int i : cues) {
        const auto& it = sequence().cues[static_cast<std::size_t>(i)];
        const auto& span = m_schedule.cues[static_cast<std::size_t>(i)];
        const auto* beat = model::findThing(sequence().beats, it.beat);
        add(static_cast<int>(it.move.kind));
        add(beat ? static_cast<int>(beat->kind) : -1);
        add(span.start);
        add(span.end);
        add(span.dropped());
        add(m_layout.cueRect(i).y() - m_layout.laneRow(layer).y());
        add(m_selection.contains(Selection::Kind::Cue, it.id));
        add(i == hovered);
        for (const auto& pose : it.poses) {
            add(pose.at);
        }
        auto property = motion::Property::Opacity;
        if (const auto* leading = leadingSegment(m_schedule, i, layer, property)) {
            add(static_cast<int>(property));
            add(leading->stop);
            for (const auto& value : leading->keys()) {
                add(value.at);
                add(value.value);
                add(model::toText(value.easing));
            }
        }
    }
    return key;
}

/// One lane's cues, from the cache if nothing of them has changed; selected ones lie on top.
void ScorePainter::lane(int layer, const std::vector<int>& cues, int hovered, LaneCache& cache) {
    const QRectF row = m_layout.laneRow(layer).adjusted(-4, 0, 27, 0);
    auto& entry = cache.of(sequence().layers[static_cast<std::size_t>(layer)].id);
    const std::size_t key = laneKey(layer, cues, hovered);
    if (entry.key != key || entry.picture.isNull()) {
        const double ratio = m_painter.device()->devicePixelRatioF();
        entry.key = key;
        entry.picture = QPixmap((row.size() * ratio).toSize());
        entry.picture.setDevicePixelRatio(ratio);
        entry.picture.fill(Qt::transparent);
        QPainter painter(&entry.picture);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.translate(-row.topLeft());
        ScorePainter inner(painter, m_schedule, m_layout, m_selection);
        for (const bool chosen : {false, true}) {
            for (int i : cues) {
                if (m_selection.contains(Selection::Kind::Cue,
                                         sequence().cues[static_cast<std::size_t>(i)].id) == chosen) {
                    inner.cue(i, chosen, i == hovered);
                }
            }
        }
    }
    m_painter.drawPixmap(row.topLeft(), entry.picture);
}

/// From these a thread is pulled to another cue.
void ScorePainter::knobs(int index) {
    if (m_layout.cueRect(index).isEmpty() || m_schedule.cues[static_cast<std::size_t>(index)].dropped()) {
        return;
    }
    m_painter.setPen(QPen(theme().umber, 1.4));
    m_painter.setBrush(theme().page);
    for (const bool end : {true, false}) {
        m_painter.drawEllipse(m_layout.knob(index, end), 3.4, 3.4);
    }
}

void ScorePainter::cue(int index, bool selected, bool hovered) {
    const QRectF rect = m_layout.cueRect(index);
    if (rect.isEmpty()) {
        return;
    }
    const auto& it = sequence().cues[static_cast<std::size_t>(index)];
    const auto* beat = model::findThing(sequence().beats, it.beat);
    const QColor ink = theme().inkOf(beat ? beat->kind : BeatKind::Play);
    if (m_schedule.cues[static_cast<std::size_t>(index)].dropped()) {
        // Only its end state is seen: a hollow post where that begins.
        m_painter.setPen(QPen(ink, 1, Qt::DashLine));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRect(QRectF(rect.x(), rect.y(), 7, rect.height()));
    } else {
        cueCurve(index, rect, ink);
    }
    if (selected || hovered) {
        m_painter.setPen(QPen(selected ? theme().madder : faded(ink, 0.5), selected ? 1.6 : 1));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRoundedRect(rect.adjusted(-2, -2, 2, 2), 2, 2);
    }
    const QFont font = uiFont(11, selected);
    const QString name = toQString(moves::definitionOf(it.move.kind).label).toLower();
    const QFontMetricsF metrics(font);
    const double width = metrics.horizontalAdvance(name);
    m_painter.setFont(font);
    // Inside if it fits, behind it otherwise; on a patch of the page, so that it can be read over a curve.
    // Where the next cue begins too soon for that it is left to the tip: two names in one place could be read
    // by nobody.
    const bool inside = rect.width() > width + 10;
    const int next = inside ? -1 : m_layout.nextInRow(index);
    if (next >= 0 && m_layout.cueRect(next).x() < rect.right() + width + 10) {
        return;
    }
    const QRectF patch(inside ? rect.right() - width - 6 : rect.right() + 5,
                       rect.bottom() - metrics.height() + 1, width + 3, metrics.height() - 1);
    m_painter.fillRect(patch, faded(selected ? theme().tint : theme().page, 0.72));
    m_painter.setPen(ink);
    m_painter.drawText(patch, Qt::AlignCenter, name);
}

void ScorePainter::cueCurve(int index, const QRectF& rect, const QColor& ink) {
    const auto& it = sequence().cues[static_cast<std::size_t>(index)];
    const int layer = model::indexOf(sequence().layers, it.layer);
    auto property = motion::Property::Opacity;
    const auto* leading = leadingSegment(m_schedule, index, layer, property);
    const QRectF box = rect.adjusted(0, 2, 0, -1);
    if (!leading || box.width() < 2) {
        m_painter.fillRect(box, faded(ink, 0.18));
    } else {
        const int steps = std::clamp(int(box.width() / 2), 2, 240);
        std::vector<double> values;
        double low = 1e300;
        double high = -1e300;
        for (int i = 0; i <= steps; ++i) {
            const double time = m_layout.timeAt(box.left() + box.width() * i / steps);
            values.push_back(leading->valueAt(std::clamp<double>(time, leading->start, leading->stop)));
            low = std::min(low, values.back());
            high = std::max(high, values.back());
        }
        // A curve rises towards the layer's rest: distances and turns shrink to zero, so they are drawn
        // upside down.
        const bool shrinks =
            motion::neutral(property) == 0 && std::abs(values.front()) > std::abs(values.back());
        const bool flip = shrinks && values.front() > values.back();
        QPainterPath line;
        for (int i = 0; i <= steps; ++i) {
            double part = high > low ? (values[static_cast<std::size_t>(i)] - low) / (high - low) : 1;
            part = flip ? 1 - part : part;
            const QPointF at(box.left() + box.width() * i / steps,
                             box.bottom() - part * (box.height() - 2) - 1);
            i == 0 ? line.moveTo(at) : line.lineTo(at);
        }
        QPainterPath area = line;
        area.lineTo(box.bottomRight());
        area.lineTo(box.bottomLeft());
        area.closeSubpath();
        m_painter.fillPath(area, faded(ink, theme().night ? 0.26 : 0.17));
        m_painter.setPen(QPen(ink, 1.5));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawPath(line);
    }
    if (it.move.kind == model::MoveKind::Poses) {
        m_painter.setBrush(theme().page);
        m_painter.setPen(QPen(ink, 1.2));
        for (const auto& pose : it.poses) {
            const QPointF at(rect.left() + pose.at * rect.width(), rect.center().y());
            m_painter.drawPolygon(QPolygonF(
                {at + QPointF(0, -4), at + QPointF(4, 0), at + QPointF(0, 4), at + QPointF(-4, 0)}));
        }
    }
    m_painter.setPen(QPen(ink, 1.2));
    m_painter.drawLine(rect.topLeft(), rect.bottomLeft());
    m_painter.setPen(QPen(faded(ink, 0.55), 1));
    m_painter.drawLine(rect.topRight(), rect.bottomRight());
}

void ScorePainter::threads() {
    m_painter.setBrush(Qt::NoBrush);
    for (int i = 0; i < static_cast<int>(sequence().cues.size()); ++i) {
        const auto& anchor = sequence().cues[static_cast<std::size_t>(i)].anchor;
        const bool after = anchor.kind == model::AnchorKind::After;
        const int other = after || anchor.kind == model::AnchorKind::With
                              ? model::indexOf(sequence().cues, anchor.cue)
                              : -1;
        if (other < 0) {
            continue;
        }
        const QRectF from = m_layout.cueRect(other);
        const QRectF to = m_layout.cueRect(i);
        if (from.isEmpty() || to.isEmpty() || !isSeen(from.united(to))) {
            continue;
        }
        const bool down = to.center().y() > from.center().y();
        const QPointF start(after ? from.right() : from.left(), down ? from.bottom() : from.top());
        const QPointF end(to.left(), down ? to.top() : to.bottom());
        QPainterPath path(start);
        const double middle = (start.y() + end.y()) / 2;
        path.cubicTo(QPointF(start.x(), middle), QPointF(end.x(), middle), end);
        m_painter.setPen(QPen(faded(theme().umber, 0.75), 1, Qt::DashLine));
        m_painter.drawPath(path);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(theme().umber);
        m_painter.drawEllipse(start, 2.2, 2.2);
        m_painter.setBrush(Qt::NoBrush);
    }
}

void ScorePainter::thread(QPointF from, QPointF to, const QRectF& target) {
    m_painter.setRenderHint(QPainter::Antialiasing);
    m_painter.setPen(QPen(theme().umber, 1.6, Qt::DashLine));
    QPainterPath path(from);
    path.cubicTo(QPointF(from.x() + 20, from.y() + 14), QPointF(to.x() - 20, to.y() + 14), to);
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawPath(path);
    if (!target.isEmpty()) {
        m_painter.drawRoundedRect(target.adjusted(-3, -3, 3, 3), 3, 3);
    }
}

}
