// SPDX-License-Identifier: MIT
#include "app/arrange/card/pick_button.h"

#include "app/widgets/theme.h"

#include <QMenu>

namespace scaena::app {

PickButton::PickButton(const QString& name, QWidget* parent) : QToolButton(parent) {
    setObjectName(name);
    setFont(uiFont(12));
    setFixedHeight(22);
    setPopupMode(QToolButton::InstantPopup);
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    auto* menu = new QMenu(this);
    menu->setToolTipsVisible(true);
    setMenu(menu);
}

void PickButton::show(const std::vector<Entry>& entries, const QString& none) {
    menu()->clear();
    QStringList chosen;
    for (const auto& entry : entries) {
        if (entry.chosen) {
            chosen << entry.name;
        }
    }
    auto* all = menu()->addAction(none, this, &PickButton::cleared);
    all->setCheckable(true);
    all->setChecked(chosen.isEmpty());
    menu()->addSeparator();
    for (const auto& entry : entries) {
        auto* action = menu()->addAction(
            entry.name, this, [this, id = entry.id, chosen = entry.chosen] { emit picked(id, !chosen); });
        action->setData(QString::fromStdString(entry.id));
        action->setCheckable(true);
        action->setChecked(entry.chosen);
        action->setEnabled(entry.enabled);
        action->setToolTip(entry.enabled ? QString() : entry.why);
    }
    const QString text = chosen.isEmpty() ? none : chosen.join(QStringLiteral(", "));
    setText(text);
    setToolTip(text);
}

}
