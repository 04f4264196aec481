// SPDX-License-Identifier: MIT
#include "app/arrange/card/gate_form.h"

#include "app/arrange/card/beat_form.h"
#include "app/arrange/card/pick_button.h"
#include "app/widgets/phrasing.h"
#include "core/edit/beat_edits.h"
#include "core/edit/edits.h"
#include "core/model/limits.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

namespace scaena::app {

using model::GateStart;

GateForm::GateForm(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_times(new CardColumn(tr("Takes"), this)),
      m_startColumn(new CardColumn(tr("Its loading starts"), this)),
      m_limits(new CardColumn(tr("Time-out"), this)), m_about(makeCardNote(this)) {
    buildTimes();
    buildStart();
    buildLimits();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(30);
    for (auto* column : {m_times, m_startColumn, m_limits}) {
        column->finish();
        row->addWidget(column, 2);
    }
}

void GateForm::buildTimes() {
    const int most = model::limits::kLongest;
    m_typical = makeTimeBox(QStringLiteral("gateTypical"), 0, most, this);
    m_fast = makeTimeBox(QStringLiteral("gateFast"), 0, most, this);
    m_slow = makeTimeBox(QStringLiteral("gateSlow"), 0, most, this);
    m_times->addRow(tr("Typically"), m_typical);
    m_times->addRow(tr("When fast"), m_fast);
    m_times->addRow(tr("When slow"), m_slow);
    const auto time = [this](QSpinBox* box, edit::GateTime which, const QString& verb, const char* mergeKey) {
        connect(box, &QSpinBox::valueChanged, this, [this, which, verb, mergeKey](int v) {
            if (const auto* it = gate(); it && !m_filling) {
                m_document.apply(verb.arg(toQString(it->name)),
                                 edit::setGateTime(*m_document.sequence(), m_id, which, v), mergeKey + m_id);
            }
        });
    };
    time(m_typical, edit::GateTime::Typical, tr("typical time of gate %1"), "gate typical ");
    time(m_fast, edit::GateTime::Fast, tr("fast time of gate %1"), "gate fast ");
    time(m_slow, edit::GateTime::Slow, tr("slow time of gate %1"), "gate slow ");
}

void GateForm::buildStart() {
    m_start = makeCardChoice(QStringLiteral("gateStart"), {}, this);
    m_needs = new PickButton(QStringLiteral("gateNeeds"), this);
    m_startColumn->addRow(tr("With"), m_start);
    m_startColumn->addRow(tr("But after"), m_needs);
    m_startColumn->addWide(m_about);
    connect(m_start, &QComboBox::activated, this, [this](int index) {
        const auto kind = static_cast<GateStart>(std::min(index, 2));
        const BeatId beat(m_start->itemData(index).toString().toStdString());
        applyIfItCan(tr("start of gate %1"), edit::setGateStart(*m_document.sequence(), m_id, kind, beat));
    });
    connect(m_needs, &PickButton::picked, this, [this](const std::string& id, bool needs) {
        applyIfItCan(tr("needs of gate %1"), edit::setNeeds(*m_document.sequence(), m_id, GateId(id), needs));
    });
    connect(m_needs, &PickButton::cleared, this, [this] {
        apply(
            tr("needs of gate %1"), [](model::Gate& it) { it.needs.clear(); }, "");
    });
}

void GateForm::buildLimits() {
    m_timeOut = makeTimeBox(QStringLiteral("gateTimeOut"), 0, model::limits::kLongest, this);
    m_timeOut->setSpecialValueText(tr("none"));
    m_onTimeOut = makeCardChoice(QStringLiteral("gateOnTimeOut"), timeOutWords(), this);
    m_optional = makeCardChoice(QStringLiteral("gateOptional"), {tr("needed"), tr("optional")}, this);
    m_limits->addRow(tr("Given up after"), m_timeOut);
    m_limits->addRow(tr("Then"), m_onTimeOut);
    m_limits->addRow(tr("The app needs it"), m_optional);
    connect(m_timeOut, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("time-out of gate %1"),
            [v](model::Gate& g) { g.timeOut = v > 0 ? std::optional(v) : std::nullopt; }, "gate time-out ");
    });
    connect(m_onTimeOut, &QComboBox::activated, this, [this](int v) {
        apply(
            tr("time-out of gate %1"),
            [v](model::Gate& g) { g.onTimeOut = static_cast<model::TimeOutAction>(v); }, "");
    });
    connect(m_optional, &QComboBox::activated, this, [this](int v) {
        apply(
            tr("need of gate %1"), [v](model::Gate& g) { g.optional = v == 1; }, "");
    });
}

