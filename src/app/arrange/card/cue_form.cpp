// SPDX-License-Identifier: MIT
#include "app/arrange/card/cue_form.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"
#include "core/model/limits.h"
#include "core/motion/easing_curve.h"
#include "core/motion/spring_feel.h"
#include "core/plan/carry.h"
#include "render/frames/thumbnail.h"

#include <QHBoxLayout>
#include <QInputDialog>
#include <QSignalBlocker>
#include <QToolButton>
#include <algorithm>
#include <cmath>

namespace scaena::app {

using model::AnchorKind;

namespace {

QComboBox* makeChoice(const QString& name, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(name);
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(8);
    return box;
}

QCheckBox* makeCheck(const QString& name, const QString& text, QWidget* parent) {
    auto* box = new QCheckBox(text, parent);
    box->setObjectName(name);
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    return box;
}

}

CueForm::CueForm(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_document(actions.document()),
      m_what(new CardColumn(tr("What"), this)), m_when(new CardColumn(tr("When"), this)),
      m_how(new CardColumn(tr("How"), this)), m_carried(new CardColumn(tr("Carried"), this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(26);
    row->addWidget(m_what, 10);
    row->addWidget(m_when, 10);
    row->addWidget(m_how, 12);
    row->addWidget(m_carried, 9);
    buildWhat();
    buildWhen();
    buildHow();
    m_carried->finish();
}

const model::Cue* CueForm::cue() const { return model::findThing(m_document.sequence()->cues, m_id); }

QString CueForm::named(const QString& verb) const {
    const auto* it = cue();
    return it ? verb.arg(cueName(*m_document.sequence(), *it)) : verb;
}

void CueForm::edit(const QString& verb, model::Sequence next, const char* mergeKey) {
    if (!m_filling && cue()) {
        m_document.apply(named(verb), std::move(next), mergeKey + m_id);
    }
}

void CueForm::buildWhat() {
    m_move = makeChoice(QStringLiteral("move"), this);
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        m_move->addItem(toQString(moves::definitionOf(static_cast<model::MoveKind>(i)).label));
    }
    m_what->addRow(tr("Move"), m_move);
    m_what->finish();
    connect(m_move, &QComboBox::activated, this, [this](int index) {
        edit(tr("change the move of %1"),
             edit::setMoveKind(*m_document.sequence(), m_id, static_cast<model::MoveKind>(index)), "");
    });
}

void CueForm::buildWhen() {
    m_anchor = makeChoice(QStringLiteral("anchor"), this);
    m_anchor->addItems({tr("start of beat"), tr("end of beat"), tr("with …"), tr("after …")});
    m_other = makeChoice(QStringLiteral("anchorCue"), this);
    m_offset = makeTimeBox(QStringLiteral("offset"), -model::limits::kLongest, model::limits::kLongest, this);
    m_length = makeTimeBox(QStringLiteral("length"), 0, model::limits::kLongest, this);
    m_times = new QSpinBox(this);
    m_times->setObjectName(QStringLiteral("times"));
    m_times->setRange(1, model::limits::kMostRepeats);
    m_times->setSuffix(tr(" ×"));
    m_times->setFont(timeFont(12));
    m_times->setAlignment(Qt::AlignRight);
    m_times->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_times->setKeyboardTracking(false);
    m_times->setFixedHeight(22);
    m_whileWaiting = makeCheck(QStringLiteral("whileWaiting"), tr("while waiting, then"), this);
    m_repeatEnd = makeChoice(QStringLiteral("repeatEnd"), this);
    m_repeatEnd->addItems({tr("cut"), tr("finish the cycle"), tr("settle")});
    m_alternate = makeCheck(QStringLiteral("alternate"), tr("there and back"), this);
    m_when->addRow(tr("Starts at"), m_anchor);
    m_when->addRow(tr("of"), m_other);
    m_when->addRow(tr("Offset"), m_offset);
    m_when->addRow(tr("Length"), m_length);
    m_when->addRow(tr("Plays"), m_times);
    m_when->addRow(QString(), m_alternate);
    m_whileWaiting->setMinimumWidth(10);
    auto* wait = new QWidget(this);
    auto* waitRow = new QHBoxLayout(wait);
    waitRow->setContentsMargins(0, 0, 0, 0);
    waitRow->setSpacing(4);
    waitRow->addWidget(m_whileWaiting);
    waitRow->addWidget(m_repeatEnd, 1);
    m_when->addWide(wait);
    m_when->finish();
    connect(m_anchor, &QComboBox::activated, this, &CueForm::applyAnchor);
    connect(m_other, &QComboBox::activated, this, &CueForm::applyAnchor);
    connect(m_offset, &QSpinBox::valueChanged, this, &CueForm::applyAnchor);
    connect(m_length, &QSpinBox::valueChanged, this, [this](int value) {
        edit(tr("length of %1"), edit::setCueLength(*m_document.sequence(), m_id, value), "length ");
    });
    connect(m_times, &QSpinBox::valueChanged, this, &CueForm::applyRepeat);
    connect(m_whileWaiting, &QCheckBox::toggled, this, &CueForm::applyRepeat);
    connect(m_alternate, &QCheckBox::toggled, this, &CueForm::applyRepeat);
    connect(m_repeatEnd, &QComboBox::activated, this, &CueForm::applyRepeat);
}

void CueForm::applyAnchor() {
    const auto* it = cue();
    if (m_filling || !it) {
        return;
    }
    model::CueAnchor anchor = it->anchor;
    anchor.kind = static_cast<AnchorKind>(m_anchor->currentIndex());
    anchor.offset = m_offset->value();
    const bool chained = anchor.kind == AnchorKind::With || anchor.kind == AnchorKind::After;
    anchor.cue = CueId(chained ? m_other->currentData().toString().toStdString() : std::string());
    if (chained && anchor.cue.empty()) {
        show(m_id); // there is nothing to hang on
        return;
    }
    edit(tr("start of %1"), edit::setCueAnchor(*m_document.sequence(), m_id, anchor), "anchor ");
}

void CueForm::applyRepeat() {
    const auto* it = cue();
    if (m_filling || !it) {
        return;
    }
    model::Repeat repeat = it->repeat;
    repeat.times = m_times->value();
    repeat.whileWaiting = m_whileWaiting->isChecked();
    repeat.alternate = m_alternate->isChecked();
    repeat.end = static_cast<model::RepeatEnd>(m_repeatEnd->currentIndex());
    edit(tr("repeat of %1"), edit::setCueRepeat(*m_document.sequence(), m_id, repeat), "repeat ");
}

void CueForm::show(const CueId& id) {
    m_id = id;
    const auto* it = cue();
    if (!it) {
        return;
    }
    m_filling = true;
    m_move->setCurrentIndex(static_cast<int>(it->move.kind));
    if (m_shownMove != it->move.kind) {
        rebuildParameters(*it);
    }
    refreshParameters(*it);
    refreshWhen(*it);
    refreshHow(*it);
    refreshCarried(*it);
    m_filling = false;
}

void CueForm::rebuildParameters(const model::Cue& it) {
    m_what->clearRows(2);
    m_parameterFields.clear();
    m_shownMove = it.move.kind;
    for (const auto& parameter : moves::definitionOf(it.move.kind).parameters) {
        const std::string key(parameter.key);
        const QString name = QStringLiteral("parameter-") + toQString(key);
        if (parameter.isChoice()) {
            auto* box = makeChoice(name, m_what);
            for (const auto& choice : parameter.choices) {
                box->addItem(toQString(choice));
            }
            connect(box, &QComboBox::activated, this, [this, key, box] {
                edit(tr("change %1"),
                     edit::setMoveParameter(*m_document.sequence(), m_id, key,
                                            box->currentText().toStdString()),
                     "");
            });
            m_what->addRow(toQString(parameter.label), box);
            m_parameterFields[key] = box;
            continue;
        }
        auto* box = makeNumberBox(name, parameter.least, parameter.most, toQString(parameter.unit), m_what);
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, key](double value) {
            edit(tr("change %1"), edit::setMoveParameter(*m_document.sequence(), m_id, key, value),
                 ("parameter " + key + " ").c_str());
        });
        m_what->addRow(toQString(parameter.label), box);
        m_parameterFields[key] = box;
    }
}

