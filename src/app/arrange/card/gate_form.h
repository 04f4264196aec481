// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/card_fields.h"
#include "app/document/document.h"

#include <QComboBox>

namespace scaena::app {

class PickButton;

/// A gate: how long it takes, when its loading starts and after what, and when it is given up.
class GateForm : public QWidget {
    Q_OBJECT
public:
    GateForm(Document& document, QWidget* parent);
    void show(const GateId& gate);
    void takeKeyboard();

private:
    void buildTimes();
    void buildStart();
    void buildLimits();
    void fillStart(const model::Gate& gate);
    void apply(const QString& verb, const std::function<void(model::Gate&)>& change, const char* mergeKey);
    /// The same of an edit that may find that it cannot be.
    void applyIfItCan(const QString& verb, model::Sequence next);
    [[nodiscard]] const model::Gate* gate() const;

    Document& m_document;
    GateId m_id;
    bool m_filling = false;
    CardColumn *m_times, *m_startColumn, *m_limits;
    QSpinBox *m_typical, *m_fast, *m_slow, *m_timeOut;
    QComboBox *m_start, *m_onTimeOut, *m_optional;
    PickButton* m_needs;
    QLabel* m_about;
};

}
