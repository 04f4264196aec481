// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/card_fields.h"
#include "app/document/preview.h"

#include <QComboBox>

namespace scaena::app {

class PickButton;
class StartsTable;

/// A beat: its length, or what a wait waits for and how long at least and at most; whether it yields; and for
/// which kinds of start it plays.
class BeatForm : public QWidget {
    Q_OBJECT
public:
    BeatForm(Document& document, Preview& preview, QWidget* parent);
    void show(const BeatId& beat);
    void takeKeyboard();

private:
    void fillGates(const model::Beat& beat);
    void apply(const QString& verb, const std::function<void(model::Beat&)>& change, const char* mergeKey);

    Document& m_document;
    BeatId m_id;
    bool m_filling = false;
    QSpinBox *m_length, *m_atLeast, *m_atMost, *m_blend;
    QComboBox *m_onTimeOut, *m_yield;
    QLabel* m_about;
    PickButton* m_gates;
    StartsTable* m_starts;
    CardColumn *m_fixed, *m_elastic;
};

/// What the cards of beats and gates share: a box of words, a quiet note, and what a time-out leads to.
[[nodiscard]] QComboBox* makeCardChoice(const QString& name, const QStringList& words, QWidget* parent);
[[nodiscard]] QLabel* makeCardNote(QWidget* parent);
[[nodiscard]] QStringList timeOutWords();

}
