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
        m_move->addItem(toQString(model::moveDefinition(static_cast<model::MoveKind>(i)).label));
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

void CueForm::buildHow() {
    m_curve = new EasingEditor(this);
    m_shelf = makeChoice(QStringLiteral("easingShelf"), this);
    fillShelf();
    m_easingText = new QLabel(this);
    m_easingText->setFont(timeFont(10));
    m_easingText->setProperty("quiet", true);
    m_easingText->setWordWrap(true);
    m_easingText->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_reduced = makeChoice(QStringLiteral("reduced"), this);
    m_reduced->addItems({tr("a short fade"), tr("the same"), tr("its end at once")});
    auto* both = new QWidget(this);
    auto* row = new QHBoxLayout(both);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(12);
    row->addWidget(m_curve, 1);
    auto* side = new QVBoxLayout;
    side->setSpacing(2);
    side->addWidget(m_shelf);
    side->addWidget(m_easingText);
    auto* feel = new QGridLayout;
    feel->setSpacing(2);
    m_feelOne = new QLabel(this);
    m_feelOther = new QLabel(this);
    m_one = makeNumberBox(QStringLiteral("feelOne"), 0, 100, QStringLiteral("%"), this);
    m_two = makeNumberBox(QStringLiteral("feelTwo"), 0, 100, QString(), this);
    m_natural = new QToolButton(this);
    m_natural->setObjectName(QStringLiteral("naturalLength"));
    m_natural->setFont(uiFont(11));
    m_natural->setToolTip(tr("Gives the cue the length the physics would take"));
    int feelRow = 0;
    for (const auto& [label, box] : {std::pair{m_feelOne, m_one}, std::pair{m_feelOther, m_two}}) {
        label->setFont(uiFont(11));
        box->setMinimumWidth(48);
        box->setFixedHeight(20);
        feel->addWidget(label, feelRow, 0);
        feel->addWidget(box, feelRow++, 1);
        connect(box, &QDoubleSpinBox::valueChanged, this, &CueForm::applyFeel);
    }
    side->addLayout(feel);
    side->addWidget(m_natural);
    connect(m_natural, &QToolButton::clicked, this, [this] {
        const auto* it = cue();
        const auto* spring = it ? std::get_if<model::Spring>(&model::easingOf(*it)) : nullptr;
        if (spring) {
            edit(tr("length of %1"),
                 edit::setCueLength(*m_document.sequence(), m_id,
                                    Millis(std::lround(motion::naturalLength(*spring) * 1000))),
                 "length ");
        }
    });
    auto* calm = new QLabel(tr("With reduced motion"), this);
    calm->setProperty("quiet", true);
    calm->setFont(uiFont(11));
    side->addWidget(calm);
    side->addWidget(m_reduced);
    side->addStretch(1);
    row->addLayout(side, 1);
    m_how->addWide(both);
    connect(m_shelf, &QComboBox::activated, this, [this](int index) {
        const auto text = m_shelf->itemData(index).toString().toStdString();
        if (text == "keep") {
            keepCurve();
        } else {
            applyEasing(tr("easing of %1"), model::parseEasing(text));
        }
    });
    connect(&m_actions.shelf(), &PhraseShelf::changed, this, &CueForm::fillShelf);
    connect(m_curve, &EasingEditor::dragged, this, [this](const model::Easing& easing) {
        if (cue()) {
            m_document.preview(edit::setCueEasing(*m_document.history().committed(), m_id, easing));
        }
    });
    connect(m_curve, &EasingEditor::dragEnded, this,
            [this] { m_document.commit(named(tr("easing of %1"))); });
    connect(m_curve, &EasingEditor::dragCancelled, this, [this] { m_document.cancel(); });
    connect(m_reduced, &QComboBox::activated, this, [this](int index) {
        auto next = *m_document.sequence();
        if (auto* it = model::findThing(next.cues, m_id)) {
            it->reduced = static_cast<model::ReducedMotion>(index);
        }
        edit(tr("reduced motion of %1"), std::move(next), "");
    });
}

/// The move's own curve, the named ones, one's own, and a way to keep the present one.
void CueForm::fillShelf() {
    const QSignalBlocker quiet(m_shelf);
    m_shelf->clear();
    m_shelf->addItem(tr("the move's own"), QString());
    for (const auto& named : model::namedEasings()) {
        m_shelf->addItem(toQString(named.name), QString::fromStdString(model::toText(named.easing)));
    }
    for (const auto& own : m_actions.shelf().easings()) {
        m_shelf->addItem(QStringLiteral("★ ") + own.name, QString::fromStdString(model::toText(own.easing)));
    }
    m_shelf->insertSeparator(m_shelf->count());
    m_shelf->addItem(tr("keep this curve …"), QStringLiteral("keep"));
}

