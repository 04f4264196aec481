// SPDX-License-Identifier: MIT
#include "app/shell/main_window.h"

#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/export/export_room.h"
#include "app/shell/problems_dialog.h"
#include "app/shell/samples.h"
#include "app/shell/welcome_page.h"
#include "app/shell/window_header.h"
#include "app/shell/window_place.h"
#include "app/widgets/background.h"
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
#include <QMessageBox>
#include <QMimeData>
#include <QPainter>
#include <QSettings>
#include <QStackedWidget>
#include <QVBoxLayout>

#include <utility>

namespace scaena::app {

namespace {

constexpr int kRoomsAfterMillis = 60;
constexpr int kSeenAfterMillis = 400; ///< for a window that is never painted: begun as an icon, or covered
constexpr int kMenuHeight = 26;       ///< about

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
        WelcomePage::paintPage(painter, rect().adjusted(0, kMenuHeight + WindowHeader::kHeight, 0, 0));
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
    m_header = new WindowHeader(this);
    connect(m_header, &WindowHeader::wantsRoom, this, &MainWindow::enter);
    setAcceptDrops(true);
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_header);
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
    m_later.setSingleShot(true);
    connect(&m_later, &QTimer::timeout, this, &MainWindow::makeRooms);
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

void MainWindow::bindFiles() {
    bind("new", [this] {
        if (mayLeave()) {
            m_document.startNew();
            selectOpening();
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
}

void MainWindow::bindCommands() {
    bindFiles();
    bind("export", [this] { enter(Room::Export); });
    for (const auto& it : rooms()) {
        bind(it.command, [this, room = it.room] { enter(room); });
    }
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
    connect(m_header, &WindowHeader::wantsHistory, command(QStringLiteral("history")), &QAction::trigger);
    connect(&m_selection, &Selection::changed, this, &MainWindow::enableCommands);
}

ArrangeRoom& MainWindow::arrange() { return *static_cast<ArrangeRoom*>(pageOf(Room::Arrange)); }

ExportRoom& MainWindow::exports() { return *static_cast<ExportRoom*>(pageOf(Room::Export)); }

QWidget* MainWindow::pageOf(Room room) {
    auto*& page = m_pages[room];
    if (!page) {
        page = definitionOf(room).make(*this);
        m_stack->addWidget(page);
    }
    return page;
}

/// One room a turn of the event loop: they take longer to make than the welcome page to be seen, and are
/// ready before anybody has chosen.
void MainWindow::makeRooms() {
    for (const auto& it : rooms()) {
        if (!m_pages.contains(it.room)) {
            (void)pageOf(it.room);
            m_later.start(0);
            return;
        }
    }
}

void MainWindow::updateState() {
    const bool open = m_document.isOpen();
    m_stack->setCurrentWidget(open ? pageOf(m_room) : m_welcome);
    m_header->show(m_document, m_room);
    const auto& history = m_document.history();
    const QString name = QString::fromStdString(m_document.sequence()->name);
    setWindowTitle(open ? QStringLiteral("%1[*] – Scaena").arg(name) : QStringLiteral("Scaena"));
    setWindowModified(m_document.isModified());
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

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeave()) {
        event->ignore();
        return;
    }
    rememberPlace(*this);
    event->accept();
}

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
