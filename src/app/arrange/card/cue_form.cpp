// SPDX-License-Identifier: MIT
#include "app/arrange/card/cue_form.h"

#include "app/arrange/card/pose_rows.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/edits.h"
#include "core/model/limits.h"
#include "core/model/with_copies.h"
#include "core/motion/easing_curve.h"
#include "core/motion/spring_feel.h"
#include "core/plan/carry.h"
#include "core/schedule/measures.h"
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
    m_layer = makeChoice(QStringLiteral("cueLayer"), this);
    m_what->addRow(tr("Of"), m_layer);
    m_what->addRow(tr("Move"), m_move);
    m_adds = makeCheck(QStringLiteral("adds"), tr("laid over what is there"), this);
    m_adds->setToolTip(tr("Its change is added to what other cues do, instead of taking their place"));
    m_what->addWide(m_adds);
    m_poses = new PoseRows(m_actions, this);
    m_what->addWide(m_poses);
    m_what->finish();
    connect(m_layer, &QComboBox::activated, this, [this](int index) {
        const LayerId layer(m_layer->itemData(index).toString().toStdString());
        edit(tr("layer of %1"), edit::setCueLayer(*m_document.sequence(), m_id, layer), "");
    });
    connect(m_adds, &QCheckBox::clicked, this, [this](bool adds) {
        auto next = *m_document.sequence();
        if (auto* it = model::findThing(next.cues, m_id)) {
            it->composite = adds ? model::Composite::Add : model::Composite::Replace;
        }
        edit(adds ? tr("lay %1 over") : tr("let %1 take the place"), std::move(next), "");
    });
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
    m_times = makeCountBox(QStringLiteral("times"), 1, model::limits::kMostRepeats, tr(" ×"), this);
    m_whileWaiting = makeCheck(QStringLiteral("whileWaiting"), tr("while waiting, then"), this);
    m_repeatEnd = makeChoice(QStringLiteral("repeatEnd"), this);
    m_repeatEnd->addItems({tr("cut"), tr("finish the cycle"), tr("settle")});
    m_settle = makeTimeBox(QStringLiteral("settle"), 0, model::limits::kLongest, this);
    m_settle->setMinimumWidth(44);
    m_settle->setToolTip(tr("How long it takes to come to rest when the wait is over"));
    m_alternate = makeCheck(QStringLiteral("alternate"), tr("there and back"), this);
    m_when->addRow(tr("Starts at"), m_anchor);
    m_when->addRow(tr("of"), m_other);
    m_when->addRow(tr("Offset"), m_offset);
    m_when->addRow(tr("Length"), m_length);
    const auto beside = [this](QWidget* one, QWidget* other) {
        auto* both = new QWidget(this);
        auto* row = new QHBoxLayout(both);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(4);
        row->addWidget(one, 1);
        row->addWidget(other);
        return both;
    };
    m_times->setMinimumWidth(36);
    m_when->addRow(tr("Plays"), beside(m_times, m_alternate));
    m_when->addWide(m_whileWaiting);
    m_when->addWide(beside(m_repeatEnd, m_settle));
    m_continues = makeCheck(QStringLiteral("continues"), tr("the app carries it on"), this);
    m_continues->setToolTip(
        tr("What the system's picture does not show of it, the app goes on with in the next beat, "
           "from where it stands"));
    m_when->addWide(m_continues);
    m_when->finish();
    connect(m_continues, &QCheckBox::clicked, this, [this](bool continues) {
        edit(continues ? tr("carry %1 on") : tr("let %1 end with the opening"),
             edit::setCueContinues(*m_document.sequence(), m_id, continues), "");
    });
    connect(m_anchor, &QComboBox::activated, this, &CueForm::applyAnchor);
    connect(m_other, &QComboBox::activated, this, &CueForm::applyOther);
    connect(m_offset, &QSpinBox::valueChanged, this, &CueForm::applyAnchor);
    connect(m_length, &QSpinBox::valueChanged, this, [this](int value) {
        edit(tr("length of %1"), edit::setCueLength(*m_document.sequence(), m_id, value), "length ");
    });
    connect(m_times, &QSpinBox::valueChanged, this, &CueForm::applyRepeat);
    connect(m_whileWaiting, &QCheckBox::toggled, this, &CueForm::applyRepeat);
    connect(m_alternate, &QCheckBox::toggled, this, &CueForm::applyRepeat);
    connect(m_repeatEnd, &QComboBox::activated, this, &CueForm::applyRepeat);
    connect(m_settle, &QSpinBox::valueChanged, this, &CueForm::applyRepeat);
}

