// SPDX-License-Identifier: MIT
#include "app/arrange/stage/conditions_sentence.h"

#include "app/widgets/flow_layout.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/plan/targets.h"
#include "core/schedule/devices.h"

#include <QActionGroup>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QToolButton>
#include <QWheelEvent>

namespace scaena::app {

namespace {

template <typename List>
QStringList namesOf(const List& list) {
    QStringList names;
    for (const auto& it : list) {
        names << toQString(it.name);
    }
    return names;
}

}

ConditionsSentence::ConditionsSentence(Preview& preview, QWidget* parent)
    : QWidget(parent), m_preview(preview) {
    setObjectName(QStringLiteral("conditions"));
    setAccessibleName(tr("Conditions of the preview"));
    auto* layout = new FlowLayout(this, 2);
    (void)layout;
    const auto now = [this]() -> const schedule::Conditions& { return m_preview.conditions(); };
    addText(tr("On a"));
    addWord({"device", tr("Device"), namesOf(schedule::devices()),
             [now] { return static_cast<int>(now().device.row()); },
             [](auto& c, int i) { c.device = schedule::DeviceId::at(static_cast<std::size_t>(i)); }});
    addText(tr(" held"));
    addWord({"held",
             tr("How the device is held"),
             {tr("upright"), tr("sideways")},
             [now] { return now().landscape ? 1 : 0; },
             [](auto& c, int i) { c.landscape = i == 1; }});
    addText(tr(" with"));
    addWord({"target", tr("Target"), namesOf(plan::targets()),
             [now] { return static_cast<int>(now().target.row()); },
             [](auto& c, int i) { c.target = plan::TargetId::at(static_cast<std::size_t>(i)); }});
    addText(tr(", by"));
    addWord({"appearance",
             tr("Light or dark (D)"),
             {tr("day"), tr("night")},
             [now] { return static_cast<int>(now().appearance); },
             [](auto& c, int i) { c.appearance = static_cast<model::Appearance>(i); }});
    addText(tr(", from a"));
    addWord({"start",
             tr("Kind of start"),
             {tr("first"), tr("cold"), tr("warm"), tr("hot"), tr("re-created")},
             [now] { return static_cast<int>(now().start); },
             [](auto& c, int i) { c.start = static_cast<model::StartKind>(i); }});
    addText(tr(" start, with"));
    addWord({"loading",
             tr("How long the gates take"),
             {tr("typical"), tr("fast"), tr("slow"), tr("never ending")},
             [now] { return static_cast<int>(now().loading); },
             [](auto& c, int i) {
                 c.loading = static_cast<schedule::Loading>(i);
                 c.gateTimes.clear();
             }});
    addText(tr(" loading and"));
    addWord({"motion",
             tr("As a person with reduced motion sees it"),
             {tr("full"), tr("reduced")},
             [now] { return now().reducedMotion ? 1 : 0; },
             [](auto& c, int i) { c.reducedMotion = i == 1; }});
    addText(tr(" motion."));
    connect(&preview, &Preview::conditionsChanged, this, &ConditionsSentence::update);
    update();
}

void ConditionsSentence::addText(const QString& text) {
    // Word by word, so that a line can end between any two.
    for (const auto& part : text.split(QLatin1Char(' '))) {
        auto* label = new QLabel(part.isEmpty() ? QStringLiteral(" ") : part + QStringLiteral(" "), this);
        label->setFont(uiFont(13));
        label->setFixedHeight(20);
        layout()->addWidget(label);
    }
}

void ConditionsSentence::addWord(Word word) {
    word.button = new QToolButton(this);
    word.button->setObjectName(QStringLiteral("condition-") + word.key);
    word.button->setToolTip(word.tip);
    word.button->setAccessibleName(word.tip);
    QFont font = uiFont(13, true);
    font.setUnderline(true);
    word.button->setFont(font);
    word.button->setFixedHeight(20);
    word.button->setStyleSheet(QStringLiteral("QToolButton { padding: 0; margin: 0; }"));
    word.button->setFocusPolicy(Qt::TabFocus);
    word.button->setPopupMode(QToolButton::InstantPopup);
    word.button->installEventFilter(this);
    auto* menu = new QMenu(word.button);
    auto* group = new QActionGroup(menu);
    const std::size_t index = m_words.size();
    for (int i = 0; i < word.choices.size(); ++i) {
        auto* action = menu->addAction(word.choices[i], this, [this, index, i] { choose(index, i); });
        action->setCheckable(true);
        group->addAction(action);
    }
    word.button->setMenu(menu);
    layout()->addWidget(word.button);
    m_words.push_back(std::move(word));
}

void ConditionsSentence::choose(std::size_t index, int choice) {
    auto conditions = m_preview.conditions();
    m_words[index].set(conditions, choice);
    m_preview.setConditions(conditions);
}

void ConditionsSentence::turn(const QString& key, int by) {
    for (std::size_t i = 0; i < m_words.size(); ++i) {
        if (m_words[i].key == key) {
            const int count = static_cast<int>(m_words[i].choices.size());
            choose(i, ((m_words[i].get() + by) % count + count) % count);
        }
    }
}

void ConditionsSentence::update() {
    for (const auto& word : m_words) {
        const int now = word.get();
        word.button->setText(word.choices[now]);
        word.button->menu()->actions()[now]->setChecked(true);
        word.button->setFixedWidth(QFontMetrics(word.button->font()).horizontalAdvance(word.choices[now]) +
                                   2);
    }
    layout()->invalidate();
    updateGeometry();
}

bool ConditionsSentence::eventFilter(QObject* watched, QEvent* event) {
    const auto found =
        std::find_if(m_words.begin(), m_words.end(), [&](const Word& w) { return w.button == watched; });
    if (found != m_words.end() && event->type() == QEvent::Wheel) {
        turn(found->key, static_cast<QWheelEvent*>(event)->angleDelta().y() > 0 ? -1 : 1);
        return true;
    }
    if (found != m_words.end() && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Up || key == Qt::Key_Down) {
            turn(found->key, key == Qt::Key_Up ? -1 : 1);
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}
