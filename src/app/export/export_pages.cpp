// SPDX-License-Identifier: MIT
#include "app/export/export_room.h"

#include "app/export/file_view.h"
#include "app/export/target_card.h"
#include "app/export/target_words.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"

#include <QCheckBox>
#include <QDesktopServices>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QTabBar>
#include <QTabWidget>
#include <QTextBrowser>
#include <QTreeWidget>
#include <QUrl>
#include <QVBoxLayout>

/// The pages of the Export room: which controls there are and where they lie.
namespace scaena::app {

using exporting::RefusedChoice;

namespace {

constexpr TargetWords kWords[] = {
    {"android", QT_TRANSLATE_NOOP("ExportRoom", "resources, themes, icons, Kotlin"),
     QT_TRANSLATE_NOOP("ExportRoom", "…/app/src/main")},
    {"ios", QT_TRANSLATE_NOOP("ExportRoom", "storyboard, catalogue, icons, Swift"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with your app's sources")},
    {"flutter", QT_TRANSLATE_NOOP("ExportRoom", "both native openings, a widget"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with pubspec.yaml")},
    {"react-native", QT_TRANSLATE_NOOP("ExportRoom", "both native openings, a component"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder with package.json")},
    {"web", QT_TRANSLATE_NOOP("ExportRoom", "markup, styles, script, manifest"),
     QT_TRANSLATE_NOOP("ExportRoom", "the folder your site is served from, for example public")},
    {"lottie", QT_TRANSLATE_NOOP("ExportRoom", "compositions for light and dark"),
     QT_TRANSLATE_NOOP("ExportRoom", "any folder")},
};

}

const TargetWords& wordsOf(plan::ExportId exportId) {
    return *std::find_if(std::begin(kWords), std::end(kWords),
                         [&](const TargetWords& it) { return it.id == exportId; });
}

QWidget* ExportRoom::buildLeft() {
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(22, 18, 30, 18);
    column->setSpacing(8);
    auto* heading = new QLabel(tr("Where it goes"), page);
    heading->setFont(nameFont(18));
    column->addWidget(heading);
    auto* about = new QLabel(tr("A mark for each cue:  ● player   ■ system   ○ baked   × dropped"), page);
    about->setFont(uiFont(11));
    about->setProperty("quiet", true);
    column->addWidget(about);
    for (const auto* exporter : exporting::exporters()) {
        auto* card = new TargetCard(exporter->id(), QString::fromStdString(exporter->name()),
                                    tr(wordsOf(exporter->id()).about), page);
        connect(card, &QAbstractButton::clicked, this, [this, id = exporter->id()] { choose(id); });
        m_cards.push_back(card);
        column->addWidget(card, 1);
    }
    m_cards.front()->setChecked(true);
    column->addStretch(1);
    auto* scroll = makeQuietScroll(page, this); // low windows show a part of the cards
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    return scroll;
}

QWidget* ExportRoom::makeWebRow(QWidget* page) {
    m_webRow = new QWidget(page);
    auto* row = new QHBoxLayout(m_webRow);
    row->setContentsMargins(0, 0, 0, 0);
    m_base = new QLineEdit(m_webRow);
    m_base->setObjectName(QStringLiteral("exportBase"));
    m_base->setPlaceholderText(QStringLiteral("/"));
    m_base->setMaximumWidth(220);
    m_base->setToolTip(
        tr("/ for a site of its own, /shop/ for one below another, ./ for a page beside its files"));
    auto* label = new QLabel(tr("Served from"), m_webRow);
    label->setBuddy(m_base);
    m_startupImages = new QCheckBox(tr("Startup images"), m_webRow);
    m_startupImages->setObjectName(QStringLiteral("exportStartupImages"));
    m_startupImages->setToolTip(tr("For web apps installed on phones: one for each screen in use"));
    m_readableScript = new QCheckBox(tr("Readable script"), m_webRow);
    m_readableScript->setObjectName(QStringLiteral("exportReadableScript"));
    m_readableScript->setToolTip(tr("With comments and indentation: for reviews, half as large again"));
    connect(m_base, &QLineEdit::editingFinished, this, [this] { later(); });
    connect(m_startupImages, &QCheckBox::clicked, this, [this] { later(); });
    connect(m_readableScript, &QCheckBox::clicked, this, [this] { later(); });
    row->addWidget(label);
    row->addWidget(m_base);
    row->addSpacing(18);
    row->addWidget(m_startupImages);
    row->addSpacing(18);
    row->addWidget(m_readableScript);
    row->addStretch();
    return m_webRow;
}

QWidget* ExportRoom::buildRight() {
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(30, 16, 22, 16);
    column->setSpacing(8);
    m_name = new QLabel(page);
    m_name->setFont(nameFont(18));
    m_folder = new QLineEdit(page);
    m_folder->setObjectName(QStringLiteral("exportFolder"));
    m_folder->setAccessibleName(tr("Folder to export to"));
    auto* browse = new QPushButton(tr("Choose …"), page);
    connect(browse, &QPushButton::clicked, this, &ExportRoom::chooseFolder);
    connect(m_folder, &QLineEdit::editingFinished, this, &ExportRoom::plan);
    auto* where = new QHBoxLayout;
    where->addWidget(m_name);
    where->addSpacing(14);
    where->addWidget(m_folder, 1);
    where->addWidget(browse);
    column->addLayout(where);
    m_packageRow = new QWidget(page);
    auto* packageRow = new QHBoxLayout(m_packageRow);
    packageRow->setContentsMargins(0, 0, 0, 0);
    m_package = new QLineEdit(m_packageRow);
    m_package->setObjectName(QStringLiteral("exportPackage"));
    m_package->setPlaceholderText(tr("com.example.app"));
    auto* packageLabel = new QLabel(tr("Package of your Android app"), m_packageRow);
    packageLabel->setBuddy(m_package);
    connect(m_package, &QLineEdit::editingFinished, this, [this] { later(); });
    packageRow->addWidget(packageLabel);
    m_iconAlways = new QCheckBox(tr("Icon on every start"), m_packageRow);
    m_iconAlways->setObjectName(QStringLiteral("exportIconAlways"));
    m_iconAlways->setToolTip(
        tr("Also where a notification or another app opens yours (Android 13 and later). Your app has "
           "to be compiled with API 33 or later."));
    connect(m_iconAlways, &QCheckBox::clicked, this, [this] { later(); });
    packageRow->addWidget(m_package, 1);
    packageRow->addSpacing(18);
    packageRow->addWidget(m_iconAlways);
    column->addWidget(m_packageRow);
    column->addWidget(makeWebRow(page));
    m_tabs = new QTabWidget(page);
    m_tabs->setObjectName(QStringLiteral("exportTabs"));
    m_tabs->setDocumentMode(true);
    m_tabs->tabBar()->setObjectName(QStringLiteral("pageTabs"));
    m_tabs->tabBar()->setDrawBase(false);
    auto* split = new QSplitter(m_tabs);
    m_files = new QTreeWidget(split);
    m_files->setTextElideMode(Qt::ElideMiddle); // names of one sequence differ at their ends
    m_files->setObjectName(QStringLiteral("exportFiles"));
    m_files->setHeaderHidden(true);
    m_files->setColumnCount(2);
    m_files->header()->setStretchLastSection(false);
    m_files->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_files->header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    m_files->setIndentation(14);
    m_files->setFrameShape(QFrame::NoFrame);
    connect(m_files, &QTreeWidget::currentItemChanged, this, &ExportRoom::showFile);
    m_view = new FileView(split);
    connect(m_view, &FileView::chosen, this, [this](const QString& path, RefusedChoice choice) {
        for (auto& entry : m_plan.entries) {
            entry.choice = entry.path == path.toStdString() ? choice : entry.choice;
        }
        summarise();
    });
    split->addWidget(m_files);
    split->addWidget(m_view);
    split->setStretchFactor(0, 2);
    split->setStretchFactor(1, 3);
    split->setHandleWidth(14);
    split->setSizes({240, 500});
    m_tabs->addTab(split, tr("Files"));
    m_cues = new QTreeWidget(m_tabs);
    m_cues->setObjectName(QStringLiteral("exportCues"));
    m_cues->setRootIsDecorated(false);
    m_cues->setFrameShape(QFrame::NoFrame);
    m_tabs->addTab(m_cues, tr("How each cue gets there"));
    m_steps = new QTextBrowser(m_tabs);
    m_steps->setObjectName(QStringLiteral("exportSteps"));
    m_steps->setFrameShape(QFrame::NoFrame);
    m_steps->setOpenLinks(false);
    m_tabs->addTab(m_steps, tr("Steps left to you"));
    m_notes = new QLabel(m_tabs);
    m_notes->setObjectName(QStringLiteral("exportNotes"));
    m_notes->setWordWrap(true);
    m_notes->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_notes->setTextInteractionFlags(Qt::TextBrowserInteraction);
    connect(m_notes, &QLabel::linkActivated, this, &ExportRoom::follow);
    m_notes->setContentsMargins(4, 10, 4, 4);
    auto* scroll = new QScrollArea(m_tabs);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(m_notes);
    m_tabs->addTab(scroll, tr("Findings"));
    column->addWidget(m_tabs, 1);
    m_summary = new QLabel(page);
    m_summary->setObjectName(QStringLiteral("exportSummary"));
    m_summary->setWordWrap(true);
    m_progress = new QProgressBar(page);
    m_progress->setTextVisible(false);
    m_progress->setFixedSize(120, 6);
    m_cancel = new QPushButton(tr("Cancel"), page);
    m_cancel->setObjectName(QStringLiteral("exportCancel"));
    connect(m_cancel, &QPushButton::clicked, this, [this] {
        m_task.cancel();
        m_summary->setText(tr("Cancelled. Nothing was written."));
        m_progress->hide();
        m_cancel->hide();
    });
    m_open = new QPushButton(tr("Open the folder"), page);
    connect(m_open, &QPushButton::clicked, this,
            [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(folder())); });
    m_write = new QPushButton(tr("Write the files"), page);
    m_write->setObjectName(QStringLiteral("exportWrite"));
    m_write->setDefault(true);
    connect(m_write, &QPushButton::clicked, this, &ExportRoom::write);
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_summary, 1);
    foot->addWidget(m_progress);
    foot->addWidget(m_cancel);
    foot->addWidget(m_open);
    foot->addWidget(m_write);
    column->addLayout(foot);
    m_progress->hide();
    m_cancel->hide();
    m_open->setEnabled(false);
    m_write->setEnabled(false);
    return page;
}

void ExportRoom::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), theme().desk);
    const QRectF book = QRectF(rect()).adjusted(10, 6, -10, -8);
    painter.setPen(QPen(theme().rule, 1));
    painter.setBrush(theme().page);
    painter.drawRoundedRect(book, 6, 6);
    // The spine: a soft fold between the pages.
    const double x = 14 + kSpine;
    QLinearGradient fold(x - 14, 0, x + 14, 0);
    QColor shade = theme().night ? QColor(Qt::black) : theme().ink;
    shade.setAlpha(0);
    fold.setColorAt(0, shade);
    shade.setAlpha(theme().night ? 90 : 26);
    fold.setColorAt(0.5, shade);
    shade.setAlpha(0);
    fold.setColorAt(1, shade);
    painter.fillRect(QRectF(x - 14, book.top() + 1, 28, book.height() - 2), fold);
}

}
