// SPDX-License-Identifier: MIT
#include "app/arrange/card/cue_card.h"

#include "app/arrange/card/beat_form.h"
#include "app/arrange/card/cue_form.h"
#include "app/arrange/card/gate_form.h"
#include "app/arrange/card/layer_form.h"
#include "app/arrange/opening/opening_card.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/moves/definition.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace scaena::app {

namespace {

constexpr int kLaterMillis = 60;

QString kindName(model::LayerKind kind) {
    switch (kind) {
    case model::LayerKind::Backdrop:
        return QObject::tr("backdrop");
    case model::LayerKind::Artwork:
        return QObject::tr("artwork");
    case model::LayerKind::Text:
        return QObject::tr("text");
    case model::LayerKind::FooterMark:
        return QObject::tr("footer mark");
    case model::LayerKind::FirstScreen:
        return QObject::tr("first screen");
    case model::LayerKind::Shape:
        return QObject::tr("shape");
    case model::LayerKind::Image:
        return QObject::tr("image");
    case model::LayerKind::Progress:
        return QObject::tr("progress");
    case model::LayerKind::Clip:
        return QObject::tr("clip");
    case model::LayerKind::Group:
        return QObject::tr("group");
    }
    return {};
}

}

CueCard::CueCard(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_document(actions.document()), m_preview(actions.preview()),
      m_selection(actions.selection()), m_name(new QLabel(this)), m_does(new QLabel(this)),
      m_hint(new QLabel(this)), m_pages(new QStackedWidget(this)), m_cue(new CueForm(actions, this)),
      m_beat(new BeatForm(m_document, m_preview, this)), m_gate(new GateForm(m_document, this)),
      m_layer(new LayerForm(actions, this)), m_opening(new OpeningCard(actions, this)),
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
    m_pages->addWidget(m_layer);
    m_pages->addWidget(m_opening);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 0, 0);
    head->setSpacing(5);
    head->addWidget(m_name);
    head->addWidget(m_does);
    head->addStretch(1);
    head->addWidget(m_hint);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(7);
    column->addLayout(head);
    column->addWidget(m_pages, 1);
    connect(&m_selection, &Selection::changed, this, &CueCard::update);
    // While something is dragged the stage comes first; the card follows a moment later.
    m_later.setSingleShot(true);
    m_later.setInterval(kLaterMillis);
    connect(&m_later, &QTimer::timeout, this, &CueCard::update);
    connect(&m_preview, &Preview::scheduleChanged, this, [this] {
        if (!m_document.history().inTransaction()) {
            update();
        } else if (!m_later.isActive()) {
            m_later.start();
        }
    });
    update();
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
            cue->move.parameters.count("direction") > 0 && moves::choiceOf(cue->move, "direction") == "out";
        does = leaves ? tr("leaves: %1").arg(toQString(moves::definitionOf(cue->move.kind).label).toLower())
                      : toQString(moves::definitionOf(cue->move.kind).does);
        if (m_selection.all().size() > 1) {
            name = tr("%n cues", nullptr, int(m_selection.all().size()));
            does = tr("selected; the card shows the last of them");
        }
        hint = tr("C  another cue      Ctrl+D  duplicate      Del  remove");
        m_cue->show(cue->id);
        page = m_cue;
    } else if (const auto* beat = model::findThing(s.beats, m_selection.beat())) {
        name = toQString(beat->name);
        if (beat->kind == model::BeatKind::Opening) {
            does = tr("what the system shows before the app's own code runs");
            m_opening->refresh();
            page = m_opening;
        } else {
            does = tr("beat");
            m_beat->show(beat->id);
            page = m_beat;
        }
    } else if (const auto* gate = model::findThing(s.gates, m_selection.gate())) {
        name = toQString(gate->name);
        does = tr("gate");
        m_gate->show(gate->id);
        page = m_gate;
    } else if (const auto* layer = model::findThing(s.layers, m_selection.layer())) {
        name = m_selection.all().size() > 1 ? tr("%n layers", nullptr, int(m_selection.all().size()))
                                            : toQString(layer->name);
        does = kindName(layer->kind());
        hint = tr("C  a cue      Ctrl+D  duplicate      Ctrl+G  group      Del  remove");
        m_layer->show(layer->id);
        page = m_layer;
    } else {
        name = tr("Nothing selected");
        m_empty->setText(tr(
            "Click a cue, a layer, a beat or a gate on the score, or something on the stage, to change it "
            "here.\n"
            "Drop files on the window to add art. The bookmarks above hold the palette, the moves, the first "
            "screen and the takes. Space plays; Ctrl+K finds everything."));
    }
    m_name->setText(name);
    m_does->setText(does);
    m_hint->setText(hint);
    const bool isOther = page != m_pages->currentWidget();
    m_pages->setCurrentWidget(page);
    if (isOther) {
        emit wishChanged();
    }
}

int CueCard::wishedHeight() const { return m_pages->currentWidget() == m_opening ? OpeningCard::kHeight : 0; }

void CueCard::takeKeyboard() {
    if (m_pages->currentWidget() == m_cue) {
        m_cue->takeKeyboard();
    } else if (m_pages->currentWidget() == m_beat) {
        m_beat->takeKeyboard();
    } else if (m_pages->currentWidget() == m_opening) {
        m_opening->takeKeyboard();
    } else if (m_pages->currentWidget() == m_layer) {
        m_layer->takeKeyboard();
    } else if (m_pages->currentWidget() == m_gate) {
        m_gate->takeKeyboard();
    }
}

}
