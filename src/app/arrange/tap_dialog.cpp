// SPDX-License-Identifier: MIT
#include "app/arrange/tap_dialog.h"

#include "app/widgets/theme.h"

#include <QDialogButtonBox>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace scaena::app {

TapDialog::TapDialog(int count, Millis first, QWidget* parent)
    : QDialog(parent), m_count(count), m_first(first), m_text(new QLabel(this)) {
    setObjectName(QStringLiteral("tapRhythm"));
    setWindowTitle(tr("Tap a rhythm"));
    m_text->setFont(uiFont(14));
    m_text->setWordWrap(true);
    m_text->setText(tr(
        "Press Space or click in the rhythm you hear, once for each of the %n cue(s). The first tap is the "
        "first cue; it stays where it is.",
        nullptr, count));
    auto* buttons =
        new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Reset | QDialogButtonBox::Cancel, this);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Set the times"));
    buttons->button(QDialogButtonBox::Reset)->setText(tr("Again"));
    for (auto* button : buttons->buttons()) {
        button->setFocusPolicy(Qt::NoFocus); // Space is for tapping
    }
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 14);
    column->addWidget(m_text);
    column->addStretch(1);
    column->addWidget(buttons);
    resize(460, 220);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(buttons->button(QDialogButtonBox::Reset), &QPushButton::clicked, this, [this] {
        m_times.clear();
        update();
    });
}

void TapDialog::tap() {
    if (static_cast<int>(m_times.size()) >= m_count) {
        return;
    }
    if (m_times.empty()) {
        m_clock.start();
        m_times.push_back(m_first);
    } else {
        m_times.push_back(m_first + static_cast<Millis>(m_clock.elapsed()));
    }
    update();
}

void TapDialog::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Space) {
        if (!event->isAutoRepeat()) {
            tap();
        }
    } else if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        accept();
    } else {
        QDialog::keyPressEvent(event);
    }
}

void TapDialog::mousePressEvent(QMouseEvent*) { tap(); }

void TapDialog::paintEvent(QPaintEvent* event) {
    QDialog::paintEvent(event);
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double y = height() - 76;
    const double left = 28;
    const double room = width() - 2 * left;
    painter.setPen(QPen(theme().rule, 2));
    painter.drawLine(QPointF(left, y), QPointF(left + room, y));
    const double span = m_times.size() > 1 ? std::max(1, m_times.back() - m_times.front()) : 1;
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme().madder);
    for (Millis time : m_times) {
        const double x = left + (m_times.size() > 1 ? (time - m_times.front()) / span * room : 0);
        painter.drawEllipse(QPointF(x, y), 6, 6);
    }
    painter.setPen(theme().faint);
    painter.setFont(uiFont(12));
    painter.drawText(QPointF(left, y - 16), tr("%1 of %2 taps").arg(m_times.size()).arg(m_count));
}

}
