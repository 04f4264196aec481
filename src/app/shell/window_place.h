// SPDX-License-Identifier: MIT
#pragma once

#include <QRect>

class QWidget;

namespace scaena::app {

/// `wanted` within `free`, what a screen has to give, with room for the frame the system draws around it: as
/// large as it can be there, moved as little as it can be.
[[nodiscard]] QRect placeWithin(const QRect& wanted, const QRect& free);

/// Gives the window the size and place it had last, or a good one, on a screen that is there.
void restorePlace(QWidget& window);
void rememberPlace(const QWidget& window);

}
