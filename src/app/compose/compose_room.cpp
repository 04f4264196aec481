// SPDX-License-Identifier: MIT
#include "app/compose/compose_room.h"

#include "app/compose/card/cue_card.h"
#include "app/compose/score/score_view.h"
#include "app/compose/stage/conditions_sentence.h"
#include "app/compose/stage/stage_view.h"
#include "app/compose/stage/transport.h"
#include "app/shell/phrasing.h"
#include "app/shell/theme.h"
#include "core/edit/edits.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

namespace scaena::app {

namespace {
constexpr int kSpine = 14; // pixels between the pages
constexpr int kMargin = 8; // pixels of desk around the book
}

ComposeRoom::ComposeRoom(Document& document, Preview& preview, Selection& selection, QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview), m_selection(selection), m_strip(preview),
      m_left(new QWidget(this)), m_conditions(new ConditionsSentence(preview, m_left)),
      m_stage(new StageView(preview, selection, m_left)),
      m_score(new ScoreView(document, preview, selection, m_strip)),
      m_card(new CueCard(document, preview, selection, this)) {
    setObjectName(QStringLiteral("compose"));
    auto* left = new QVBoxLayout(m_left);
    left->setContentsMargins(18, 12, 14, 12);
    left->setSpacing(8);
    left->addWidget(m_conditions);
    left->addWidget(m_stage, 1);
    left->addWidget(new Transport(preview, m_left));
    m_left->setFixedWidth(352);

    auto* scroll = new QScrollArea(this);
    scroll->setWidget(m_score);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->viewport()->setAutoFillBackground(false);
    m_score->setAutoFillBackground(false);
    auto* right = new QVBoxLayout;
    right->setContentsMargins(kSpine + 6, 8, 10, 8);
    right->setSpacing(4);
    right->addWidget(scroll, 1);
    right->addWidget(m_card);

    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(kMargin, 0, kMargin, kMargin);
    row->setSpacing(0);
    row->addWidget(m_left);
    row->addLayout(right, 1);
    connect(m_score, &ScoreView::wantsNumber, m_card, &CueCard::takeKeyboard);
}

void ComposeRoom::paintEvent(QPaintEvent* event) {
    const double ratio = devicePixelRatioF();
    if (m_book.size() != size() * ratio || m_bookIsNight != theme().night) {
        m_bookIsNight = theme().night;
        m_book = QPixmap(size() * ratio);
        m_book.setDevicePixelRatio(ratio);
        m_book.fill(theme().desk);
        QPainter book(&m_book);
        paintBook(book);
    }
    QPainter painter(this);
    const QRectF part = event->rect();
    painter.drawPixmap(part, m_book, QRectF(part.topLeft() * ratio, part.size() * ratio));
}

void ComposeRoom::paintBook(QPainter& painter) const {
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const QRectF book = QRectF(rect()).adjusted(kMargin, 0.5, -kMargin, -kMargin + 0.5);
    const double spine = m_left->geometry().right() + kSpine / 2.0;
    painter.setPen(t.rule);
    painter.setBrush(t.page);
    painter.drawRoundedRect(book, 6, 6);
    // The pages curve down into the spine.
    QLinearGradient shade(spine - 26, 0, spine + 26, 0);
    const auto dark = [&](double part) {
        return QColor(t.night ? 0 : 60, t.night ? 0 : 45, t.night ? 0 : 20, int(part));
    };
    shade.setColorAt(0, dark(0));
    shade.setColorAt(0.44, dark(t.night ? 70 : 34));
    shade.setColorAt(0.5, dark(t.night ? 120 : 66));
    shade.setColorAt(0.56, dark(t.night ? 60 : 26));
    shade.setColorAt(1, dark(0));
    painter.fillRect(QRectF(spine - 26, book.top() + 1, 52, book.height() - 2), shade);
}

Id ComposeRoom::layerForNewCue() const {
    const auto& s = *m_document.sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        return cue->layer;
    }
    if (m_selection.kind() == Selection::Kind::Layer) {
        return m_selection.id();
    }
    return s.layers.empty() ? Id() : s.layers.back().id;
}

void ComposeRoom::addCue() {
    const auto& s = *m_document.sequence();
    const Id layer = layerForNewCue();
    auto beat = static_cast<std::size_t>(m_preview.schedule()->beatAt(m_preview.time()));
    Millis offset = std::max(0, static_cast<Millis>(m_preview.time()) - m_preview.schedule()->beats[beat].start);
    if (s.beats[beat].kind == model::BeatKind::Opening && layer != s.opening.icon) {
        // In the opening only the icon can move; anything else is meant for the first beat the app draws itself.
        beat = 1;
        offset = 0;
    }
    const auto* on = model::findThing(s.layers, layer);
    if (!on) {
        return;
    }
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("movesMenu"));
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto kind = static_cast<model::MoveKind>(i);
        const bool fits = (kind != model::MoveKind::Travel || on->destination) &&
                          (kind != model::MoveKind::Panel || on->kind == model::LayerKind::Backdrop);
        auto* action = menu.addAction(
            toQString(model::moveDefinition(kind).label), this, [this, layer, beat, offset, kind] {
                Id made;
                const auto& now = *m_document.sequence();
                auto next = edit::addCue(now, layer, now.beats[beat].id, offset, kind, made);
                const QString name = toQString(model::findThing(now.layers, layer)->name);
                m_document.apply(
                    tr("add a %1 to %2").arg(toQString(model::moveDefinition(kind).label).toLower(), name),
                    std::move(next));
                m_selection.select(Selection::Kind::Cue, made);
            });
        action->setEnabled(fits);
    }
    menu.exec(m_score->mapToGlobal(
        QPoint(int(m_score->layoutOfScore().xOf(m_preview.time())),
               int(m_score->layoutOfScore().laneRow(model::indexOf(s.layers, layer)).bottom()))));
}

void ComposeRoom::duplicateCue() {
    const auto& s = *m_document.sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        Id made;
        const QString name = cueName(s, *cue);
        m_document.apply(tr("duplicate %1").arg(name), edit::duplicateCue(s, cue->id, made));
        m_selection.select(Selection::Kind::Cue, made);
    }
}

void ComposeRoom::removeCue() {
    const auto& s = *m_document.sequence();
    if (const auto* cue = model::findThing(s.cues, m_selection.cue())) {
        const QString name = cueName(s, *cue);
        const Id id = cue->id;
        m_selection.clear();
        m_document.apply(tr("remove %1").arg(name), edit::removeCue(s, id));
    }
}

}
