// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"
#include "app/document/selection.h"

#include <QFrame>

class QLabel;
class QStackedWidget;

namespace scaena::app {

class CueForm;
class BeatForm;
class GateForm;

/// The card under the score: what is selected, in the order in which people decide. A cue has four columns
/// (what, when, how, carried); a beat and a gate have their own numbers; with nothing selected it says what
/// to do.
class CueCard : public QFrame {
    Q_OBJECT
public:
    CueCard(Document& document, Preview& preview, Selection& selection, QWidget* parent = nullptr);
    /// Puts the keyboard into the first number.
    void takeKeyboard();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void update();

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    QLabel* m_name;
    QLabel* m_does;
    QLabel* m_hint;
    QStackedWidget* m_pages;
    CueForm* m_cue;
    BeatForm* m_beat;
    GateForm* m_gate;
    QLabel* m_empty;
};

}
