// SPDX-License-Identifier: MIT
#include "app/shell/main_window.h"

#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/export/export_room.h"
#include "app/shell/arrange_commands.h"
#include "app/shell/commands.h"
#include "app/shell/problems_dialog.h"
#include "app/shell/samples.h"
#include "app/shell/welcome_page.h"
#include "app/widgets/background.h"
#include "app/widgets/chooser.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/file/version.h"
#include "render/art/decoder.h"
#include "render/art/image_cache.h"
#include "render/base/helper_process.h"

#include <QApplication>
#include <QCloseEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenuBar>
#include <QMessageBox>
#include <QMimeData>
#include <QPainter>
#include <QSettings>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>
#include <array>
#include <utility>

namespace scaena::app {

namespace {

constexpr int kRoomsAfterMillis = 60;
constexpr int kSeenAfterMillis = 400; ///< for a window that is never painted: begun as an icon, or covered
constexpr int kMenuHeight = 26;       ///< about
constexpr int kHeaderHeight = 42;

QString fileFilter() { return QObject::tr("Launch sequences (*%1)").arg(toQString(file::kExtension)); }

}

MainWindow::MainWindow(Made made, QWidget* parent)
    : QMainWindow(parent), m_preview(m_document), m_journal(m_document), m_background(this) {
    setObjectName(QStringLiteral("window"));
    setWindowTitle(QStringLiteral("Scaena"));
    resize(1280, 800);
    setMinimumSize(980, 620);
    if (made == Made::AtOnce) {
        m_isSeen = true;
        fill();
        return;
    }
    QTimer::singleShot(kSeenAfterMillis, this, [this] { tellSeen(); });
}

void MainWindow::paintEvent(QPaintEvent* event) {
    QMainWindow::paintEvent(event);
    if (!m_welcome) {
        QPainter painter(this);
        WelcomePage::paintPage(painter, rect().adjusted(0, kMenuHeight + kHeaderHeight, 0, 0));
        // What is painted now is on the screen when the events that stand in line have had their turn.
        QTimer::singleShot(0, this, [this] { tellSeen(); });
    }
}

void MainWindow::tellSeen() {
    if (!std::exchange(m_isSeen, true)) {
        emit seen();
    }
}

void MainWindow::fill() {
    m_stack = new QStackedWidget(this);
    m_welcome = new WelcomePage(this);
    m_title = new QLabel(this);
    m_subtitle = new QLabel(this);
    m_bookmark = new QToolButton(this);
    m_exportBookmark = new QToolButton(this);
    m_undo = new QToolButton(this);
    setAcceptDrops(true);
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildHeader());
    column->addWidget(m_stack, 1);
    m_stack->addWidget(m_welcome);
    setCentralWidget(central);
    buildMenus();
    bindCommands();
    // While something is dragged neither the name nor what can be done changes; the header waits for the end.
    connect(&m_document, &Document::stateChanged, this, [this] {
        if (!m_document.history().inTransaction()) {
            updateState();
        }
    });
    wireWelcome();
    render::HelperProcess::tellDeaths([this] {
        QMetaObject::invokeMethod(this, [this] {
            showProblems(
                tr("Something could not be drawn"),
                {{ProblemKind::Unreadable,
                  "what draws clips, and what paths cannot say of art, has died of something in this "
                  "sequence or taken too long; it is shown as a box with a cross. Nothing else is "
                  "touched: save, and take another file, or one with fewer parts",
                  {},
                  {}}});
        });
    });
    updateRecent();
    updateState();
    // The rooms take longer to make than the welcome page to be seen; they are ready before anybody has
    // chosen.
    m_later.setSingleShot(true);
    connect(&m_later, &QTimer::timeout, this, [this] {
        if (m_arrange) {
            (void)exports();
        } else {
            (void)arrange();
            m_later.start(0);
        }
    });
    m_later.start(kRoomsAfterMillis);
}

void MainWindow::wireWelcome() {
    connect(m_welcome, &WelcomePage::wantsNew, this, [this] { command(QStringLiteral("new"))->trigger(); });
    connect(m_welcome, &WelcomePage::wantsLogo, this,
            [this] { command(QStringLiteral("newFromLogo"))->trigger(); });
    connect(m_welcome, &WelcomePage::wantsOpen, this, [this] { command(QStringLiteral("open"))->trigger(); });
    connect(m_welcome, &WelcomePage::wantsFile, this, [this](const QString& path) { openFile(path); });
    connect(m_welcome, &WelcomePage::wantsSample, this,
            [this](int index) { openSample(samples()[static_cast<std::size_t>(index)]); });
    connect(m_welcome, &WelcomePage::wantsProject, this,
            [this] { command(QStringLiteral("newFromProject"))->trigger(); });
}

