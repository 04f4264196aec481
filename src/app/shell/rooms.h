// SPDX-License-Identifier: MIT
#pragma once

#include "app/shell/commands.h"

#include <span>

class QWidget;

namespace scaena::app {

class MainWindow;

/// The rooms of the book, each with a bookmark, in the order of these.
enum class Room { Arrange, Export };

/// All the window knows of a room. Bookmarks, the commands that lead there and the pages are made from it.
struct RoomDefinition {
    Room room;
    const char* id;       ///< its bookmark is "bookmark-arrange"
    const char* name;     ///< on the bookmark
    const char* command;  ///< of the table of commands: leads there
    const char* text;     ///< of that command
    const char* shortcut; ///< portable text; digits stay with their rooms, so that hands need not learn anew
    Needs needs;          ///< what has to be there for it to have a page
    /// Makes its page; called once, when it is entered first or soon after the window is seen.
    QWidget* (*make)(MainWindow& window);
};

[[nodiscard]] std::span<const RoomDefinition> rooms();
[[nodiscard]] const RoomDefinition& definitionOf(Room room);

}
