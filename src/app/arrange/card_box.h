// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

#include <QFrame>

class QStackedWidget;
class QToolButton;

namespace scaena::app {

class CueCard;
class IconPage;
class MovesPage;
class PalettePage;
class ScreenPage;
class TakesPage;

/// The box of index cards under the score: the card of what is selected, the palette, the moves, the first
/// screen, the takes, the icon. One stands in front; their tabs are always in reach.
class CardBox : public QFrame {
    Q_OBJECT
public:
    enum class Tab { Card, Colours, Moves, Screen, Takes, Icon };

    CardBox(ArrangeActions& actions, QWidget* parent = nullptr);
    void open(Tab tab);
    [[nodiscard]] Tab tab() const { return m_tab; }
    [[nodiscard]] CueCard& card() { return *m_card; }
    [[nodiscard]] PalettePage& palette() { return *m_palette; }
    [[nodiscard]] MovesPage& moves() { return *m_moves; }
    [[nodiscard]] ScreenPage& screen() { return *m_screen; }
    [[nodiscard]] TakesPage& takes() { return *m_takes; }
    [[nodiscard]] IconPage& icon() { return *m_icon; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void changeEvent(QEvent* event) override;

private:
    void fitHeight();

    QStackedWidget* m_pages;
    CueCard* m_card;
    PalettePage* m_palette;
    MovesPage* m_moves;
    ScreenPage* m_screen;
    TakesPage* m_takes;
    IconPage* m_icon;
    std::vector<QToolButton*> m_tabs;
    Tab m_tab = Tab::Card;
};

}