MainWindow::~MainWindow() { render::HelperProcess::tellDeaths({}); }

ArrangeRoom& MainWindow::arrange() {
    if (!m_arrange) {
        m_arrange = new ArrangeRoom(m_document, m_preview, m_selection, m_shelf, m_background, this);
        m_stack->addWidget(m_arrange);
        bindArrangeCommands(*m_arrange,
                            [this](const char* id, const std::function<void()>& run) { bind(id, run); });
        connect(m_arrange, &ArrangeRoom::wantsMenu, this, &MainWindow::showContextMenu);
        connect(&m_arrange->actions(), &ArrangeActions::problems, this, &MainWindow::showProblems);
    }
    return *m_arrange;
}

ExportRoom& MainWindow::exports() {
    if (!m_export) {
        m_export = new ExportRoom(m_document, this);
        m_stack->addWidget(m_export);
        connect(m_export, &ExportRoom::wantsSeamShown, this, [this](const schedule::Conditions& conditions) {
            enter(Room::Arrange);
            m_preview.showSeam(conditions);
        });
        connect(m_export, &ExportRoom::wantsSeamMended, this,
                [this](const schedule::Conditions& conditions) { arrange().actions().mendSeam(conditions); });
    }
    return *m_export;
}

QWidget* MainWindow::buildHeader() {
    auto* header = new QWidget(this);
    header->setFixedHeight(kHeaderHeight);
    auto* row = new QHBoxLayout(header);
    row->setContentsMargins(20, 0, 18, 0);
    row->setSpacing(10);
    m_title->setFont(nameFont(17));
    m_title->setObjectName(QStringLiteral("title"));
    m_subtitle->setFont(uiFont(12));
    m_subtitle->setProperty("quiet", true);
    const auto bookmark = [this](QToolButton* button, const char* name, const QString& text,
                                 const QString& tip, Room room) {
        button->setObjectName(QLatin1String(name));
        button->setText(text);
        button->setToolTip(tip);
        button->setFont(uiFont(13, true));
        button->setFixedSize(112, 34);
        connect(button, &QToolButton::clicked, this, [this, room] { enter(room); });
    };
    bookmark(m_bookmark, "bookmark-arrange", tr("Arrange"), tr("Arrange (1)"), Room::Arrange);
    bookmark(m_exportBookmark, "bookmark-export", tr("Export"), tr("Export (4)"), Room::Export);
    m_undo->setObjectName(QStringLiteral("undoWords"));
    m_undo->setFont(uiFont(12));
    m_undo->setToolTip(tr("The history in words (Ctrl+Y); Ctrl+Z undoes"));
    auto* names = new QHBoxLayout;
    names->setSpacing(9);
    names->addWidget(m_title, 0, Qt::AlignBaseline);
    names->addWidget(m_subtitle, 0, Qt::AlignBaseline);
    names->addStretch(1);
    auto* left = new QWidget(header);
    left->setLayout(names);
    names->setContentsMargins(0, 0, 0, 0);
    left->setFixedWidth(352);
    row->addWidget(left);
    row->addWidget(m_bookmark, 0, Qt::AlignBottom);
    row->addWidget(m_exportBookmark, 0, Qt::AlignBottom);
    row->addStretch(1);
    row->addWidget(m_undo);
    return header;
}

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
        static constexpr std::array kComposing = {"&Insert", "&Layer", "&Time", "&Preview"};
        if (std::any_of(kComposing.begin(), kComposing.end(), [&](const char* composing) {
                return QLatin1String(composing) == QLatin1String(it.menu);
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

void MainWindow::bindCommands() {
    bind("new", [this] {
        if (mayLeave()) {
            m_selection.clear();
            m_document.startNew();
        }
    });
    bind("newFromLogo", [this] {
        const auto path = QFileDialog::getOpenFileName(
            this, tr("Begin with a logo"), {}, tr("Logos (*.svg *.pdf *.xml *.png *.jpg *.jpeg *.webp)"));
        if (!path.isEmpty()) {
            startFrom(path);
        }
    });
    bind("newFromProject", [this] {
        const auto path =
            QFileDialog::getExistingDirectory(this, tr("Begin with an app project: an Android res folder, an "
                                                       "iOS .xcassets, or a folder that holds one"));
        if (!path.isEmpty()) {
            startFrom(path);
        }
    });
    bind("open", [this] {
        const auto path = QFileDialog::getOpenFileName(this, tr("Open a launch sequence"), {}, fileFilter());
        if (!path.isEmpty()) {
            openFile(path);
        }
    });
    for (const auto& sample : samples()) {
        bind(sample.command, [this, sample] { openSample(sample); });
    }
    bind("save", [this] { save(); });
    bind("saveAs", [this] { saveAs(); });
    bind("export", [this] { enter(Room::Export); });
    bind("roomArrange", [this] { enter(Room::Arrange); });
    bind("roomExport", [this] { enter(Room::Export); });
    bind("quit", [this] { close(); });
    bind("commandList", [this] { showCommandList(); });
    bind("nightLooks", [this] {
        setNight(!theme().night);
        QSettings().setValue(QStringLiteral("nightLooks"), theme().night);
        updateState();
        update();
    });
    bind("keys", [this] { showKeys(); });
    bind("about", [this] {
        QMessageBox::about(
            this, tr("About Scaena"),
            tr("<b>Scaena %1</b><p>Design an app's launch sequence, preview it as each platform will show "
               "it, and export it.<p>What Scaena writes out belongs to you.")
                .arg(QStringLiteral(SCAENA_VERSION)));
    });
    connect(m_undo, &QToolButton::clicked, command(QStringLiteral("history")), &QAction::trigger);
    connect(&m_selection, &Selection::changed, this, &MainWindow::enableCommands);
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

/// Setting a style sheet costs milliseconds: only when the looks have changed.
void MainWindow::dressBookmark() {
    const auto dress = [](QToolButton* button, bool isOpen) {
        const QString sheet =
            QStringLiteral(
                "QToolButton { background: %1; color: %2; border: 1px solid %3; border-bottom: none; "
                "border-top: 3px solid %4; border-top-left-radius: 2px; border-top-right-radius: 2px; }")
                .arg((isOpen ? theme().page : theme().desk).name(),
                     (isOpen ? theme().ink : theme().faint).name(), theme().rule.name(),
                     (isOpen ? theme().woad : theme().rule).name());
        if (button->styleSheet() != sheet) {
            button->setStyleSheet(sheet);
        }
    };
    dress(m_bookmark, m_room == Room::Arrange);
    dress(m_exportBookmark, m_room == Room::Export);
}

void MainWindow::updateState() {
    const bool open = m_document.isOpen();
    m_stack->setCurrentWidget(!open                    ? static_cast<QWidget*>(m_welcome)
                              : m_room == Room::Export ? static_cast<QWidget*>(&exports())
                                                       : static_cast<QWidget*>(&arrange()));
    m_bookmark->setVisible(open);
    m_exportBookmark->setVisible(open);
    dressBookmark();
    const auto& history = m_document.history();
    const QString name = QString::fromStdString(m_document.sequence()->name);
    const QFontMetrics metrics(m_title->font());
    m_title->setText(open ? metrics.elidedText(name, Qt::ElideRight, 210) : tr("Scaena"));
    m_subtitle->setText(!open                       ? tr("launch sequences")
                        : m_document.isModified()   ? tr("launch sequence · changed")
                        : m_document.path().empty() ? tr("launch sequence · new")
                                                    : tr("launch sequence · saved"));
    setWindowTitle(open ? QStringLiteral("%1[*] – Scaena").arg(name) : QStringLiteral("Scaena"));
    setWindowModified(m_document.isModified());
    m_undo->setVisible(open && history.canUndo());
    m_undo->setText(tr("undo: “%1”").arg(QString::fromStdString(history.undoName())));
    command(QStringLiteral("undo"))
        ->setText(history.canUndo() ? tr("&Undo “%1”").arg(QString::fromStdString(history.undoName()))
                                    : tr("&Undo"));
    command(QStringLiteral("redo"))
        ->setText(history.canRedo() ? tr("&Redo “%1”").arg(QString::fromStdString(history.redoName()))
                                    : tr("&Redo"));
    enableCommands();
}

void MainWindow::showProblems(const QString& title, const Problems& problems) {
    ProblemsDialog(title, problems, this).exec();
}

void MainWindow::enter(Room room) {
    m_room = room;
    updateState();
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

void MainWindow::closeEvent(QCloseEvent* event) { mayLeave() ? event->accept() : event->ignore(); }

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) {
        event->acceptProposedAction();
    }
}

void MainWindow::dropEvent(QDropEvent* event) {
    QStringList paths;
    for (const auto& url : event->mimeData()->urls()) {
        if (url.isLocalFile()) {
            paths << url.toLocalFile();
        }
    }
    event->acceptProposedAction();
    takeFiles(paths);
}

}
