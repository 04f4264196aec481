// SPDX-License-Identifier: MIT
#pragma once

#include <QStringList>
#include <functional>

namespace scaena::app {

class ComposeRoom;

/// Ties the commands that work in Compose to the room. `bind(id, run)` is the window's.
void bindComposeCommands(ComposeRoom& room,
                         const std::function<void(const char*, const std::function<void()>&)>& bind);

/// The commands a context menu offers for what is selected in the room; an empty entry is a separator.
[[nodiscard]] QStringList contextCommands(ComposeRoom& room);

}
