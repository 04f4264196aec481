// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"
#include "app/document/filmstrip.h"
#include "app/document/preview.h"
#include "app/document/selection.h"

#include <QPixmap>
#include <QWidget>

class QPainter;

namespace scaena::app {

class ConditionsSentence;
class CardBox;
class ScoreView;
class StageView;

/// The room in which a sequence is composed: an open book with the stage on the left page, score and card on
/// the right.
class ArrangeRoom : public QWidget {
    Q_OBJECT
public:
    ArrangeRoom(Document& document, Preview& preview, Selection& selection, PhraseShelf& shelf,
                Background& background, QWidget* parent = nullptr);

    [[nodiscard]] ConditionsSentence& conditions() { return *m_conditions; }
    [[nodiscard]] ScoreView& score() { return *m_score; }
    [[nodiscard]] StageView& stage() { return *m_stage; }

    [[nodiscard]] ArrangeActions& actions() { return m_actions; }
    [[nodiscard]] CardBox& cards() { return *m_cards; }

signals:
    /// A context menu is wanted for what is selected.
    void wantsMenu(const QPoint& globalPos);
    void wantsLayer();
    void wantsBeat();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fitPages();
    void paintBook(QPainter& painter) const;

    ArrangeActions m_actions;
    Filmstrip m_strip;
    QWidget* m_left;
    ConditionsSentence* m_conditions;
    StageView* m_stage;
    ScoreView* m_score;
    CardBox* m_cards;
    QPixmap m_book; ///< the pages, painted once a size and looks
    bool m_bookIsNight = false;
};

}
