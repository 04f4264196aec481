// SPDX-License-Identifier: MIT
#pragma once

#include <QStringList>
#include <functional>

namespace scaena::app {

class ArrangeRoom;

/// Ties the commands that work in Arrange to the room. `bind(id, run)` is the window's.
void bindArrangeCommands(ArrangeRoom& room,
                         const std::function<void(const char*, const std::function<void()>&)>& bind);

/// The commands a context menu offers for what is selected in the room; an empty entry is a separator.
[[nodiscard]] QStringList contextCommands(ArrangeRoom& room);

}