const model::Gate* GateForm::gate() const { return model::findThing(m_document.sequence()->gates, m_id); }

void GateForm::apply(const QString& verb, const std::function<void(model::Gate&)>& change,
                     const char* mergeKey) {
    auto next = *m_document.sequence();
    auto* it = model::findThing(next.gates, m_id);
    if (m_filling || !it) {
        return;
    }
    const QString name = toQString(it->name);
    change(*it);
    m_document.apply(verb.arg(name), std::move(next), *mergeKey ? mergeKey + m_id : std::string());
}

void GateForm::applyIfItCan(const QString& verb, model::Sequence next) {
    const auto* it = gate();
    if (m_filling || !it) {
        return;
    }
    if (next == *m_document.sequence()) {
        show(m_id); // the choice is what it was
        return;
    }
    m_document.apply(verb.arg(toQString(it->name)), std::move(next));
}

/// What cannot be chosen, since a wait or a gate would then wait for itself, says so.
void GateForm::fillStart(const model::Gate& it) {
    const auto& s = *m_document.sequence();
    const QSignalBlocker quiet(m_start);
    m_start->clear();
    m_start->addItem(tr("the process"), QString());
    m_start->addItem(tr("the app's first frame"), QString());
    int chosen = std::min(static_cast<int>(it.start), 1);
    for (const auto& beat : s.beats) {
        const auto next = edit::setGateStart(s, it.id, GateStart::Beat, beat.id);
        const bool isIt = it.start == GateStart::Beat && it.beat == beat.id;
        if (next != s || isIt) {
            m_start->addItem(tr("the beat %1").arg(toQString(beat.name)), toQString(std::string(beat.id)));
            chosen = isIt ? m_start->count() - 1 : chosen;
        }
    }
    m_start->setCurrentIndex(chosen);
    std::vector<PickButton::Entry> entries;
    for (const auto& other : s.gates) {
        if (other.id == it.id) {
            continue;
        }
        const bool needs = std::ranges::find(it.needs, other.id) != it.needs.end();
        const bool can = needs || edit::setNeeds(s, it.id, other.id, true) != s;
        entries.push_back({other.id, toQString(other.name), needs, can,
                           tr("%1 itself starts only after this one").arg(toQString(other.name))});
    }
    m_needs->show(entries, tr("nothing"));
    m_needs->setEnabled(!entries.empty());
}

void GateForm::show(const GateId& id) {
    m_id = id;
    const auto* it = gate();
    if (!it) {
        return;
    }
    m_filling = true;
    m_typical->setValue(it->typical);
    m_fast->setValue(it->fast);
    m_slow->setValue(it->slow);
    fillStart(*it);
    m_timeOut->setValue(it->timeOut.value_or(0));
    m_onTimeOut->setCurrentIndex(static_cast<int>(it->onTimeOut));
    m_onTimeOut->setEnabled(it->timeOut.has_value());
    m_optional->setCurrentIndex(it->optional ? 1 : 0);
    m_about->setText(it->timeOut ? QString() : tr("Without a time-out, a wait for it can last for ever."));
    m_filling = false;
}

void GateForm::takeKeyboard() {
    m_typical->setFocus(Qt::ShortcutFocusReason);
    m_typical->selectAll();
}

}
