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

/// The card's third column: how the cue is eased.
namespace scaena::app {

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
    side->addLayout(buildFeel());
    side->addWidget(m_natural);
    auto* calm = new QLabel(tr("With reduced motion"), this);
    calm->setProperty("quiet", true);
    calm->setFont(uiFont(11));
    side->addWidget(calm);
    side->addWidget(m_reduced);
    side->addStretch(1);
    row->addLayout(side, 1);
    m_how->addWide(both);
    connectHow();
}

/// Springs and bounces as people feel them, in two numbers.
QLayout* CueForm::buildFeel() {
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
    return feel;
}

void CueForm::connectHow() {
    connect(m_natural, &QToolButton::clicked, this, &CueForm::takeNaturalLength);
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

void CueForm::takeNaturalLength() {
    const auto* it = cue();
    const auto* spring = it ? std::get_if<model::Spring>(&moves::easingOf(*it)) : nullptr;
    if (spring) {
        edit(tr("length of %1"),
             edit::setCueLength(*m_document.sequence(), m_id,
                                Millis(std::lround(motion::naturalLength(*spring) * 1000))),
             "length ");
    }
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
        m_actions.shelf().keepEasing(name, moves::easingOf(*cue()));
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
    auto easing = moves::easingOf(*it);
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

void CueForm::refreshHow(const model::Cue& it) {
    const auto& easing = moves::easingOf(it);
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

}
