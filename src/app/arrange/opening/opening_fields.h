// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/opening/opening_tile.h"
#include "app/widgets/theme.h"

#include <QMenu>

namespace scaena::app {

/// A flat button below a tile's picture that opens a menu.
inline QToolButton* makeMenuButton(const QString& name, const QString& accessible, QWidget* parent) {
    auto* button = new QToolButton(parent);
    button->setObjectName(name);
    button->setAccessibleName(accessible);
    button->setFont(uiFont(12));
    button->setFixedHeight(22);
    button->setPopupMode(QToolButton::InstantPopup);
    button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    return button;
}

/// A menu that is filled anew whenever it opens, for a button and the picture above it.
template <typename Fill>
QMenu* makeMenu(QToolButton* button, OpeningTile* tile, Fill fill) {
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    button->setMenu(menu);
    if (tile) {
        tile->picture()->setMenu(menu);
    }
    QObject::connect(menu, &QMenu::aboutToShow, button, fill);
    return menu;
}

}