/// The one that is chosen, or else the first there is.
CueId CueForm::cueToHangOn() const {
    const CueId shown(m_other->currentData().toString().toStdString());
    const auto& s = *m_document.sequence();
    if (model::findThing(s.cues, shown)) {
        return shown;
    }
    const int beat = model::indexOf(s.beats, cue()->beat);
    for (const auto& other : s.cues) {
        auto anchor = cue()->anchor;
        anchor.kind = static_cast<AnchorKind>(m_anchor->currentIndex());
        anchor.cue = other.id;
        if (other.id != m_id && !model::isOfCopy(s, other) && model::indexOf(s.beats, other.beat) <= beat &&
            edit::setCueAnchor(s, m_id, anchor) != s) {
            return other.id;
        }
    }
    return {};
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
    anchor.cue = chained ? cueToHangOn() : CueId();
    if (chained && anchor.cue.empty()) {
        show(m_id); // there is nothing to hang on
        return;
    }
    edit(tr("start of %1"), edit::setCueAnchor(*m_document.sequence(), m_id, anchor), "anchor ");
}

/// What it hangs on: another cue, or the start or end of a beat.
void CueForm::applyOther() {
    const auto* it = cue();
    if (m_filling || !it) {
        return;
    }
    if (it->anchor.kind == AnchorKind::With || it->anchor.kind == AnchorKind::After) {
        applyAnchor();
        return;
    }
    const BeatId beat(m_other->currentData().toString().toStdString());
    edit(tr("beat of %1"), edit::setCueBeat(*m_document.sequence(), m_id, beat), "");
}

/// The layers that can make its move.
void CueForm::refreshLayers(const model::Cue& it) {
    if (m_document.history().inTransaction() && m_layer->count() > 0) {
        return; // which layers there are does not change while something is dragged
    }
    const auto& s = *m_document.sequence();
    const QSignalBlocker quiet(m_layer);
    m_layer->clear();
    for (auto layer = s.layers.rbegin(); layer != s.layers.rend(); ++layer) {
        if (layer->id == it.layer || (!model::isCopy(*layer) && edit::canMove(s, layer->id, it.move.kind))) {
            m_layer->addItem(toQString(layer->name), toQString(std::string(layer->id)));
        }
    }
    m_layer->setCurrentIndex(m_layer->findData(toQString(std::string(it.layer))));
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
    repeat.settle = m_settle->value();
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
    refreshLayers(*it);
    refreshParameters(*it);
    m_adds->setChecked(it->composite == model::Composite::Add);
    m_poses->setVisible(it->move.kind == model::MoveKind::Poses);
    m_poses->show(id);
    refreshWhen(*it);
    refreshHow(*it);
    refreshCarried(*it);
    m_filling = false;
}

