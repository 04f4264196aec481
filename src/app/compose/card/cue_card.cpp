// SPDX-License-Identifier: MIT
#include "app/compose/card/cue_card.h"

#include "app/compose/card/beat_form.h"
#include "app/compose/card/cue_form.h"
#include "app/shell/phrasing.h"
#include "app/shell/theme.h"
#include "core/model/moves.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace scaena::app {

CueCard::CueCard(Document& document, Preview& preview, Selection& selection, QWidget* parent)
    : QFrame(parent), m_document(document), m_preview(preview), m_selection(selection),
      m_name(new QLabel(this)), m_does(new QLabel(this)), m_hint(new QLabel(this)),
      m_pages(new QStackedWidget(this)), m_cue(new CueForm(document, this)),
      m_beat(new BeatForm(document, preview, this)), m_gate(new GateForm(document, this)),
      m_empty(new QLabel(this)) {
    setObjectName(QStringLiteral("card"));
    setAccessibleName(tr("Card of what is selected"));
    m_name->setFont(nameFont(14));
    m_name->setObjectName(QStringLiteral("cardName"));
    m_does->setFont(nameFont(14, false));
    m_hint->setFont(uiFont(11));
    m_hint->setProperty("quiet", true);
    m_empty->setProperty("quiet", true);
    m_empty->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_empty->setWordWrap(true);
    m_empty->setFont(uiFont(13));
    m_pages->addWidget(m_empty);
    m_pages->addWidget(m_cue);
    m_pages->addWidget(m_beat);
    m_pages->addWidget(m_gate);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 0, 0);
    head->setSpacing(5);
    head->addWidget(m_name);
    head->addWidget(m_does);
    head->addStretch(1);
    head->addWidget(m_hint);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 5, 14, 6);
    column->setSpacing(9);
    column->addLayout(head);
    column->addWidget(m_pages, 1);
    setFixedHeight(206);
    connect(&selection, &Selection::changed, this, &CueCard::update);
    connect(&preview, &Preview::scheduleChanged, this, &CueCard::update);
    update();
}

void CueCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    for (int i = 3; i > 0; --i) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, t.night ? 26 : 8));
        painter.drawRoundedRect(QRectF(rect()).adjusted(3 - i, 4 - i, i - 3, i - 2), 5, 5);
    }
    painter.setPen(t.rule);
    painter.setBrush(t.night ? QColor("#2B2F3A") : QColor("#FFFEFA"));
    painter.drawRoundedRect(QRectF(rect()).adjusted(2.5, 1.5, -2.5, -3.5), 4, 4);
    painter.setPen(QPen(QColor(t.madder.red(), t.madder.green(), t.madder.blue(), 90), 1));
    painter.drawLine(QPointF(3, 31.5), QPointF(width() - 3, 31.5));
}

void CueCard::update() {
    const auto& s = *m_document.sequence();
    QString name;
    QString does;
    QString hint;
    QWidget* page = m_empty;
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        const auto* layer = model::findThing(s.layers, cue->layer);
        name = toQString(layer ? layer->name : cue->layer);
        const bool leaves =
            cue->move.parameters.count("direction") > 0 && model::choiceOf(cue->move, "direction") == "out";
        does = leaves ? tr("leaves: %1").arg(toQString(model::moveDefinition(cue->move.kind).label).toLower())
                      : toQString(model::moveDefinition(cue->move.kind).does);
        hint = tr("C  another cue      Ctrl+D  duplicate      Del  remove");
        m_cue->show(cue->id);
        page = m_cue;
    } else if (m_selection.kind() == Selection::Kind::Beat && model::findThing(s.beats, m_selection.id())) {
        name = toQString(model::findThing(s.beats, m_selection.id())->name);
        does = tr("beat");
        m_beat->show(m_selection.id());
        page = m_beat;
    } else if (m_selection.kind() == Selection::Kind::Gate && model::findThing(s.gates, m_selection.id())) {
        name = toQString(model::findThing(s.gates, m_selection.id())->name);
        does = tr("gate");
        m_gate->show(m_selection.id());
        page = m_gate;
    } else {
        const auto* layer = m_selection.kind() == Selection::Kind::Layer
                                ? model::findThing(s.layers, m_selection.id())
                                : nullptr;
        name = layer ? toQString(layer->name) : tr("Nothing selected");
        m_empty->setText(layer ? tr("No cue of this layer runs at the needle.\nPress C to give it one at the "
                                    "needle, or select one of its cues.")
                               : tr("Click a cue, a beat or a gate on the score to change it here.\nSpace "
                                    "plays. Drag cues to move them, their edges to lengthen them."));
    }
    m_name->setText(name);
    m_does->setText(does);
    m_hint->setText(hint);
    m_pages->setCurrentWidget(page);
}

void CueCard::takeKeyboard() {
    if (m_pages->currentWidget() == m_cue) {
        m_cue->takeKeyboard();
    } else if (m_pages->currentWidget() == m_beat) {
        m_beat->takeKeyboard();
    } else if (m_pages->currentWidget() == m_gate) {
        m_gate->takeKeyboard();
    }
}

}
