// SPDX-License-Identifier: MIT
#include "app/arrange/card/beat_form.h"

#include "app/arrange/card/pick_button.h"
#include "app/arrange/card/starts_table.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/beat_edits.h"
#include "core/model/limits.h"

#include <QHBoxLayout>

namespace scaena::app {

using model::BeatKind;

QComboBox* makeCardChoice(const QString& name, const QStringList& words, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(name);
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    box->addItems(words);
    return box;
}

QLabel* makeCardNote(QWidget* parent) {
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

namespace {

/// A time that may also be missing: the lowest value stands for "none".
void allowNone(QSpinBox* box, const QString& word) {
    box->setMinimum(0);
    box->setSpecialValueText(word);
}

QString aboutBeat(BeatKind kind) {
    switch (kind) {
    case BeatKind::Opening:
        return {}; // has a card of its own
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
    : QWidget(parent), m_document(document), m_about(makeCardNote(this)),
      m_gates(new PickButton(QStringLiteral("beatGates"), this)),
      m_starts(new StartsTable(document, preview, this)), m_fixed(new CardColumn(tr("Length"), this)),
      m_elastic(new CardColumn(tr("Wait"), this)) {
    const int most = model::limits::kLongest;
    m_length = makeTimeBox(QStringLiteral("beatLength"), 0, most, this);
    m_yield = makeCardChoice(QStringLiteral("beatYield"),
                             {tr("never"), tr("after the running cues"), tr("at once")}, this);
    m_blend = makeTimeBox(QStringLiteral("beatBlend"), 0, most, this);
    m_atLeast = makeTimeBox(QStringLiteral("beatAtLeast"), 0, most, this);
    m_atMost = makeTimeBox(QStringLiteral("beatAtMost"), 0, most, this);
    allowNone(m_atMost, tr("no limit"));
    m_onTimeOut = makeCardChoice(QStringLiteral("beatOnTimeOut"), timeOutWords(), this);
    m_fixed->addRow(tr("Lasts"), m_length);
    m_fixed->addRow(tr("Yields when ready"), m_yield);
    m_fixed->addRow(tr("Blends over"), m_blend);
    m_fixed->finish();
    m_elastic->addRow(tr("Waits for"), m_gates);
    m_elastic->addRow(tr("At least"), m_atLeast);
    m_elastic->addRow(tr("At most"), m_atMost);
    m_elastic->addRow(tr("Then"), m_onTimeOut);
    m_elastic->finish();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(30);
    row->addWidget(m_fixed, 2);
    row->addWidget(m_elastic, 2);
    row->addWidget(m_about, 2);
    row->addWidget(m_starts, 4);
    connect(m_gates, &PickButton::picked, this, [this](const std::string& gate, bool waits) {
        const auto* beat = model::findThing(m_document.sequence()->beats, m_id);
        auto next = edit::setWaitsFor(*m_document.sequence(), m_id, GateId(gate), waits);
        if (beat && next != *m_document.sequence()) {
            m_document.apply(tr("gates of beat %1").arg(toQString(beat->name)), std::move(next));
        }
    });
    connect(m_gates, &PickButton::cleared, this, [this] {
        apply(
            tr("gates of beat %1"), [](model::Beat& b) { b.gates.clear(); }, "");
    });
    connect(m_length, &QSpinBox::valueChanged, this, [this](int v) {
        apply(
            tr("length of beat %1"),
            [v](model::Beat& b) {
                const bool asCues = v == 0 && b.kind != BeatKind::Hold;
                b.length = asCues ? std::optional<Millis>() : v;
            },
            "beat length ");
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
    const bool fixed =
        beat->kind == BeatKind::Play || beat->kind == BeatKind::Hold || beat->kind == BeatKind::HandOff;
    m_fixed->setVisible(fixed);
    m_elastic->setVisible(beat->kind == BeatKind::Wait);
    // Without a length of its own a beat lasts as long as its cues.
    m_length->setSpecialValueText(beat->kind == BeatKind::Hold ? QString() : tr("as its cues"));
    m_length->setValue(beat->length.value_or(0));
    m_yield->setCurrentIndex(static_cast<int>(beat->yield));
    m_yield->setEnabled(beat->kind != BeatKind::HandOff);
    m_blend->setValue(beat->blend);
    m_blend->setEnabled(beat->yield != model::Yield::Never && beat->kind != BeatKind::HandOff);
    m_atLeast->setValue(beat->atLeast);
    m_atMost->setValue(beat->atMost.value_or(0));
    m_onTimeOut->setCurrentIndex(static_cast<int>(beat->onTimeOut));
    m_onTimeOut->setEnabled(beat->atMost.has_value());
    fillGates(*beat);
    m_starts->show(id);
    m_about->setText(aboutBeat(beat->kind));
    m_filling = false;
}

void BeatForm::fillGates(const model::Beat& beat) {
    const auto& s = *m_document.sequence();
    std::vector<PickButton::Entry> entries;
    for (const auto& gate : s.gates) {
        const bool named = std::ranges::find(beat.gates, gate.id) != beat.gates.end();
        const bool can =
            beat.kind != BeatKind::Wait || named || edit::setWaitsFor(s, beat.id, gate.id, true) != s;
        entries.push_back(
            {gate.id, toQString(gate.name), named, can, tr("Its loading starts only after this wait")});
    }
    m_gates->show(entries, tr("all that is needed"));
    m_gates->setEnabled(!entries.empty());
}

void BeatForm::takeKeyboard() {
    auto* box = m_fixed->isVisible() ? m_length : m_atLeast;
    box->setFocus(Qt::ShortcutFocusReason);
    box->selectAll();
}

}
