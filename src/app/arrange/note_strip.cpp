// SPDX-License-Identifier: MIT
#include "app/arrange/note_strip.h"

#include "app/widgets/theme.h"
#include "core/check/vanishing.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QToolButton>

namespace scaena::app {

NoteStrip::NoteStrip(Document& document, Preview& preview, QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview), m_sentence(new QLabel(this)),
      m_remedy(new QToolButton(this)), m_close(new QToolButton(this)), m_before(preview.schedule()) {
    setObjectName(QStringLiteral("noteStrip"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 3, 6, 3);
    row->setSpacing(10);
    row->addWidget(m_sentence, 1);
    row->addWidget(m_remedy);
    row->addWidget(m_close);
    m_sentence->setObjectName(QStringLiteral("noteSentence"));
    m_sentence->setFont(uiFont(12));
    m_sentence->setWordWrap(true);
    m_remedy->setObjectName(QStringLiteral("noteRemedy"));
    m_remedy->setFont(uiFont(12, true));
    m_close->setObjectName(QStringLiteral("noteClose"));
    m_close->setText(QStringLiteral("×"));
    m_close->setToolTip(tr("Put the note away"));
    m_close->setAccessibleName(m_close->toolTip());
    connect(m_remedy, &QToolButton::clicked, this, &NoteStrip::mend);
    connect(m_close, &QToolButton::clicked, this, &NoteStrip::clear);
    connect(&preview, &Preview::scheduleChanged, this, &NoteStrip::compare);
    connect(&document, &Document::stateChanged, this, &NoteStrip::compare); // the end of a drag
    clear();
}

void NoteStrip::show(const check::Finding& finding) {
    m_finding = finding;
    m_sentence->setText(QString::fromStdString(finding.sentence));
    m_remedy->setVisible(finding.remedy.has_value());
    m_remedy->setText(finding.remedy ? QString::fromStdString(finding.remedy->label) : QString());
    setAccessibleName(m_sentence->text());
    setVisible(true);
    update();
}

void NoteStrip::clear() {
    m_finding.reset();
    setVisible(false);
}

/// Compares documents, not conditions, and not the steps of a drag before it is over.
void NoteStrip::compare() {
    const auto now = m_preview.schedule();
    if (m_document.history().inTransaction()) {
        return;
    }
    const auto before = std::exchange(m_before, now);
    if (before->sequence == now->sequence) {
        return;
    }
    clear();
    if (before->conditions == now->conditions && m_document.history().canUndo()) {
        const auto found = check::vanishing(*before, *now);
        if (!found.empty()) {
            show(found.front());
        }
    }
}

void NoteStrip::mend() {
    if (const auto finding = m_finding) { // a copy: the edit takes the note away
        m_document.mend(*finding);
    }
}

void NoteStrip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor ink =
        m_finding && m_finding->severity == check::Severity::Note ? theme().woad : theme().umber;
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme().tint);
    painter.drawRoundedRect(QRectF(rect()), 3, 3);
    painter.setBrush(ink);
    painter.drawRoundedRect(QRectF(0, 0, 4, height()), 2, 2);
}

}
