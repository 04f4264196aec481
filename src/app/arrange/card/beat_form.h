// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/card_fields.h"
#include "app/document/preview.h"

#include <QComboBox>

namespace scaena::app {

/// The numbers of a beat: its length, or how long a wait lasts at least and at most; whether it yields.
class BeatForm : public QWidget {
    Q_OBJECT
public:
    BeatForm(Document& document, Preview& preview, QWidget* parent);
    void show(const BeatId& beat);
    void takeKeyboard();

private:
    void apply(const QString& verb, const std::function<void(model::Beat&)>& change, const char* mergeKey);

    Document& m_document;
    Preview& m_preview;
    BeatId m_id;
    bool m_filling = false;
    QSpinBox *m_length, *m_atLeast, *m_atMost, *m_blend;
    QComboBox *m_onTimeOut, *m_yield;
    QLabel* m_about;
    CardColumn *m_fixed, *m_elastic;
};

/// The numbers of a gate: how long it takes, and when it is given up.
class GateForm : public QWidget {
    Q_OBJECT
public:
    GateForm(Document& document, QWidget* parent);
    void show(const GateId& gate);
    void takeKeyboard();

private:
    void apply(const QString& verb, const std::function<void(model::Gate&)>& change, const char* mergeKey);

    Document& m_document;
    GateId m_id;
    bool m_filling = false;
    QSpinBox *m_typical, *m_fast, *m_slow, *m_timeOut;
    QComboBox *m_onTimeOut, *m_optional;
    QLabel* m_about;
};

}
