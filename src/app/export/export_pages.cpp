// SPDX-License-Identifier: MIT
#include "app/export/export_room.h"

#include "app/export/carried_page.h"
#include "app/export/files_page.h"
#include "app/export/findings_page.h"
#include "app/export/options_row.h"
#include "app/export/target_card.h"
#include "app/export/target_words.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"

#include <QDesktopServices>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QTabBar>
#include <QTabWidget>
#include <QTextBrowser>
#include <QUrl>
#include <QVBoxLayout>

/// The pages of the Export room: which controls there are and where they lie.
namespace scaena::app {

ExportRoom::ExportRoom(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_model(document, this) {
    setObjectName(QStringLiteral("exportRoom"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 10, 14, 12);
    row->setSpacing(0);
    auto* left = buildLeft();
    left->setFixedWidth(kLeftPage);
    row->addWidget(left);
    row->addWidget(buildRight(), 1);
    connect(&m_model, &ExportModel::targetChanged, this, &ExportRoom::showTarget);
    connect(&m_model, &ExportModel::changed, this, &ExportRoom::refresh);
    connect(&m_model, &ExportModel::progressed, this, [this](int done, int all) {
        m_progress->setRange(0, all);
        m_progress->setValue(done);
    });
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
    connect(m_folder, &QLineEdit::editingFinished, this, [this] { m_model.setFolder(m_folder->text()); });
    auto* where = new QHBoxLayout;
    where->addWidget(m_name);
    where->addSpacing(14);
    where->addWidget(m_folder, 1);
    where->addWidget(browse);
    column->addLayout(where);
    m_options = new OptionsRow(page);
    connect(m_options, &OptionsRow::chosen, &m_model, &ExportModel::setOptions);
    column->addWidget(m_options);
    column->addWidget(buildTabs(page), 1);
    column->addLayout(buildFoot(page));
    return page;
}

QWidget* ExportRoom::buildTabs(QWidget* page) {
    m_tabs = new QTabWidget(page);
    m_tabs->setObjectName(QStringLiteral("exportTabs"));
    m_tabs->setDocumentMode(true);
    m_tabs->tabBar()->setObjectName(QStringLiteral("pageTabs"));
    m_tabs->tabBar()->setDrawBase(false);
    m_files = new FilesPage(m_model, m_tabs);
    m_tabs->addTab(m_files, tr("Files"));
    m_carried = new CarriedPage(m_tabs);
    m_tabs->addTab(m_carried, tr("How each cue gets there"));
    m_steps = new QTextBrowser(m_tabs);
    m_steps->setObjectName(QStringLiteral("exportSteps"));
    m_steps->setFrameShape(QFrame::NoFrame);
    m_steps->setOpenLinks(false);
    m_tabs->addTab(m_steps, tr("Steps left to you"));
    m_findings = new FindingsPage(m_tabs);
    connect(m_findings, &FindingsPage::wantsShown, this, &ExportRoom::wantsShown);
    connect(m_findings, &FindingsPage::wantsMended, this, &ExportRoom::mend);
    m_tabs->addTab(m_findings, tr("Findings"));
    return m_tabs;
}

QLayout* ExportRoom::buildFoot(QWidget* page) {
    m_summary = new QLabel(page);
    m_summary->setObjectName(QStringLiteral("exportSummary"));
    m_summary->setWordWrap(true);
    m_progress = new QProgressBar(page);
    m_progress->setTextVisible(false);
    m_progress->setFixedSize(120, 6);
    m_cancel = new QPushButton(tr("Cancel"), page);
    m_cancel->setObjectName(QStringLiteral("exportCancel"));
    connect(m_cancel, &QPushButton::clicked, &m_model, &ExportModel::cancel);
    m_open = new QPushButton(tr("Open the folder"), page);
    connect(m_open, &QPushButton::clicked, this,
            [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(m_model.folder())); });
    m_write = new QPushButton(tr("Write the files"), page);
    m_write->setObjectName(QStringLiteral("exportWrite"));
    m_write->setDefault(true);
    connect(m_write, &QPushButton::clicked, &m_model, &ExportModel::write);
    auto* foot = new QHBoxLayout;
    foot->addWidget(m_summary, 1);
    foot->addWidget(m_progress);
    foot->addWidget(m_cancel);
    foot->addWidget(m_open);
    foot->addWidget(m_write);
    m_progress->hide();
    m_cancel->hide();
    m_open->setEnabled(false);
    m_write->setEnabled(false);
    return foot;
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
    const double x = 14 + kLeftPage;
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
