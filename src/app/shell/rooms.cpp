// SPDX-License-Identifier: MIT
#include "app/shell/rooms.h"

#include "app/arrange/arrange_room.h"
#include "app/export/export_room.h"
#include "app/shell/arrange_commands.h"
#include "app/shell/main_window.h"

#include <QtGlobal>

namespace scaena::app {

namespace {

QWidget* makeArrange(MainWindow& window) {
    auto* room = new ArrangeRoom(window.document(), window.preview(), window.selection(),
                                 window.phraseShelf(), window.background(), &window);
    bindArrangeCommands(
        *room, [&window](const char* id, const std::function<void()>& run) { window.bind(id, run); });
    QObject::connect(room, &ArrangeRoom::wantsMenu, &window, &MainWindow::showContextMenu);
    QObject::connect(&room->actions(), &ArrangeActions::problems, &window, &MainWindow::showProblems);
    return room;
}

QWidget* makeExport(MainWindow& window) {
    auto* room = new ExportRoom(window.document(), &window);
    QObject::connect(room, &ExportRoom::wantsShown, &window, [&window](const check::Finding& finding) {
        window.enter(Room::Arrange);
        window.preview().show(finding);
    });
    return room;
}

constexpr RoomDefinition kRooms[] = {
    {Room::Arrange, "arrange", QT_TRANSLATE_NOOP("MainWindow", "Arrange"), "roomArrange", "Room: &Arrange",
     "1", Needs::Open, makeArrange},
    {Room::Export, "export", QT_TRANSLATE_NOOP("MainWindow", "Export"), "roomExport", "Room: &Export", "4",
     Needs::Open, makeExport},
};

}

std::span<const RoomDefinition> rooms() { return kRooms; }

const RoomDefinition& definitionOf(Room room) { return kRooms[static_cast<std::size_t>(room)]; }

}
