// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/filmstrip.h"
#include "app/document/preview.h"
#include "app/document/selection.h"

#include <QPixmap>
#include <QWidget>

class QPainter;

namespace scaena::app {

class ConditionsSentence;
class CueCard;
class ScoreView;
class StageView;

/// The room in which a sequence is composed: an open book with the stage on the left page, score and card on
/// the right.
class ComposeRoom : public QWidget {
    Q_OBJECT
public:
    ComposeRoom(Document& document, Preview& preview, Selection& selection, QWidget* parent = nullptr);

    [[nodiscard]] ConditionsSentence& conditions() { return *m_conditions; }
    [[nodiscard]] ScoreView& score() { return *m_score; }
    [[nodiscard]] StageView& stage() { return *m_stage; }

    void addCue();
    void duplicateCue();
    void removeCue();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintBook(QPainter& painter) const;

    /// The layer and beat a new cue belongs to: those of the selection, or of the needle.
    [[nodiscard]] Id layerForNewCue() const;

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    Filmstrip m_strip;
    QWidget* m_left;
    ConditionsSentence* m_conditions;
    StageView* m_stage;
    ScoreView* m_score;
    CueCard* m_card;
    QPixmap m_book; ///< the pages, painted once a size and looks
    bool m_bookIsNight = false;
};

}
