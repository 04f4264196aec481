// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/journal.h"
#include "app/document/phrase_shelf.h"
#include "app/document/preview.h"
#include "app/document/selection.h"
#include "app/shell/rooms.h"
#include "app/widgets/background.h"

#include <QHash>
#include <QMainWindow>
#include <QTimer>
#include <map>

class QAction;
class QMenu;
class QStackedWidget;

namespace scaena::app {

class ArrangeRoom;
class ExportRoom;
class WelcomePage;
class WindowHeader;
struct Sample;

/// The window: header, bookmarks of the rooms, the open room or the welcome page. It only wires; what
/// commands do lies in the document, the rooms and the dialogs.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// Fonts, pages and commands take longer to make than an empty window to be seen.
    enum class Made { AtOnce, WhenSeen };
    /// `WhenSeen`: an empty page until `seen` has been told and `fill` called; nothing else may be asked of
    /// it before.
    explicit MainWindow(Made made = Made::AtOnce, QWidget* parent = nullptr);
    ~MainWindow() override;

    /// Opens a file; problems are shown as a list. Asks first if there is unsaved work.
    /// It is read in the background; `then` runs when it is open.
    void openFile(const QString& path, const std::function<void()>& then = {});
    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] Preview& preview() { return m_preview; }
    [[nodiscard]] Selection& selection() { return m_selection; }
    /// The rooms; made when they are asked for first, or soon after the window is seen.
    [[nodiscard]] ArrangeRoom& arrange();
    [[nodiscard]] ExportRoom& exports();
    /// Opens a room of the open sequence.
    void enter(Room room);
    /// Begins a sequence from a logo file or from an app project's resources; what it can be is said by
    /// start::usableSources().
    void startFrom(const QString& path);
    /// What dropping files on the window does: opens a sequence, begins with a logo, or adds them to the open
    /// one.
    void takeFiles(const QStringList& paths);
    [[nodiscard]] PhraseShelf& phraseShelf() { return m_shelf; }
    /// What is being read.
    [[nodiscard]] Background& background() { return m_background; }
    /// The command of that id in shell/commands.h.
    [[nodiscard]] QAction* command(const QString& id) const { return m_commands.value(id); }
    /// Offers what a crash left behind; `otherwise` runs if nothing of it is brought back.
    void offerLostWork(const std::function<void()>& otherwise);
    /// Makes what is in it.
    void fill();
    /// What a command does. For rooms, which bring commands of their own.
    void bind(const char* id, const std::function<void()>& run);
    void showContextMenu(const QPoint& at);
    void showProblems(const QString& title, const Problems& problems);

signals:
    /// The first picture is on the screen, or would be if the window were shown.
    void seen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void tellSeen();
    void wireWelcome();
    void buildMenus();
    void bindCommands();
    void bindFiles();
    void updateState();
    void makeRooms();
    [[nodiscard]] QWidget* pageOf(Room room);
    void updateRecent();
    void remember(const QString& path);
    bool save();
    bool saveAs();
    /// True when it is all right to leave the present document.
    bool mayLeave();
    [[nodiscard]] bool mayStillLeave(const edit::SequencePtr& whenAsked);
    /// What people see first is where one begins: a new sequence stands with its opening's card in front.
    void selectOpening();
    void offer(std::shared_ptr<const std::vector<LostWork>> lost, std::size_t next,
               const std::function<void()>& otherwise);
    void openSample(const Sample& sample);
    void showKeys();
    void showCommandList();
    void enableCommands();

    Document m_document;
    Preview m_preview;
    Selection m_selection;
    PhraseShelf m_shelf;
    Journal m_journal;
    Background m_background;
    QHash<QString, QAction*> m_commands;
    QStackedWidget* m_stack = nullptr;
    std::map<Room, QWidget*> m_pages; ///< those that have been made
    QTimer m_later;
    Room m_room = Room::Arrange;
    bool m_isSeen = false;
    WelcomePage* m_welcome = nullptr;
    WindowHeader* m_header = nullptr;
    QMenu* m_recent = nullptr;
};

}
