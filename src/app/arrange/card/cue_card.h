// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

#include <QTimer>
#include <QWidget>

class QLabel;
class QStackedWidget;

namespace scaena::app {

class CueForm;
class BeatForm;
class GateForm;
class LayerForm;
class OpeningCard;

/// The card of what is selected, in the order in which people decide. A cue has four columns (what, when,
/// how, carried); a layer, a beat and a gate have their own values; with nothing selected it says what to do.
class CueCard : public QWidget {
    Q_OBJECT
public:
    CueCard(ArrangeActions& actions, QWidget* parent = nullptr);
    /// Puts the keyboard into the first number.
    void takeKeyboard();
    /// Pixels the card that is shown asks for, below its heading.
    [[nodiscard]] int wishedHeight() const;
    [[nodiscard]] OpeningCard& opening() { return *m_opening; }

signals:
    void wishChanged();

private:
    void update();

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    QTimer m_later;
    QLabel* m_name;
    QLabel* m_does;
    QLabel* m_hint;
    QStackedWidget* m_pages;
    CueForm* m_cue;
    BeatForm* m_beat;
    GateForm* m_gate;
    LayerForm* m_layer;
    OpeningCard* m_opening;
    QLabel* m_empty;
};

}
