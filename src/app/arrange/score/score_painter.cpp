// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_painter.h"

#include "app/arrange/score/score_ink.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/moves/definition.h"

#include <QFontMetrics>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace scaena::app {

using model::BeatKind;

namespace {

/// Step of the time axis: 1, 2 or 5 times a power of ten, at least 60 pixels wide.
double axisStep(double pixelsPerMs) {
    const double least = 60 / pixelsPerMs;
    const double power = std::pow(10, std::floor(std::log10(least)));
    for (double factor : {1.0, 2.0, 5.0, 10.0}) {
        if (factor * power >= least) {
            return factor * power;
        }
    }
    return 10 * power;
}

/// The outline of a beat: a wait has a torn right edge, a hand-off a slanted one.
QPainterPath beatShape(const QRectF& r, BeatKind kind) {
    QPainterPath path(r.topLeft());
    if (kind == BeatKind::Wait) {
        path.lineTo(r.topRight());
        const int teeth = 4;
        const double step = r.height() / teeth;
        for (int i = 0; i < teeth; ++i) {
            const double y = r.top() + i * step;
            path.quadTo(r.right() + (i % 2 == 0 ? -5 : 5), y + step / 2, r.right(), y + step);
        }
    } else if (kind == BeatKind::HandOff) {
        path.lineTo(r.topRight());
        path.lineTo(std::max(r.left(), r.right() - r.height() * 0.55), r.bottom());
    } else {
        path.lineTo(r.topRight());
        path.lineTo(r.bottomRight());
    }
    path.lineTo(r.bottomLeft());
    path.closeSubpath();
    return path;
}

}

