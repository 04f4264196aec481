// SPDX-License-Identifier: MIT
#include "app/arrange/card/beat_form.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"
#include "core/model/limits.h"

#include <QHBoxLayout>

namespace scaena::app {

using model::BeatKind;

namespace {

QComboBox* makeWords(const QString& name, const QStringList& words, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(name);
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    box->addItems(words);
    return box;
}

QLabel* makeAbout(QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setWordWrap(true);
    label->setProperty("quiet", true);
    label->setFont(uiFont(12));
    label->setAlignment(Qt::AlignTop);
    return label;
}

QStringList timeOutWords() {
    return {QObject::tr("go on without"), QObject::tr("take the offline way"),
            QObject::tr("show the message")};
}

/// A time that may also be missing: the lowest value stands for "none".
void allowNone(QSpinBox* box, const QString& word) {
    box->setMinimum(0);
    box->setSpecialValueText(word);
}

QString aboutBeat(BeatKind kind) {
    switch (kind) {
    case BeatKind::Opening:
        return QObject::tr("The static frame the system shows before the app's code runs. Its length is the "
                           "system's: it follows from the device and the kind of start.");
    case BeatKind::Play:
        return QObject::tr("A fixed span, filled by cues. It can yield when everything needed has loaded, so "
                           "that the show never holds up a ready app.");
    case BeatKind::Hold:
        return QObject::tr("A fixed rest. It can yield when everything needed has loaded.");
    case BeatKind::Wait:
        return QObject::tr("Elastic: it lasts until its gates have opened. Pull its torn edge to see what "
                           "happens when loading takes longer.");
    case BeatKind::HandOff:
        return QObject::tr("The launch picture gives way to the first screen.");
    }
    return {};
}

}

BeatForm::BeatForm(Document& document, Preview& preview, QWidget* parent)
    : QWidget(parent), m_document(document), m_preview(preview), m_about(makeAbout(this)),
      m_fixed(new CardColumn(tr("Length"), this)), m_elastic(new CardColumn(tr("Wait"), this)) {
    const int most = model::limits::kLongest;
    m_length = makeTimeBox(QStringLiteral("beatLength"), 0, most, this);
    m_yield = makeWords(QStringLiteral("beatYield"),
                        {tr("never"), tr("after the running cues"), tr("at once")}, this);
    m_blend = makeTimeBox(QStringLiteral("beatBlend"), 0, most, this);
    m_atLeast = makeTimeBox(QStringLiteral("beatAtLeast"), 0, most, this);
    m_atMost = makeTimeBox(QStringLiteral("beatAtMost"), 0, most, this);
    allowNone(m_atMost, tr("no limit"));
    m_onTimeOut = makeWords(QStringLiteral("beatOnTimeOut"), timeOutWords(), this);
    m_fixed->addRow(tr("Lasts"), m_length);
    m_fixed->addRow(tr("Yields when ready"), m_yield);
    m_fixed->addRow(tr("Blends over"), m_blend);
    m_fixed->finish();
    m_elastic->addRow(tr("At least"), m_atLeast);
    m_elastic->addRow(tr("At most"), m_atMost);
    m_elastic->addRow(tr("Then"), m_onTimeOut);
    m_elastic->finish();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(30);
    row->addWidget(m_fixed, 2);
    row->addWidget(m_elastic, 2);
    row->addWidget(m_about, 3);
    connect(m_length, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("length of beat %1"), [v](model::Beat& b) { b.length = v; }, "beat length ");
    });
    connect(m_blend, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("blend of beat %1"), [v](model::Beat& b) { b.blend = v; }, "beat blend ");
    });
    connect(m_yield, &QComboBox::activated, this, [this](int v) {
        apply(
            tr("yield of beat %1"), [v](model::Beat& b) { b.yield = static_cast<model::Yield>(v); }, "");
    });
    connect(m_atLeast, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("least length of %1"),
            [v](model::Beat& b) { b.atLeast = b.atMost ? std::min(v, *b.atMost) : v; }, "beat least ");
    });
    connect(m_atMost, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("longest length of %1"),
            [v](model::Beat& b) { b.atMost = v > 0 ? std::optional(std::max(v, b.atLeast)) : std::nullopt; },
            "beat most ");
    });
    connect(m_onTimeOut, &QComboBox::activated, this, [this](int v) {
        apply(
            tr("time-out of %1"), [v](model::Beat& b) { b.onTimeOut = static_cast<model::TimeOutAction>(v); },
            "");
    });
}

void BeatForm::apply(const QString& verb, const std::function<void(model::Beat&)>& change,
                     const char* mergeKey) {
    auto next = *m_document.sequence();
    auto* beat = model::findThing(next.beats, m_id);
    if (m_filling || !beat) {
        return;
    }
    const QString name = toQString(beat->name);
    change(*beat);
    m_document.apply(verb.arg(name), std::move(next), *mergeKey ? mergeKey + m_id : std::string());
}