void CueForm::refreshParameters(const model::Cue& it) {
    for (const auto& [key, field] : m_parameterFields) {
        if (auto* box = qobject_cast<QDoubleSpinBox*>(field)) {
            box->setValue(moves::numberOf(it.move, key));
        } else if (auto* choice = qobject_cast<QComboBox*>(field)) {
            choice->setCurrentText(QString::fromStdString(moves::choiceOf(it.move, key)));
        }
    }
}

void CueForm::refreshWhen(const model::Cue& it) {
    const auto& sequence = *m_document.sequence();
    const int beat = model::indexOf(sequence.beats, it.beat);
    QString others;
    QList<std::pair<QString, QString>> entries;
    for (const auto& other : sequence.cues) {
        if (other.id != it.id && model::indexOf(sequence.beats, other.beat) <= beat) {
            entries.append({cueName(sequence, other), QString::fromStdString(other.id)});
            others += entries.last().first + QLatin1Char('\n') + entries.last().second + QLatin1Char('\n');
        }
    }
    if (others != m_shownOthers) {
        m_shownOthers = others;
        m_other->clear();
        for (const auto& [name, id] : entries) {
            m_other->addItem(name, id);
        }
    }
    m_other->setCurrentIndex(std::max(0, m_other->findData(QString::fromStdString(it.anchor.cue))));
    m_anchor->setCurrentIndex(static_cast<int>(it.anchor.kind));
    const bool chained = it.anchor.kind == AnchorKind::With || it.anchor.kind == AnchorKind::After;
    m_other->setEnabled(chained);
    m_offset->setValue(it.anchor.offset);
    m_length->setValue(it.length);
    const bool inWait =
        beat >= 0 && sequence.beats[static_cast<std::size_t>(beat)].kind == model::BeatKind::Wait;
    m_times->setValue(it.repeat.times);
    m_times->setEnabled(!it.repeat.whileWaiting);
    m_whileWaiting->setChecked(it.repeat.whileWaiting);
    m_whileWaiting->setVisible(inWait);
    m_repeatEnd->setVisible(inWait);
    m_repeatEnd->setEnabled(it.repeat.whileWaiting);
    m_repeatEnd->setCurrentIndex(static_cast<int>(it.repeat.end));
    m_alternate->setChecked(it.repeat.alternate);
}

void CueForm::takeKeyboard() {
    m_length->setFocus(Qt::ShortcutFocusReason);
    m_length->selectAll();
}

}
