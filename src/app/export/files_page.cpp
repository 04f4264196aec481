// SPDX-License-Identifier: MIT
#include "app/export/files_page.h"

#include "app/export/export_model.h"
#include "app/export/file_view.h"
#include "app/export/kept_texts.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "export/common/names.h"

#include <QHeaderView>
#include <QTreeWidget>
#include <array>

namespace scaena::app {

using exporting::FileChange;

namespace {

constexpr int kPathRole = Qt::UserRole;
constexpr std::size_t kLargestShown = 64u << 20;
constexpr int kMostOpen = 12; ///< entries of a folder that is shown open

QColor inkOf(FileChange change) {
    return change == FileChange::Refused                                   ? theme().madder
           : change == FileChange::Unchanged || change == FileChange::Kept ? theme().faint
                                                                           : theme().verdigris;
}

bool isSource(const QString& file) {
    static constexpr std::array kEndings = {".swift", ".kt", ".dart",  ".ts",   ".tsx",
                                            ".css",   ".js", "t.json", "k.json"};
    return std::any_of(kEndings.begin(), kEndings.end(),
                       [&](const char* ending) { return file.endsWith(QLatin1String(ending)); });
}

/// What a person wants to see first: what waits for a choice, then their own sequence in code.
int rankOf(const exporting::WriteEntry& entry, const QString& file, const std::string& sequenceName) {
    const auto type = QString::fromStdString(exporting::typeName(sequenceName, "App"));
    const auto word =
        QString::fromStdString(exporting::fileName(sequenceName, "app")).section(QLatin1Char('-'), 0, 0);
    const bool own = file.startsWith(type, Qt::CaseInsensitive) || file.startsWith(word, Qt::CaseInsensitive);
    return entry.change == FileChange::Refused ? 3 : own && isSource(file) ? 2 : isSource(file) ? 1 : 0;
}

/// Folders of a tree, each made when something in it is met first.
class Folders {
public:
    explicit Folders(QTreeWidgetItem* root) : m_root(root) {}

    QTreeWidgetItem* of(const QString& path) {
        QTreeWidgetItem* parent = m_root;
        QString walked;
        const auto parts = path.split(QLatin1Char('/'));
        for (int i = 0; i + 1 < parts.size(); ++i) {
            walked += parts[i] + QLatin1Char('/');
            auto*& item = m_items[walked];
            if (!item) {
                item = new QTreeWidgetItem(parent, {parts[i]});
                item->setForeground(0, theme().faint);
            }
            parent = item;
        }
        return parent;
    }
    /// Folders full of pictures stay shut: there is little to read in them.
    void open() const {
        for (auto it = m_items.cbegin(); it != m_items.cend(); ++it) {
            const bool set = it.key().endsWith(QLatin1String("set/")); // of an asset catalogue
            it.value()->setExpanded(!set && it.value()->childCount() <= kMostOpen);
        }
    }

private:
    QTreeWidgetItem* m_root;
    QHash<QString, QTreeWidgetItem*> m_items;
};

}

FilesPage::FilesPage(ExportModel& model, QWidget* parent)
    : QSplitter(parent), m_model(model), m_files(new QTreeWidget(this)), m_view(new FileView(this)) {
    m_files->setTextElideMode(Qt::ElideMiddle); // names of one sequence differ at their ends
    m_files->setObjectName(QStringLiteral("exportFiles"));
    m_files->setHeaderHidden(true);
    m_files->setColumnCount(2);
    m_files->header()->setStretchLastSection(false);
    m_files->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_files->header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    m_files->setIndentation(14);
    m_files->setFrameShape(QFrame::NoFrame);
    connect(m_files, &QTreeWidget::currentItemChanged, this, &FilesPage::showFile);
    connect(m_view, &FileView::chosen, &m_model, &ExportModel::choose);
    addWidget(m_files);
    addWidget(m_view);
    setStretchFactor(0, 2);
    setStretchFactor(1, 3);
    setHandleWidth(14);
    setSizes({240, 500});
}

void FilesPage::clear() {
    const QSignalBlocker blocker(m_files);
    m_files->clear();
    m_view->clear();
}

void FilesPage::forget() { m_shown.clear(); }

QTreeWidgetItem* FilesPage::fillTree() {
    Folders folders(m_files->invisibleRootItem());
    QTreeWidgetItem* wanted = nullptr;
    QTreeWidgetItem* best = nullptr;
    int bestRank = 0;
    const auto& placed = *m_model.placed();
    for (const auto& entry : m_model.plan().entries) {
        const auto path = QString::fromStdString(entry.path);
        const auto file = path.section(QLatin1Char('/'), -1);
        auto* item = new QTreeWidgetItem(
            folders.of(path),
            {file, placed.folder.empty() ? QString() : toQString(exporting::word(entry.change))});
        item->setData(0, kPathRole, path);
        item->setToolTip(0, path);
        item->setForeground(1, inkOf(entry.change));
        item->setFont(1, uiFont(11));
        wanted = path == m_shown ? item : wanted;
        if (const int rank = rankOf(entry, file, placed.made.sequenceName); rank > bestRank) {
            best = item;
            bestRank = rank;
        }
    }
    m_files->expandAll();
    folders.open();
    return wanted ? wanted : best ? best : m_files->topLevelItem(0);
}

void FilesPage::open(QTreeWidgetItem* item) {
    for (auto* up = item->parent(); up; up = up->parent()) {
        up->setExpanded(true);
    }
    m_files->setCurrentItem(item);
    m_files->scrollToItem(item);
}

void FilesPage::fill() {
    const QSignalBlocker blocker(m_files);
    m_files->clear();
    if (auto* item = fillTree()) {
        open(item);
    }
    showFile();
}

void FilesPage::showFile() {
    const auto* item = m_files->currentItem();
    const auto path = item ? item->data(0, kPathRole).toString() : QString();
    const auto& placed = m_model.placed();
    if (path.isEmpty() || !placed) {
        return;
    }
    m_shown = path;
    FileView::Versions versions;
    versions.path = path;
    for (const auto& entry : m_model.plan().entries) {
        versions.entry = entry.path == path.toStdString() ? entry : versions.entry;
    }
    for (const auto& file : placed->made.files) {
        if (file.path == path.toStdString()) {
            versions.made = file.bytes;
        }
    }
    if (!placed->folder.empty()) {
        const auto disk = DiskFiles().read(placed->folder / path.toStdString(), kLargestShown);
        versions.disk = disk ? std::optional(*disk) : std::nullopt;
        versions.base = keptText(DiskFiles(), placed->folder, placed->made, path.toStdString());
    }
    m_view->show(std::move(versions));
}

}
