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

/// The foot of the score: what loads, and what the wait costs.
namespace scaena::app {

void ScorePainter::gates() {
    for (int i = 0; i < static_cast<int>(sequence().gates.size()); ++i) {
        gate(i);
    }
}

void ScorePainter::gate(int index) {
    const QRectF rect = m_layout.gateRect(index);
    if (rect.isEmpty()) {
        return;
    }
    const auto& it = sequence().gates[static_cast<std::size_t>(index)];
    const auto& span = m_schedule.gates[static_cast<std::size_t>(index)];
    const QColor ink = span.timedOut || isNever(span.open) ? theme().madder : theme().verdigris;
    const double middle = rect.center().y();
    // The whisker reaches to the slow time, the stop stands at the time-out.
    const double slow = m_layout.xOf(span.start + it.slow);
    m_painter.setPen(QPen(faded(ink, 0.7), 1.2));
    if (slow > rect.right()) {
        m_painter.drawLine(QPointF(rect.right(), middle), QPointF(slow, middle));
        m_painter.drawLine(QPointF(slow, middle - 4), QPointF(slow, middle + 4));
    }
    if (it.timeOut) {
        const double stop = m_layout.xOf(span.start + *it.timeOut);
        m_painter.setPen(QPen(theme().madder, 2));
        m_painter.drawLine(QPointF(stop, rect.top() - 2), QPointF(stop, rect.bottom() + 2));
    }
    m_painter.setPen(QPen(ink, 1));
    m_painter.setBrush(it.optional ? QBrush(Qt::NoBrush) : QBrush(faded(ink, 0.3)));
    m_painter.drawRoundedRect(rect, 2, 2);
    for (const auto& need : it.needs) {
        const int other = model::indexOf(sequence().gates, need);
        const QRectF from = m_layout.gateRect(other);
        if (!from.isEmpty()) {
            m_painter.drawLine(QPointF(rect.left(), from.bottom()), QPointF(rect.left(), rect.top()));
        }
    }
    if (m_selection.kind() == Selection::Kind::Gate && m_selection.id() == it.id) {
        m_painter.setPen(QPen(theme().madder, 1.5));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawRoundedRect(rect.adjusted(-2, -2, 2, 2), 3, 3);
    }
    m_painter.setFont(timeFont(10));
    m_painter.setPen(ink);
    const QString length = isNever(span.open) ? QStringLiteral("∞") : timeText(span.open - span.start);
    m_painter.drawText(rect.adjusted(4, -4, -4, 4), Qt::AlignRight | Qt::AlignVCenter,
                       rect.width() > 34 ? length : QString());
    const QString remark = span.timedOut ? QObject::tr("timed out")
                           : it.optional ? QObject::tr("optional")
                           : it.timeOut  ? QObject::tr("time-out %1").arg(timeText(*it.timeOut))
                                         : QObject::tr("no time-out");
    m_painter.setFont(uiFont(11));
    m_painter.setPen(span.timedOut ? theme().madder : theme().faint);
    const double width = QFontMetricsF(uiFont(11)).horizontalAdvance(remark);
    double x = std::max(slow, rect.right()) + 8;
    if (x + width > m_layout.right() + 24) {
        x = rect.left() - width - 6 > m_layout.left() ? rect.left() - width - 6
                                                      : m_layout.right() + 24 - width;
    }
    m_painter.drawText(QRectF(x, rect.y() - 4, width + 4, rect.height() + 8), Qt::AlignVCenter, remark);
}

void ScorePainter::waitRibbon() {
    const QRectF row = m_layout.waitRow();
    static const QString names[] = {QObject::tr("opening"), QObject::tr("covered"), QObject::tr("idle"),
                                    QObject::tr("added")};
    const auto& metrics = m_schedule.metrics;
    const double end = metrics.ribbon.empty() ? m_layout.left() : m_layout.xOf(metrics.ribbon.back().end);
    const QString sum = isNever(metrics.shown) ? QObject::tr("never shown")
                                               : QObject::tr("shown %1").arg(timeText(metrics.shown));
    const double width = QFontMetricsF(timeFont(11)).horizontalAdvance(sum);
    const bool within = end + 6 + width > m_layout.right() + 26; // no room behind the ribbon
    const QRectF sumBox(within ? end - width - 10 : end + 6, row.y(), width + 8, row.height());
    for (const auto& span : metrics.ribbon) {
        const QRectF rect(m_layout.xOf(span.start), row.y(),
                          m_layout.xOf(span.end) - m_layout.xOf(span.start), row.height());
        using Kind = schedule::WaitSpan::Kind;
        QColor text = theme().page;
        if (span.kind == Kind::Opening) {
            paintBeatPattern(m_painter, rect, model::BeatKind::Opening);
            text = theme().slate;
        } else {
            const QColor ink = span.kind == Kind::Covered ? theme().verdigris
                               : span.kind == Kind::Idle  ? theme().weld
                                                          : theme().madder;
            m_painter.fillRect(rect, faded(ink, span.kind == Kind::Idle ? 0.3 : 1));
            text = span.kind == Kind::Idle ? theme().ink : theme().page;
        }
        const QString words =
            names[static_cast<int>(span.kind)] + QStringLiteral(" ") + timeText(span.end - span.start);
        const QFont font = uiFont(11, true);
        const double room = (within ? std::min(rect.right(), sumBox.left()) : rect.right()) - rect.left();
        m_painter.setFont(font);
        m_painter.setPen(text);
        if (QFontMetricsF(font).horizontalAdvance(words) + 8 < room) {
            m_painter.drawText(rect.adjusted(5, 0, -3, 0), Qt::AlignVCenter | Qt::AlignLeft, words);
        }
    }
    if (within) {
        m_painter.fillRect(sumBox.adjusted(0, 2, 0, -2), theme().page);
    }
    m_painter.setFont(timeFont(11));
    m_painter.setPen(theme().ink);
    m_painter.drawText(sumBox, Qt::AlignVCenter | (within ? Qt::AlignHCenter : Qt::AlignLeft), sum);
}

}