void CueForm::rebuildParameters(const model::Cue& it) {
    m_what->clearRows(5); // what every move has stays
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
                if (key == "measure") {
                    tellIn(static_cast<motion::Measure>(box->currentIndex()));
                    return;
                }
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

/// The layer goes as far as before, on the device that is looked at.
void CueForm::tellIn(motion::Measure measure) {
    const auto* it = cue();
    const auto told = schedule::inMeasure(*m_actions.preview().schedule(), *it, measure);
    auto next = *m_document.sequence();
    for (const auto& [key, value] : told.move.parameters) {
        next = edit::setMoveParameter(std::move(next), m_id, key, value);
    }
    model::findThing(next.cues, m_id)->poses = told.poses;
    edit(tr("change %1"), std::move(next), "");
}

void CueForm::refreshParameters(const model::Cue& it) {
    for (const auto& [key, field] : m_parameterFields) {
        if (auto* box = qobject_cast<QDoubleSpinBox*>(field)) {
            const auto* parameter = moves::findParameter(it.move.kind, key);
            const QString unit = toQString(moves::unitOf(it.move, *parameter));
            box->setSuffix(unit.isEmpty() ? QString() : QStringLiteral(" ") + unit);
            box->setValue(moves::numberOf(it.move, key));
        } else if (auto* choice = qobject_cast<QComboBox*>(field)) {
            choice->setCurrentText(QString::fromStdString(moves::choiceOf(it.move, key)));
        }
    }
}

void CueForm::refreshWhen(const model::Cue& it) {
    const auto& sequence = *m_document.sequence();
    const int beat = model::indexOf(sequence.beats, it.beat);
    const bool chained = it.anchor.kind == AnchorKind::With || it.anchor.kind == AnchorKind::After;
    QString others;
    QList<std::pair<QString, QString>> entries;
    const auto add = [&](const QString& name, const std::string& id) {
        entries.append({name, QString::fromStdString(id)});
        others += name + QLatin1Char('\n') + entries.last().second + QLatin1Char('\n');
    };
    const bool rests = !m_document.history().inTransaction() || m_other->count() == 0;
    if (chained) {
        for (const auto& other : sequence.cues) {
            if (other.id != it.id && !model::isOfCopy(sequence, other) &&
                model::indexOf(sequence.beats, other.beat) <= beat) {
                add(cueName(sequence, other), other.id);
            }
        }
    } else if (rests) { // where it may be is looked at when the hand rests
        for (const auto& other : sequence.beats) {
            if (other.id == it.beat || edit::setCueBeat(sequence, it.id, other.id) != sequence) {
                add(toQString(other.name), other.id);
            }
        }
    }
    if (others != m_shownOthers && (chained || rests)) {
        m_shownOthers = others;
        m_other->clear();
        for (const auto& [name, id] : entries) {
            m_other->addItem(name, id);
        }
    }
    const std::string& on = chained ? std::string(it.anchor.cue) : std::string(it.beat);
    m_other->setCurrentIndex(std::max(0, m_other->findData(QString::fromStdString(on))));
    m_anchor->setCurrentIndex(static_cast<int>(it.anchor.kind));
    m_offset->setValue(it.anchor.offset);
    m_length->setValue(it.length);
    const bool inWait =
        beat >= 0 && sequence.beats[static_cast<std::size_t>(beat)].kind == model::BeatKind::Wait;
    m_continues->setVisible(beat == 0);
    m_continues->setChecked(it.continues);
    m_times->setValue(it.repeat.times);
    m_times->setEnabled(!it.repeat.whileWaiting);
    m_whileWaiting->setChecked(it.repeat.whileWaiting);
    m_whileWaiting->setVisible(inWait);
    m_repeatEnd->setVisible(inWait);
    m_repeatEnd->setEnabled(it.repeat.whileWaiting);
    m_repeatEnd->setCurrentIndex(static_cast<int>(it.repeat.end));
    m_settle->setVisible(inWait && it.repeat.whileWaiting && it.repeat.end == model::RepeatEnd::Settle);
    m_settle->setValue(it.repeat.settle);
    m_alternate->setChecked(it.repeat.alternate);
}

void CueForm::takeKeyboard() {
    m_length->setFocus(Qt::ShortcutFocusReason);
    m_length->selectAll();
}

}