void paintBeatPattern(QPainter& painter, const QRectF& rect, BeatKind kind) {
    const QColor ink = theme().inkOf(kind);
    painter.save();
    const auto shape = beatShape(rect, kind);
    painter.fillPath(shape, faded(ink, theme().night ? 0.22 : 0.15));
    if (kind == BeatKind::Opening || kind == BeatKind::Hold) {
        painter.setClipPath(shape, Qt::IntersectClip);
        painter.setPen(QPen(faded(ink, 0.4), kind == BeatKind::Hold ? 1.6 : 1, Qt::SolidLine, Qt::RoundCap));
        for (double x = rect.left() - rect.height(); x < rect.right(); x += 6) {
            if (kind == BeatKind::Opening) {
                painter.drawLine(QPointF(x, rect.bottom()), QPointF(x + rect.height(), rect.top()));
            } else {
                for (double y = rect.top() + 4; y < rect.bottom(); y += 6) {
                    painter.drawPoint(
                        QPointF(std::floor(x / 6) * 6 + (int((y - rect.top()) / 6) % 2) * 3, y));
                }
            }
        }
    }
    painter.restore();
    painter.setPen(QPen(faded(ink, 0.75), 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawPath(shape);
}

void ScorePainter::paintPage(const Filmstrip& strip, const ScoreHit& hover, LaneCache& cache) {
    m_painter.setRenderHint(QPainter::Antialiasing);
    lanes();
    labels();
    m_painter.save();
    m_painter.setClipRect(
        QRectF(m_layout.left() - 1, 0, m_layout.right() - m_layout.left() + 27, m_layout.height()));
    beats();
    axis();
    film(strip);
    threads();
    cues(hover, cache);
    gates();
    waitRibbon();
    m_painter.restore();
}

void ScorePainter::label(const QRectF& row, const QString& text, bool strong, bool quiet) {
    const QFont font = uiFont(quiet ? 12 : 13, strong);
    m_painter.setFont(font);
    m_painter.setPen(quiet ? theme().faint : theme().ink);
    const QRectF box(4, row.y(), ScoreLayout::kLabelWidth - 12, row.height());
    m_painter.drawText(box, Qt::AlignVCenter | Qt::AlignLeft,
                       QFontMetrics(font).elidedText(text, Qt::ElideRight, int(box.width())));
}

void ScorePainter::labels() {
    label(m_layout.beatRow(), QObject::tr("Beats"), false, true);
    const QRectF strip = m_layout.stripRow();
    label({0, strip.y(), 1, strip.height() - 22}, QObject::tr("Frames"), false, true);
    label({0, strip.bottom() - 13, 1, 20}, QObject::tr("Layers"), false, true);
    const auto* cue = model::findThing(sequence().cues, m_selection.cue());
    for (int i = 0; i < static_cast<int>(sequence().layers.size()); ++i) {
        const auto& layer = sequence().layers[static_cast<std::size_t>(i)];
        const bool chosen =
            (cue && cue->layer == layer.id) || m_selection.contains(Selection::Kind::Layer, layer.id);
        if (isSeen(m_layout.laneRow(i))) {
            layerLabel(i, chosen);
        }
    }
    label({0, m_layout.gatesTop(), 1, 18}, QObject::tr("Gates"), false, true);
    if (sequence().gates.empty()) {
        m_painter.setFont(uiFont(11));
        m_painter.setPen(theme().faint);
        m_painter.drawText(QRectF(m_layout.left() + 4, m_layout.gatesTop(), 420, 18), Qt::AlignVCenter,
                           QObject::tr("What has to load before the app can be shown? G adds a gate."));
    }
    for (int i = 0; i < static_cast<int>(sequence().gates.size()); ++i) {
        const auto& gate = sequence().gates[static_cast<std::size_t>(i)];
        label(m_layout.gateRow(i), toQString(gate.name),
              m_selection.kind() == Selection::Kind::Gate && m_selection.id() == gate.id, false);
    }
    label(m_layout.waitRow(), QObject::tr("The wait"), false, true);
}

/// The name, set in for members of groups; faint for hidden layers, with a bolt for locked ones.
void ScorePainter::layerLabel(int index, bool chosen) {
    const auto& layer = sequence().layers[static_cast<std::size_t>(index)];
    int depth = 0;
    for (LayerId group = layer.group; !group.empty() && depth < 4; ++depth) {
        const auto* outer = model::findThing(sequence().layers, group);
        group = outer ? outer->group : LayerId();
    }
    QRectF row = m_layout.laneRow(index);
    const double right = ScoreLayout::kLabelWidth - 8;
    QString text = toQString(layer.name);
    const QFont font = uiFont(13, chosen);
    m_painter.setFont(font);
    m_painter.setPen(layer.hidden ? theme().faint : theme().ink);
    double end = right;
    if (layer.locked) {
        end -= 12;
        lockSign({end + 6, row.center().y()});
    }
    if (layer.hidden) {
        QFont struck = font;
        struck.setStrikeOut(true);
        m_painter.setFont(struck);
        m_painter.setPen(theme().faint);
    }
    const QRectF box(4 + depth * 9, row.y(), end - 4 - depth * 9, row.height());
    if (layer.as<model::GroupContent>()) {
        text = QStringLiteral("▾ ") + text;
    }
    m_painter.drawText(box, Qt::AlignVCenter | Qt::AlignLeft,
                       QFontMetrics(font).elidedText(text, Qt::ElideRight, int(box.width())));
}

void ScorePainter::lockSign(QPointF at) {
    m_painter.setPen(QPen(theme().faint, 1.2));
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawArc(QRectF(at.x() - 2.5, at.y() - 5.5, 5, 7), 0, 180 * 16);
    m_painter.setPen(Qt::NoPen);
    m_painter.setBrush(theme().faint);
    m_painter.drawRect(QRectF(at.x() - 3.5, at.y() - 1.5, 7, 5.5));
}

void ScorePainter::axis() {
    const QRectF row = m_layout.axisRow();
    const double step = axisStep(m_layout.pixelsPerMs());
    m_painter.setFont(timeFont(10));
    const double last = m_layout.timeAt(m_layout.right());
    for (double time = std::max(0.0, std::floor(m_layout.timeAt(m_layout.left()) / step) * step);
         time <= last; time += step / 5) {
        const double x = m_layout.xOf(time);
        const bool major = std::abs(std::remainder(time, step)) < step / 100;
        m_painter.setPen(theme().rule);
        m_painter.drawLine(QPointF(x, row.top() + 2), QPointF(x, row.top() + (major ? 7 : 4)));
        if (major) {
            m_painter.setPen(theme().faint);
            m_painter.drawText(QPointF(x + 2, row.bottom() - 2), timeText(time));
        }
    }
}

void ScorePainter::beats() {
    for (int i = 0; i < static_cast<int>(sequence().beats.size()); ++i) {
        const QRectF rect = m_layout.beatRect(i);
        const auto& beat = sequence().beats[static_cast<std::size_t>(i)];
        if (m_layout.beatTab(i).isValid() || rect.isEmpty()) {
            continue;
        }
        paintBeatPattern(m_painter, rect, beat.kind);
        const QColor ink = theme().inkOf(beat.kind);
        const QString length = beatLength(i);
        const double lengthWidth = QFontMetricsF(timeFont(11)).horizontalAdvance(length);
        QRectF text = beatTextRect(i);
        m_painter.setPen(ink);
        const double nameWidth = QFontMetricsF(uiFont(12, true)).horizontalAdvance(toQString(beat.name));
        const bool roomForLength = text.width() > lengthWidth + std::min(nameWidth, 40.0) + 6;
        if (roomForLength) {
            m_painter.setFont(timeFont(11));
            m_painter.drawText(text, Qt::AlignRight | Qt::AlignVCenter, length);
            text.setRight(text.right() - lengthWidth - 6);
        }
        const QFont font = uiFont(12, true);
        const QString name =
            QFontMetrics(font).elidedText(toQString(beat.name), Qt::ElideRight, int(text.width()));
        m_painter.setFont(font);
        if (text.width() > 14) {
            m_painter.drawText(text, Qt::AlignLeft | Qt::AlignVCenter, name);
        }
        if (m_selection.kind() == Selection::Kind::Beat && m_selection.id() == beat.id) {
            m_painter.setPen(QPen(theme().madder, 1.5));
            m_painter.setBrush(Qt::NoBrush);
            m_painter.drawRoundedRect(rect.adjusted(-1, -1, 1, 1), 2, 2);
        }
        // A hairline through the lanes where the next beat begins.
        m_painter.setPen(QPen(faded(ink, 0.35), 1, Qt::DotLine));
        m_painter.drawLine(QPointF(rect.right(), m_layout.stripRow().bottom() + 2),
                           QPointF(rect.right(), m_layout.waitRow().top()));
    }
    for (int i = 1; i < static_cast<int>(sequence().beats.size()); ++i) {
        if (const QRectF tab = m_layout.beatTab(i); tab.isValid()) {
            beatTab(tab, sequence().beats[static_cast<std::size_t>(i)]);
        }
    }
}

/// What of a beat's rectangle its name and length may stand in.
QRectF ScorePainter::beatTextRect(int beat) const {
    const bool slants = sequence().beats[static_cast<std::size_t>(beat)].kind == BeatKind::HandOff;
    QRectF text = m_layout.beatRect(beat).adjusted(6, 0, slants ? -16 : -7, 0);
    if (const QRectF tab = beat > 0 ? m_layout.beatTab(beat - 1) : QRectF(); tab.isValid()) {
        text.setLeft(std::max(text.left(), tab.right() + 4));
    }
    return text;
}

QString ScorePainter::beatLength(int beat) const {
    const auto& span = m_schedule.beats[static_cast<std::size_t>(beat)];
    return span.endless() ? QStringLiteral("∞") : timeText(span.end - span.start);
}

/// A word over the page, moved as far as it takes to be whole.
void ScorePainter::chip(QRectF rect, const QString& text, const QFont& font, const QColor& ink) {
    rect.setWidth(QFontMetricsF(font).horizontalAdvance(text) + 14);
    rect.moveLeft(std::clamp(rect.left(), 2.0, std::max(2.0, m_layout.right() + 22 - rect.width())));
    m_painter.setPen(QPen(ink, 1));
    m_painter.setBrush(theme().page);
    m_painter.drawRoundedRect(rect, 3, 3);
    m_painter.setFont(font);
    m_painter.drawText(rect, Qt::AlignCenter, text);
}

void ScorePainter::beatName(int beat) {
    const QRectF rect = m_layout.beatRect(beat);
    if (!m_schedule.beats[static_cast<std::size_t>(beat)].played || rect.isNull()) {
        return;
    }
    const auto& of = sequence().beats[static_cast<std::size_t>(beat)];
    const QFont font = uiFont(12, true);
    const QString name = toQString(of.name);
    if (!m_layout.beatTab(beat).isValid() &&
        QFontMetricsF(font).horizontalAdvance(name) <= beatTextRect(beat).width()) {
        return;
    }
    m_painter.setRenderHint(QPainter::Antialiasing);
    chip({rect.left() - 1, rect.top(), 0, rect.height()}, QObject::tr("%1  %2").arg(name, beatLength(beat)),
         font, theme().inkOf(of.kind));
}

void ScorePainter::total(QPointF at, Millis before) {
    const Millis now = m_schedule.metrics.shown;
    const QString shown =
        isNever(now) ? QObject::tr("never shown") : QObject::tr("shown %1").arg(timeText(now));
    const bool both = !isNever(now) && !isNever(before);
    const QString change = !both || now == before ? QString()
                           : now > before         ? QObject::tr("%1 later").arg(timeText(now - before))
                                                  : QObject::tr("%1 sooner").arg(timeText(before - now));
    const QColor ink = change.isEmpty() ? theme().faint : now > before ? theme().madder : theme().verdigris;
    m_painter.setRenderHint(QPainter::Antialiasing);
    // Beside the pointer, and whole.
    const double y = std::clamp(at.y() + 16, 2.0, m_layout.height() - 24);
    chip({at.x() + 14, y, 0, 20}, change.isEmpty() ? shown : shown + QStringLiteral(", ") + change,
         uiFont(11, true), ink);
}

/// A beat of no length: over the beginning of the next one, in its colour and pattern, with a mark of its
/// place.
void ScorePainter::beatTab(const QRectF& tab, const model::Beat& beat) {
    const QColor ink = theme().inkOf(beat.kind);
    m_painter.fillRect(tab, theme().page);
    paintBeatPattern(m_painter, tab.adjusted(0.5, 0, -1, 0), beat.kind);
    m_painter.setPen(QPen(ink, 2));
    m_painter.drawLine(tab.topLeft(), tab.bottomLeft());
    m_painter.setFont(uiFont(11, true));
    m_painter.drawText(tab.adjusted(1, 0, 0, 0), Qt::AlignCenter, toQString(beat.name).left(1).toUpper());
    m_painter.setPen(QPen(faded(ink, 0.35), 1, Qt::DotLine));
    m_painter.drawLine(QPointF(tab.left(), m_layout.stripRow().bottom() + 2),
                       QPointF(tab.left(), m_layout.waitRow().top()));
    if (m_selection.kind() == Selection::Kind::Beat && m_selection.id() == beat.id) {
        m_painter.setPen(QPen(theme().madder, 1.5));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRoundedRect(tab.adjusted(-1, -1, 1, 1), 2, 2);
    }
}

void ScorePainter::film(const Filmstrip& strip) {
    const QRectF row = m_layout.stripRow();
    double freeFrom = m_layout.left() - 1;
    for (double time : strip.times()) {
        const QImage image = strip.frame(time);
        const double x = m_layout.xOf(time);
        if (image.isNull() || x < freeFrom || x > m_layout.right()) {
            continue;
        }
        const QRectF place(x, row.y() + 2, image.width(), image.height());
        m_painter.drawImage(place.topLeft(), image);
        m_painter.setPen(theme().rule);
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRoundedRect(place.adjusted(-0.5, -0.5, 0.5, 0.5), 2, 2);
        m_painter.drawLine(QPointF(x, row.top() - 1), QPointF(x, row.top() + 1));
        freeFrom = place.right() + 3;
    }
}

void ScorePainter::lanes() {
    const auto* cue = model::findThing(sequence().cues, m_selection.cue());
    for (int i = 0; i < static_cast<int>(sequence().layers.size()); ++i) {
        const QRectF row = m_layout.laneRow(i);
        if (!isSeen(row)) {
            continue;
        }
        const LayerId& id = sequence().layers[static_cast<std::size_t>(i)].id;
        const bool chosen = (cue && cue->layer == id) || m_selection.contains(Selection::Kind::Layer, id);
        if (chosen) {
            m_painter.fillRect(row.adjusted(-ScoreLayout::kLabelWidth, 0, 0, 0), theme().tint);
        }
        m_painter.setPen(faded(theme().rule, 0.7));
        m_painter.drawLine(QPointF(4, row.bottom()), QPointF(row.right(), row.bottom()));
    }
}

void ScorePainter::rubberBand(const QRectF& rect) {
    m_painter.setPen(QPen(theme().woad, 1));
    m_painter.setBrush(faded(theme().woad, 0.12));
    m_painter.drawRect(rect);
}

void ScorePainter::dropMark(int layer, double time) {
    const QRectF row = m_layout.laneRow(layer);
    m_painter.fillRect(row, faded(theme().woad, 0.14));
    m_painter.setPen(QPen(theme().woad, 2));
    const double x = m_layout.xOf(time);
    m_painter.drawLine(QPointF(x, row.top()), QPointF(x, row.bottom()));
}

void ScorePainter::needle(double time) {
    const double x = m_layout.xOf(time);
    if (x < m_layout.left() - 1 || x > m_layout.right() + 1) {
        return;
    }
    m_painter.setRenderHint(QPainter::Antialiasing);
    m_painter.setPen(QPen(theme().madder, 1.4));
    m_painter.drawLine(QPointF(x, 2), QPointF(x, m_layout.waitRow().bottom() + 3));
    QPainterPath head(QPointF(x - 5, 0));
    head.lineTo(x + 5, 0);
    head.lineTo(x, 8);
    head.closeSubpath();
    m_painter.fillPath(head, theme().madder);
}

}
