// SPDX-License-Identifier: MIT
#pragma once

#include <functional>

namespace scaena::app {

class MainWindow;

/// What every window of the application needs before it is made: names, style, typefaces, colours.
void dressApplication();

/// The same for an empty one: its typefaces and controls are dressed by openWhenSeen().
void dressEmptyWindow();

/// Shows a window that was made to be filled when it is seen; `then` runs when it is.
void openWhenSeen(MainWindow& window, const std::function<void()>& then);

}
