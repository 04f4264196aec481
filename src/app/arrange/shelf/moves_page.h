// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/arrange/shelf/move_miniatures.h"

#include <QAbstractScrollArea>

namespace scaena::app {

/// The shelf of moves and phrases, each shown on the person's own art, playing when pointed at. A click adds
/// it to the selected layer at the needle; it can be dragged onto any lane of the score; arrows and Enter do
/// it without a mouse.
class MovesPage : public QAbstractScrollArea {
    Q_OBJECT
public:
    /// What is dragged: the entry's number as text.
    static constexpr const char* kMime = "application/x-scaena-move";

    MovesPage(ArrangeActions& actions, QWidget* parent);
    [[nodiscard]] const MoveMiniatures& miniatures() const { return m_miniatures; }
    /// Where an entry lies on the viewport; for tests.
    [[nodiscard]] QRect cellOf(int entry) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    bool viewportEvent(QEvent* event) override;

private:
    /// The entry that plays, or -1.
    [[nodiscard]] int playing() const;
    void playWhatIsMeant();
    [[nodiscard]] int entries() const;
    [[nodiscard]] int columns() const;
    [[nodiscard]] int entryAt(QPoint at) const;
    [[nodiscard]] bool isPossible(int entry) const;
    [[nodiscard]] QString nameOf(int entry) const;
    void use(int entry);
    void updateRange();

    ArrangeActions& m_actions;
    MoveMiniatures m_miniatures;
    std::vector<model::Phrase> m_phrases;
    QTimer m_run;
    int m_tick = 0;
    int m_playing = -1;
    int m_current = 0;
    int m_hover = -1;
    int m_pressed = -1;
    QPoint m_pressedAt;
};

}
