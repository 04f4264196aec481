// SPDX-License-Identifier: MIT
#include "app/arrange/card_box.h"

#include "app/arrange/card/cue_card.h"
#include "app/arrange/shelf/icon_page.h"
#include "app/arrange/shelf/moves_page.h"
#include "app/arrange/shelf/palette_page.h"
#include "app/arrange/shelf/screen_page.h"
#include "app/arrange/shelf/takes_page.h"
#include "app/widgets/theme.h"

#include <QEvent>
#include <QHBoxLayout>
#include <QPainter>
#include <QPainterPath>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

namespace {
constexpr int kTabHeight = 24;
constexpr int kHeight = 232;
constexpr int kAroundCard = 67; ///< tabs, margins and the card's heading
}

CardBox::CardBox(ArrangeActions& actions, QWidget* parent)
    : QFrame(parent), m_pages(new QStackedWidget(this)), m_card(new CueCard(actions, this)),
      m_palette(new PalettePage(actions, this)), m_moves(new MovesPage(actions, this)),
      m_screen(new ScreenPage(actions, this)), m_takes(new TakesPage(actions, this)),
      m_icon(new IconPage(actions, this)) {
    setObjectName(QStringLiteral("cardBox"));
    for (auto* page :
         {static_cast<QWidget*>(m_card), static_cast<QWidget*>(m_palette), static_cast<QWidget*>(m_moves),
          static_cast<QWidget*>(m_screen), static_cast<QWidget*>(m_takes), static_cast<QWidget*>(m_icon)}) {
        m_pages->addWidget(page);
    }
    auto* tabs = new QHBoxLayout;
    tabs->setContentsMargins(14, 0, 14, 0);
    tabs->setSpacing(0);
    const std::tuple<const char*, QString, QString> names[] = {
        {"tabCard", tr("Card"), tr("What is selected (Alt+1)")},
        {"tabColours", tr("Colours"), tr("The palette by day and by night (Alt+2)")},
        {"tabMoves", tr("Moves"), tr("Moves and phrases, played on your own art (Alt+3)")},
        {"tabScreen", tr("First screen"), tr("What the launch hands over to, and how (Alt+4)")},
        {"tabTakes", tr("Takes"), tr("Timings that are kept, to compare (Alt+5)")},
        {"tabIcon", tr("Icon"), tr("The app's icon, of the same art, on every kind of home screen (Alt+6)")}};
    for (const auto& [name, text, tip] : names) {
        auto* button = new QToolButton(this);
        button->setObjectName(QString::fromLatin1(name));
        button->setText(text);
        button->setToolTip(tip);
        button->setFont(uiFont(12));
        button->setFixedHeight(kTabHeight);
        button->setCheckable(true);
        button->setFocusPolicy(Qt::TabFocus);
        const auto tab = static_cast<Tab>(m_tabs.size());
        connect(button, &QToolButton::clicked, this, [this, tab] { open(tab); });
        tabs->addWidget(button);
        m_tabs.push_back(button);
    }
    tabs->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(tabs);
    auto* inner = new QVBoxLayout;
    inner->setContentsMargins(14, 6, 14, 9);
    inner->addWidget(m_pages);
    column->addLayout(inner, 1);
    open(Tab::Card);
    connect(m_card, &CueCard::wishChanged, this, &CardBox::fitHeight);
    // Selecting something is asking for its card; whoever works in the moves or takes stays there.
    connect(&actions.selection(), &Selection::changed, this, [this, &actions] {
        const bool stays =
            m_tab == Tab::Moves || m_tab == Tab::Takes || m_tab == Tab::Screen || m_tab == Tab::Icon;
        if (actions.selection().kind() != Selection::Kind::None && !stays) {
            open(Tab::Card);
        }
    });
}

void CardBox::open(Tab tab) {
    m_tab = tab;
    m_pages->setCurrentIndex(static_cast<int>(tab));
    for (std::size_t i = 0; i < m_tabs.size(); ++i) {
        const bool front = i == static_cast<std::size_t>(tab);
        m_tabs[i]->setChecked(front);
        m_tabs[i]->setStyleSheet(QStringLiteral("QToolButton { color: %1; background: transparent; border: "
                                                "none; padding: 2px 12px; font-weight: %2; } "
                                                "QToolButton:focus { text-decoration: underline; }")
                                     .arg((front ? theme().ink : theme().faint).name(),
                                          front ? QStringLiteral("600") : QStringLiteral("400")));
    }
    fitHeight();
    update();
}

/// Most cards are as high as each other; that of the opening has pictures to show.
void CardBox::fitHeight() {
    const int wish = m_tab == Tab::Card ? m_card->wishedHeight() + kAroundCard : 0;
    setFixedHeight(std::max(kHeight, wish));
}

/// The tabs have inks of their own; they follow the looks of the window.
void CardBox::changeEvent(QEvent* event) {
    if (event->type() == QEvent::PaletteChange && !m_tabs.empty()) {
        open(m_tab);
    }
}

void CardBox::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& t = theme();
    const QColor card = t.night ? QColor("#2B2F3A") : QColor("#FFFEFA");
    const QRectF body = QRectF(rect()).adjusted(2.5, kTabHeight + 0.5, -2.5, -3.5);
    const QRectF front = m_tabs[static_cast<std::size_t>(m_tab)]->geometry();
    // The cards behind show their tabs only; the one in front is one piece with its tab.
    for (std::size_t i = 0; i < m_tabs.size(); ++i) {
        if (i != static_cast<std::size_t>(m_tab)) {
            const QRectF tab = QRectF(m_tabs[i]->geometry()).adjusted(1.5, 4.5, -1.5, 0);
            QPainterPath shape;
            shape.addRoundedRect(tab, 4, 4);
            painter.fillPath(shape, t.tint);
            painter.setPen(t.rule);
            painter.drawPath(shape);
        }
    }
    for (int i = 3; i > 0; --i) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, t.night ? 26 : 8));
        painter.drawRoundedRect(body.adjusted(-i / 2.0, i / 2.0, i / 2.0, i), 5, 5);
    }
    QPainterPath outline;
    outline.addRoundedRect(body, 4, 4);
    QPainterPath tab;
    tab.addRoundedRect(front.adjusted(0.5, 1.5, -0.5, 6), 4, 4);
    const QPainterPath whole = outline.united(tab);
    painter.fillPath(whole, card);
    painter.setPen(t.rule);
    painter.setBrush(Qt::NoBrush);
    painter.drawPath(whole);
}

}