void CueForm::keepCurve() {
    bool ok = false;
    const QString name =
        QInputDialog::getText(this, tr("Keep the curve"), tr("Name of the curve, for all your sequences:"),
                              QLineEdit::Normal, tr("My curve"), &ok)
            .trimmed();
    if (ok && !name.isEmpty() && cue()) {
        m_actions.shelf().keepEasing(name, model::easingOf(*cue()));
    }
    if (cue()) {
        show(m_id);
    }
}

/// Numbers in terms of what is felt: a spring's bounciness and speed, a ball's bounces, steps.
void CueForm::refreshFeel(const model::Easing& easing) {
    const bool spring = std::holds_alternative<model::Spring>(easing);
    const bool bounce = std::holds_alternative<model::Bounce>(easing);
    const bool steps = std::holds_alternative<model::Steps>(easing);
    for (QWidget* field : {static_cast<QWidget*>(m_feelOne), static_cast<QWidget*>(m_one)}) {
        field->setVisible(spring || bounce || steps);
    }
    for (QWidget* field : {static_cast<QWidget*>(m_feelOther), static_cast<QWidget*>(m_two)}) {
        field->setVisible(spring || bounce);
    }
    m_natural->setVisible(spring);
    if (spring) {
        const auto& it = std::get<model::Spring>(easing);
        const auto feel = motion::feelOf(it);
        m_feelOne->setText(tr("Bounciness"));
        m_feelOther->setText(tr("Speed"));
        m_one->setRange(0, 100);
        m_two->setRange(1, 100);
        m_one->setSuffix(QStringLiteral(" %"));
        m_two->setSuffix(QString());
        m_one->setValue(std::round(feel.bounciness));
        m_two->setValue(std::round(feel.speed));
        m_natural->setText(tr("as the physics: %1 ms").arg(timeText(motion::naturalLength(it) * 1000)));
    } else if (bounce) {
        const auto& it = std::get<model::Bounce>(easing);
        m_feelOne->setText(tr("Keeps"));
        m_feelOther->setText(tr("Bounces"));
        m_one->setRange(5, 90);
        m_two->setRange(0, 8);
        m_one->setSuffix(QStringLiteral(" %"));
        m_two->setSuffix(QString());
        m_one->setValue(it.restitution * 100);
        m_two->setValue(it.bounces);
    } else if (steps) {
        m_feelOne->setText(tr("Steps"));
        m_one->setRange(1, 60);
        m_one->setSuffix(QString());
        m_one->setValue(std::get<model::Steps>(easing).count);
    }
}

void CueForm::applyFeel() {
    const auto* it = cue();
    if (m_filling || !it) {
        return;
    }
    auto easing = model::easingOf(*it);
    if (std::holds_alternative<model::Spring>(easing)) {
        easing = motion::springOf({m_one->value(), m_two->value()});
    } else if (auto* bounce = std::get_if<model::Bounce>(&easing)) {
        *bounce = {static_cast<int>(m_two->value()), m_one->value() / 100};
    } else if (auto* steps = std::get_if<model::Steps>(&easing)) {
        steps->count =
            std::max(steps->jump == model::Steps::Jump::None ? 2 : 1, static_cast<int>(m_one->value()));
    }
    edit(tr("easing of %1"), edit::setCueEasing(*m_document.sequence(), m_id, easing), "feel ");
}

void CueForm::applyEasing(const QString& verb, const std::optional<model::Easing>& easing) {
    edit(verb, edit::setCueEasing(*m_document.sequence(), m_id, easing), "");
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
    for (const auto& parameter : model::moveDefinition(it.move.kind).parameters) {
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
            box->setValue(model::numberOf(it.move, key));
        } else if (auto* choice = qobject_cast<QComboBox*>(field)) {
            choice->setCurrentText(QString::fromStdString(model::choiceOf(it.move, key)));
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

void CueForm::refreshHow(const model::Cue& it) {
    const auto& easing = model::easingOf(it);
    m_curve->setEasing(easing);
    m_curve->setCueLength(it.length);
    refreshFeel(easing);
    const int layer = model::indexOf(m_document.sequence()->layers, it.layer);
    const auto& scene = m_actions.preview().scene();
    if (layer >= 0 && (scene != m_shownScene || it.layer != m_shownLayer)) {
        m_shownScene = scene;
        m_shownLayer = it.layer;
        const double ratio = devicePixelRatioF();
        QImage picture = render::layerThumbnail(*scene, layer, (QSizeF(28, 28) * ratio).toSize());
        picture.setDevicePixelRatio(ratio);
        m_curve->setPicture(picture);
    }
    m_easingText->setText(
        QString::fromStdString(model::toText(easing)).replace(QStringLiteral(", "), QStringLiteral(" ")));
    m_shelf->setCurrentIndex(it.easing ? m_shelf->findData(QString::fromStdString(model::toText(*it.easing)))
                                       : 0);
    m_shelf->setPlaceholderText(tr("your own"));
    m_reduced->setCurrentIndex(static_cast<int>(it.reduced));
}

void CueForm::takeKeyboard() {
    m_length->setFocus(Qt::ShortcutFocusReason);
    m_length->selectAll();
}

}
