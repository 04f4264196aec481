// SPDX-License-Identifier: MIT
#include "app/export/target_card.h"

#include "app/widgets/phrasing.h"

#include "app/widgets/theme.h"

#include <QPainter>
#include <QPainterPath>

namespace scaena::app {

using plan::Carry;

TargetCard::TargetCard(plan::ExportId exportId, const QString& name, const QString& about, QWidget* parent)
    : QAbstractButton(parent), m_exportId(exportId), m_about(about) {
    setText(name);
    setObjectName(QStringLiteral("target-") + toQString(exportId.name()));
    setCheckable(true);
    setAutoExclusive(true);
    setFocusPolicy(Qt::TabFocus);
    setCursor(Qt::PointingHandCursor);
    setMinimumHeight(84);
    setMaximumHeight(104);
}

void TargetCard::setStudy(const study::Study& study) {
    m_marks.clear();
    int counts[4] = {};
    int partly = 0;
    const auto systems = study.plans(m_exportId);
    for (std::size_t cue = 0; cue < study.sequence().cues.size(); ++cue) {
        Carry worst = Carry::System;
        Carry best = Carry::Dropped;
        for (const auto& system : systems) {
            const auto how = system->cues[cue].carry.how;
            worst = std::max(worst, how);
            best = std::min(best, how);
        }
        m_marks.push_back(worst);
        ++counts[static_cast<int>(worst)];
        partly += worst == Carry::Dropped && best != Carry::Dropped ? 1 : 0;
    }
    QStringList words;
    const int whole = counts[0] + counts[1];
    words << (whole == static_cast<int>(m_marks.size()) ? tr("all %1 cues as previewed").arg(whole)
                                                        : tr("%1 cues as previewed").arg(whole));
    if (counts[2] > 0) {
        words << tr("%1 baked").arg(counts[2]);
    }
    if (counts[3] > partly) {
        words << tr("%1 dropped").arg(counts[3] - partly);
    }
    if (partly > 0) {
        words << tr("%1 dropped on some systems").arg(partly);
    }
    m_counts = words.join(QStringLiteral(" · "));
    setToolTip(m_counts);
    setAccessibleName(text() + QStringLiteral(": ") + m_counts);
    update();
}

void TargetCard::setState(const QString& state) {
    m_state = state;
    update();
}

void TargetCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    painter.setPen(QPen(isChecked() || hasFocus() ? theme().woad : theme().rule, isChecked() ? 1.6 : 1));
    painter.setBrush(isChecked() || underMouse() ? theme().tint : theme().page);
    painter.drawRoundedRect(box, 5, 5);
    if (isChecked()) { // a ribbon, so that it is not told by colour alone
        painter.fillRect(QRectF(box.left(), box.top() + 10, 4, box.height() - 20), theme().woad);
    }
    const QRectF text = box.adjusted(16, 10, -14, -10);
    painter.setPen(theme().ink);
    painter.setFont(nameFont(15));
    painter.drawText(text, Qt::AlignTop | Qt::AlignLeft, this->text());
    const double nameWidth = QFontMetricsF(nameFont(15)).horizontalAdvance(this->text());
    painter.setPen(theme().faint);
    painter.setFont(uiFont(11));
    const auto about =
        QFontMetricsF(uiFont(11)).elidedText(m_about, Qt::ElideRight, text.width() - nameWidth - 12);
    painter.drawText(text.adjusted(nameWidth + 10, 4, 0, 0), Qt::AlignTop | Qt::AlignLeft, about);
    // A mark a cue: full, hollow with a dot, or crossed out.
    const double step = std::min(13.0, text.width() / std::max<std::size_t>(1, m_marks.size()));
    const double y = text.top() + 32;
    for (std::size_t i = 0; i < m_marks.size(); ++i) {
        const QPointF at(text.left() + step * (static_cast<double>(i) + 0.5), y);
        const double r = std::min(4.0, step * 0.36);
        const Carry how = m_marks[i];
        const QColor ink = how == Carry::Dropped ? theme().madder
                           : how == Carry::Baked ? theme().umber
                                                 : theme().woad;
        painter.setPen(QPen(ink, 1.4));
        painter.setBrush(how == Carry::Player || how == Carry::System ? QBrush(ink) : QBrush(Qt::NoBrush));
        if (how == Carry::Dropped) {
            painter.drawLine(at - QPointF(r, r), at + QPointF(r, r));
            painter.drawLine(at + QPointF(-r, r), at + QPointF(r, -r));
        } else if (how == Carry::System) {
            painter.drawRect(QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r));
        } else {
            painter.drawEllipse(at, r, r);
        }
    }
    painter.setPen(theme().ink);
    painter.setFont(uiFont(12));
    painter.drawText(text, Qt::AlignBottom | Qt::AlignLeft, m_counts);
    painter.setPen(theme().faint);
    painter.drawText(text, Qt::AlignBottom | Qt::AlignRight, m_state);
}

}
