// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_room.h"
#include "app/shell/arrange_commands.h"
#include "app/shell/main_window.h"
#include "app/widgets/chooser.h"

#include <QAction>
#include <QMenuBar>
#include <QMessageBox>
#include <algorithm>
#include <array>

/// The part of MainWindow that shows the table of commands: menus, the searchable list, context menus, keys.
namespace scaena::app {

void MainWindow::buildMenus() {
    QHash<QString, QMenu*> menus;
    for (const auto& it : commands()) {
        auto*& menu = menus[QString::fromUtf8(it.menu)];
        if (!menu) {
            menu = menuBar()->addMenu(tr(it.menu));
        }
        auto* action = menu->addAction(tr(it.text));
        action->setObjectName(QString::fromLatin1(it.id));
        action->setShortcut(
            QKeySequence::fromString(QString::fromLatin1(it.shortcut), QKeySequence::PortableText));
        m_commands.insert(QString::fromLatin1(it.id), action);
        // What works on the score leads to the room where it can be seen.
        static constexpr std::array kArranging = {"&Insert", "&Layer", "&Time", "&Preview"};
        if (std::any_of(kArranging.begin(), kArranging.end(), [&](const char* arranging) {
                return QLatin1String(arranging) == QLatin1String(it.menu);
            })) {
            connect(action, &QAction::triggered, this, [this] {
                if (m_room != Room::Arrange) {
                    enter(Room::Arrange);
                }
            });
        }
        if (QLatin1String(it.id) == QLatin1String("open")) {
            m_recent = menu->addMenu(tr("Open &recent"));
        }
        if (it.endsGroup) {
            menu->addSeparator();
        }
    }
}

void MainWindow::bind(const char* id, const std::function<void()>& run) {
    connect(command(QString::fromLatin1(id)), &QAction::triggered, this, run);
}

void MainWindow::showCommandList() {
    std::vector<Choice> choices;
    std::vector<QAction*> actions;
    for (const auto& it : commands()) {
        auto* action = command(QString::fromLatin1(it.id));
        choices.push_back({action->text().remove(QLatin1Char('&')),
                           action->shortcut().toString(QKeySequence::NativeText), action->isEnabled(),
                           tr(it.menu).remove(QLatin1Char('&'))});
        actions.push_back(action);
    }
    const int chosen = Chooser::choose(this, tr("What do you want to do?"), choices);
    if (chosen >= 0) {
        actions[static_cast<std::size_t>(chosen)]->trigger();
    }
}

void MainWindow::showContextMenu(const QPoint& at) {
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("contextMenu"));
    for (const auto& id : contextCommands(arrange())) {
        if (id.isEmpty()) {
            menu.addSeparator();
        } else {
            menu.addAction(command(id));
        }
    }
    menu.exec(at);
}

void MainWindow::enableCommands() {
    const bool open = m_document.isOpen();
    const auto kind = m_selection.kind();
    const auto count = m_selection.all().size();
    for (const auto& it : commands()) {
        bool enabled = true;
        switch (it.needs) {
        case Needs::Nothing:
            break;
        case Needs::Open:
            enabled = open;
            break;
        case Needs::Cue:
            enabled = open && kind == Selection::Kind::Cue;
            break;
        case Needs::Cues:
            enabled = open && kind == Selection::Kind::Cue && count > 1;
            break;
        case Needs::Layer:
            enabled = open && kind == Selection::Kind::Layer;
            break;
        case Needs::Beat:
            enabled = open && kind == Selection::Kind::Beat;
            break;
        case Needs::Something:
            enabled = open && kind != Selection::Kind::None;
            break;
        }
        command(QString::fromLatin1(it.id))->setEnabled(enabled);
    }
    command(QStringLiteral("undo"))->setEnabled(open && m_document.history().canUndo());
    command(QStringLiteral("redo"))->setEnabled(open && m_document.history().canRedo());
}

void MainWindow::showKeys() {
    QString text = QStringLiteral("<table cellspacing=4>");
    for (const auto& it : commands()) {
        if (*it.shortcut) {
            text += QStringLiteral("<tr><td><b>%1</b></td><td>&nbsp;&nbsp;%2</td></tr>")
                        .arg(QString::fromLatin1(it.shortcut).toHtmlEscaped(),
                             tr(it.text).remove(QLatin1Char('&')).toHtmlEscaped());
        }
    }
    text += tr("<tr><td><b>← →</b></td><td>&nbsp;&nbsp;Nudge the cue by 10 ms, with Shift by 100 ms</td></tr>"
               "<tr><td><b>↑ ↓</b></td><td>&nbsp;&nbsp;Select the cue before or after</td></tr>"
               "<tr><td><b>Enter</b></td><td>&nbsp;&nbsp;Type a number on the card</td></tr>"
               "<tr><td><b>Esc</b></td><td>&nbsp;&nbsp;Let go: of a drag, of the selection</td></tr>"
               "<tr><td><b>Ctrl+wheel</b></td><td>&nbsp;&nbsp;Zoom the score</td></tr></table>");
    QMessageBox box(QMessageBox::NoIcon, tr("Keys"), text, QMessageBox::Close, this);
    box.exec();
}

}