void BeatForm::show(const BeatId& id) {
    m_id = id;
    const auto* beat = model::findThing(m_document.sequence()->beats, id);
    if (!beat) {
        return;
    }
    m_filling = true;
    const int index = model::indexOf(m_document.sequence()->beats, id);
    const auto& span = m_preview.schedule()->beats[static_cast<std::size_t>(index)];
    const bool fixed =
        beat->kind == BeatKind::Play || beat->kind == BeatKind::Hold || beat->kind == BeatKind::HandOff;
    m_fixed->setVisible(fixed);
    m_elastic->setVisible(beat->kind == BeatKind::Wait);
    m_length->setValue(beat->length.value_or(isNever(span.end) ? 0 : span.end - span.start));
    m_yield->setCurrentIndex(static_cast<int>(beat->yield));
    m_yield->setEnabled(beat->kind != BeatKind::HandOff);
    m_blend->setValue(beat->blend);
    m_blend->setEnabled(beat->yield != model::Yield::Never && beat->kind != BeatKind::HandOff);
    m_atLeast->setValue(beat->atLeast);
    m_atMost->setValue(beat->atMost.value_or(0));
    m_onTimeOut->setCurrentIndex(static_cast<int>(beat->onTimeOut));
    m_onTimeOut->setEnabled(beat->atMost.has_value());
    m_about->setText(aboutBeat(beat->kind));
    m_filling = false;
}

void BeatForm::takeKeyboard() {
    auto* box = m_fixed->isVisible() ? m_length : m_atLeast;
    box->setFocus(Qt::ShortcutFocusReason);
    box->selectAll();
}

GateForm::GateForm(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_about(makeAbout(this)) {
    const int most = model::limits::kLongest;
    auto* times = new CardColumn(tr("Takes"), this);
    m_typical = makeTimeBox(QStringLiteral("gateTypical"), 0, most, this);
    m_fast = makeTimeBox(QStringLiteral("gateFast"), 0, most, this);
    m_slow = makeTimeBox(QStringLiteral("gateSlow"), 0, most, this);
    times->addRow(tr("Typically"), m_typical);
    times->addRow(tr("When fast"), m_fast);
    times->addRow(tr("When slow"), m_slow);
    times->finish();
    auto* limits = new CardColumn(tr("Time-out"), this);
    m_timeOut = makeTimeBox(QStringLiteral("gateTimeOut"), 0, most, this);
    allowNone(m_timeOut, tr("none"));
    m_onTimeOut = makeWords(QStringLiteral("gateOnTimeOut"), timeOutWords(), this);
    m_optional = makeWords(QStringLiteral("gateOptional"), {tr("needed"), tr("optional")}, this);
    limits->addRow(tr("Given up after"), m_timeOut);
    limits->addRow(tr("Then"), m_onTimeOut);
    limits->addRow(tr("The app needs it"), m_optional);
    limits->finish();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(30);
    row->addWidget(times, 2);
    row->addWidget(limits, 2);
    row->addWidget(m_about, 3);
    const auto time = [this](QSpinBox* box, edit::GateTime which, const QString& verb, const char* mergeKey) {
        connect(box, &QSpinBox::valueChanged, this, [this, which, verb, mergeKey](int v) {
            const auto& sequence = *m_document.sequence();
            if (const auto* gate = model::findThing(sequence.gates, m_id); gate && !m_filling) {
                m_document.apply(verb.arg(toQString(gate->name)), edit::setGateTime(sequence, m_id, which, v),
                                 mergeKey + m_id);
            }
        });
    };
    time(m_typical, edit::GateTime::Typical, tr("typical time of gate %1"), "gate typical ");
    time(m_fast, edit::GateTime::Fast, tr("fast time of gate %1"), "gate fast ");
    time(m_slow, edit::GateTime::Slow, tr("slow time of gate %1"), "gate slow ");
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

void GateForm::apply(const QString& verb, const std::function<void(model::Gate&)>& change,
                     const char* mergeKey) {
    auto next = *m_document.sequence();
    auto* gate = model::findThing(next.gates, m_id);
    if (m_filling || !gate) {
        return;
    }
    const QString name = toQString(gate->name);
    change(*gate);
    m_document.apply(verb.arg(name), std::move(next), *mergeKey ? mergeKey + m_id : std::string());
}

void GateForm::show(const GateId& id) {
    m_id = id;
    const auto* gate = model::findThing(m_document.sequence()->gates, id);
    if (!gate) {
        return;
    }
    m_filling = true;
    m_typical->setValue(gate->typical);
    m_fast->setValue(gate->fast);
    m_slow->setValue(gate->slow);
    m_timeOut->setValue(gate->timeOut.value_or(0));
    m_onTimeOut->setCurrentIndex(static_cast<int>(gate->onTimeOut));
    m_onTimeOut->setEnabled(gate->timeOut.has_value());
    m_optional->setCurrentIndex(gate->optional ? 1 : 0);
    QStringList needs;
    for (const auto& need : gate->needs) {
        const auto* other = model::findThing(m_document.sequence()->gates, need);
        needs << toQString(other ? other->name : need);
    }
    const QString after = needs.isEmpty()
                              ? tr("Its loading starts by itself.")
                              : tr("Its loading starts when %1 has opened.").arg(needs.join(tr(" and ")));
    m_about->setText(gate->timeOut ? after
                                   : after + tr(" Without a time-out, a wait for it can last for ever."));
    m_filling = false;
}

void GateForm::takeKeyboard() {
    m_typical->setFocus(Qt::ShortcutFocusReason);
    m_typical->selectAll();
}

}
