// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"

#include "app/arrange/card/cue_card.h"
#include "app/arrange/card_box.h"
#include "app/arrange/note_strip.h"
#include "app/arrange/score/score_view.h"
#include "app/arrange/stage/conditions_sentence.h"
#include "app/arrange/stage/stage_bar.h"
#include "app/arrange/stage/stage_view.h"
#include "app/arrange/stage/transport.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"

#include <QHBoxLayout>
#include <QPaintEvent>
#include <QPainter>
#include <QVBoxLayout>

namespace scaena::app {

namespace {
constexpr int kStagePage = 352; // pixels
constexpr int kPageGap = 14;    // pixels between the pages
constexpr int kMargin = 8;      // pixels of desk around the book
}

ArrangeRoom::ArrangeRoom(Document& document, Preview& preview, Selection& selection, PhraseShelf& shelf,
                         Background& background, QWidget* parent)
    : QWidget(parent), m_actions(document, preview, selection, shelf, background, this), m_strip(preview),
      m_left(new QWidget(this)), m_conditions(new ConditionsSentence(preview, m_left)),
      m_stage(new StageView(document, preview, selection, m_left)),
      m_score(new ScoreView(document, preview, selection, m_strip)), m_cards(new CardBox(m_actions, this)) {
    setObjectName(QStringLiteral("arrange"));
    auto* left = new QVBoxLayout(m_left);
    left->setContentsMargins(18, 12, 14, 12);
    left->setSpacing(5);
    left->addWidget(m_conditions);
    left->addWidget(m_stage, 1);
    auto* bar = new StageBar(*m_stage, preview, m_left);
    connect(bar, &StageBar::wantsSeamMended, this, [this] { actions().mendSeam(); });
    left->addWidget(bar);
    left->addWidget(new Transport(preview, m_left));
    fitPages();
    connect(&preview, &Preview::scheduleChanged, this, &ArrangeRoom::fitPages);

    auto* scroll = makeQuietScroll(m_score, this);
    auto* right = new QVBoxLayout;
    right->setContentsMargins(kPageGap + 6, 8, 10, 8);
    right->setSpacing(4);
    right->addWidget(scroll, 1);
    auto* note = new NoteStrip(document, preview, this);
    connect(&m_actions, &ArrangeActions::noted, note, &NoteStrip::show);
    right->addWidget(note);
    right->addWidget(m_cards);

    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(kMargin, 0, kMargin, kMargin);
    row->setSpacing(0);
    row->addWidget(m_left);
    row->addLayout(right, 1);
    connect(m_score, &ScoreView::wantsNumber, this, [this] {
        m_cards->open(CardBox::Tab::Card);
        m_cards->card().takeKeyboard();
    });
    connect(m_score, &ScoreView::wantsName, &m_actions, qOverload<>(&ArrangeActions::rename));
    connect(m_score, &ScoreView::wantsMenu, this, &ArrangeRoom::wantsMenu);
    connect(m_stage, &StageView::wantsMenu, this, &ArrangeRoom::wantsMenu);
    connect(m_score, &ScoreView::wantsLayer, this, &ArrangeRoom::wantsLayer);
    connect(m_score, &ScoreView::wantsBeat, this, &ArrangeRoom::wantsBeat);
    connect(m_score, &ScoreView::wantsGate, &m_actions, &ArrangeActions::addGate);
    connect(m_score, &ScoreView::moveDropped, this, [this](int entry, const LayerId& layer, double time) {
        const auto index = static_cast<std::size_t>(entry);
        const auto phrases = m_actions.shelf().phrases();
        if (index < model::kMoveKinds) {
            m_actions.addCue(static_cast<model::MoveKind>(entry), layer, time);
        } else if (index - model::kMoveKinds < phrases.size()) {
            m_actions.addPhrase(phrases[index - model::kMoveKinds], layer, time);
        }
    });
}

/// A device held sideways gets a wider page.
void ArrangeRoom::fitPages() {
    const auto& screen = m_actions.preview().schedule()->screen;
    const int wide = std::clamp(width() * 2 / 5, kStagePage, 760);
    const int page = screen.width > screen.height ? wide : kStagePage;
    if (m_left->width() != page || m_left->minimumWidth() != page) {
        m_left->setFixedWidth(page);
        m_book = QPixmap();
    }
}

void ArrangeRoom::resizeEvent(QResizeEvent*) { fitPages(); }

void ArrangeRoom::paintEvent(QPaintEvent* event) {
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

void ArrangeRoom::paintBook(QPainter& painter) const {
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const QRectF book = QRectF(rect()).adjusted(kMargin, 0.5, -kMargin, -kMargin + 0.5);
    const double spine = m_left->geometry().right() + kPageGap / 2.0;
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

}
