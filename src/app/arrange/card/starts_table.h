// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

class QGridLayout;
class QToolButton;

namespace scaena::app {

/// Which beats play for which kind of start, as a small table: a row a beat, a column a kind. A mark is set
/// and taken away by a click; a column's name puts the stage under that start.
class StartsTable : public QWidget {
    Q_OBJECT
public:
    StartsTable(Document& document, Preview& preview, QWidget* parent);
    /// `selected`: the beat whose row stands out, and which *only the first time* is about.
    void show(const BeatId& selected);

private:
    void rebuild();
    [[nodiscard]] QToolButton* makeCell(const model::Beat& beat, model::StartKind start);
    void markStart();

    Document& m_document;
    Preview& m_preview;
    BeatId m_selected;
    QGridLayout* m_grid;
    QToolButton* m_onlyFirst;
    QString m_shown; ///< beats and marks that stand in the table
};

}
