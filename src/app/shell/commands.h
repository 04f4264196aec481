// SPDX-License-Identifier: MIT
#pragma once

#include <QKeySequence>
#include <vector>

namespace scaena::app {

/// What has to be there for a command to make sense.
enum class Needs { Nothing, Open, Cue, Cues, Layer, Beat, Something };

/// Everything the window can be told, as data: menus, shortcuts, the searchable list, context menus and the
/// list of keys in the help come from here.
struct Command {
    const char* id;
    const char* menu; ///< title of the menu it stands in
    const char* text;
    const char* shortcut; ///< portable text, may be empty
    Needs needs = Needs::Open;
    bool endsGroup = false;
};

[[nodiscard]] const std::vector<Command>& commands();

}
