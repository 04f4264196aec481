// SPDX-License-Identifier: MIT
#include "app/export/export_room.h"

#include "app/export/file_view.h"
#include "app/export/kept_texts.h"
#include "app/export/target_card.h"
#include "app/export/target_words.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "export/common/line_diff.h"
#include "export/common/names.h"

#include <QCheckBox>
#include <QDesktopServices>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QTabBar>
#include <QTabWidget>
#include <QTextBrowser>
#include <QTreeWidget>
#include <QUrl>
#include <array>

namespace scaena::app {

using exporting::FileChange;
using exporting::RefusedChoice;

namespace {

constexpr int kPathRole = Qt::UserRole;
constexpr std::size_t kLargestShown = 64u << 20;

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

}

ExportRoom::ExportRoom(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_target(exporting::exporters().front()->id()) {
    setObjectName(QStringLiteral("exportRoom"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 10, 14, 12);
    row->setSpacing(0);
    auto* left = buildLeft();
    left->setFixedWidth(kSpine);
    row->addWidget(left);
    row->addWidget(buildRight(), 1);
    m_soon.setSingleShot(true);
    m_soon.setInterval(250);
    connect(&m_soon, &QTimer::timeout, this, &ExportRoom::rebuild);
    connect(&m_task, &ExportTask::finished, this, &ExportRoom::take);
    connect(&m_folderTask, &FolderTask::compared, this, &ExportRoom::looked);
    connect(&m_folderTask, &FolderTask::written, this,
            [this](const FolderStatePtr& state, const std::shared_ptr<Result<void>>& result) {
                wrote(state, *result);
            });
    connect(&m_task, &ExportTask::progressed, this, [this](int done, int all) {
        m_progress->setRange(0, all);
        m_progress->setValue(done);
        m_progress->setVisible(m_task.isRunning());
        m_cancel->setVisible(m_task.isRunning());
    });
    const auto renew = [this] {
        if (isVisible()) {
            later();
        } else {
            m_built.reset();
            m_state.reset();
        }
    };
    connect(&m_document, &Document::changed, this, renew);
    connect(&m_document, &Document::stateChanged, this, renew);
}

QString ExportRoom::folder() const { return m_folder->text().trimmed(); }

QString ExportRoom::settingKey(const char* what) const {
    return QStringLiteral("%1/%2/%3")
        .arg(QLatin1String(what), QString::fromStdString(m_document.sequence()->name),
             toQString(m_target.name()));
}

void ExportRoom::choose(plan::ExportId exportId) {
    m_target = exportId;
    for (auto* card : m_cards) {
        card->setChecked(card->exportId() == exportId);
    }
    const auto& words = wordsOf(exportId);
    m_name->setText(QString::fromStdString(exporting::exporterOf(exportId).name()));
    const QSettings settings;
    m_folder->setText(settings.value(settingKey("exportFolder")).toString());
    m_folder->setPlaceholderText(tr(words.folder));
    m_package->setText(settings.value(settingKey("exportPackage")).toString());
    m_packageRow->setVisible(exporting::exporterOf(exportId).hasPackage());
    m_iconAlways->setChecked(settings.value(settingKey("exportIconAlways")).toBool());
    m_iconAlways->setVisible(exporting::exporterOf(exportId).takesIconAlways());
    m_base->setText(settings.value(settingKey("exportBase")).toString());
    m_startupImages->setChecked(settings.value(settingKey("exportStartupImages")).toBool());
    m_readableScript->setChecked(settings.value(settingKey("exportReadableScript")).toBool());
    m_webRow->setVisible(exporting::exporterOf(exportId).isForWeb());
    m_selected.clear();
    m_built.reset();
    m_state.reset();
    rebuild();
}

void ExportRoom::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (!m_state && m_document.isOpen()) {
        choose(m_target);
    } else {
        plan(); // the folder may have changed meanwhile
    }
}

void ExportRoom::later() {
    m_write->setEnabled(false); // what is shown is out of date already
    m_soon.start();
}

void ExportRoom::rebuild() {
    m_soon.stop();
    if (!m_document.isOpen()) {
        return;
    }
    for (auto* card : m_cards) {
        card->setSequence(*m_document.sequence());
    }
    m_iconAlways->setEnabled(!m_document.sequence()->opening.icon.empty());
    m_summary->setText(tr("Making the files …"));
    m_write->setEnabled(false);
    exporting::ExportOptions options;
    options.package = m_package->text().trimmed().toStdString();
    if (const auto base = m_base->text().trimmed(); !base.isEmpty()) {
        options.base = base.toStdString();
    }
    options.startupImages = m_startupImages->isChecked();
    options.readableScript = m_readableScript->isChecked();
    options.iconAlways = m_iconAlways->isChecked();
    m_task.build(m_document, m_target, std::move(options));
}

void ExportRoom::take(const std::shared_ptr<Result<exporting::Export>>& made) {
    m_progress->hide();
    m_cancel->hide();
    if (!*made) {
        m_built.reset();
        m_state.reset();
        m_files->clear();
        m_view->clear();
        m_cues->clear();
        m_summary->setText(QString::fromStdString(describe(made->error())));
        return;
    }
    m_built = std::move(**made);
    fillCues();
    plan();
}

void ExportRoom::plan() {
    if (!m_built) {
        return;
    }
    m_write->setEnabled(false);
    m_summary->setText(folder().isEmpty() ? QString() : tr("Looking into the folder …"));
    m_folderTask.compare(*m_built, folder(), m_target);
}

void ExportRoom::looked(const FolderStatePtr& state) {
    if (!m_built) {
        return;
    }
    const auto before = m_plan;
    m_state = state;
    m_plan = state->plan;
    for (auto& entry : m_plan.entries) { // what was chosen stays chosen
        for (const auto& old : before.entries) {
            // … unless the file was edited once more.
            if (old.path == entry.path && entry.change == FileChange::Refused && old.seen == entry.seen) {
                entry.choice = old.choice;
            }
        }
    }
    fillSteps();
    fillTree();
    summarise();
    if (m_justWritten) {
        m_justWritten = false;
        m_summary->setText(tr("Written. The steps left to you stand beside it."));
        m_tabs->setCurrentIndex(2);
    }
}

void ExportRoom::fillTree() {
    const QSignalBlocker blocker(m_files);
    m_files->clear();
    QHash<QString, QTreeWidgetItem*> folders;
    QTreeWidgetItem* wanted = nullptr;
    QTreeWidgetItem* best = nullptr;
    int bestRank = 0;
    const auto own1 = QString::fromStdString(exporting::typeName(m_state->made.sequenceName, "App"));
    const auto own2 = QString::fromStdString(exporting::fileName(m_state->made.sequenceName, "app"))
                          .section(QLatin1Char('-'), 0, 0);
    const auto parentOf = [&](const QString& path) -> QTreeWidgetItem* {
        QTreeWidgetItem* parent = m_files->invisibleRootItem();
        QString walked;
        const auto parts = path.split(QLatin1Char('/'));
        for (int i = 0; i + 1 < parts.size(); ++i) {
            walked += parts[i] + QLatin1Char('/');
            auto*& item = folders[walked];
            if (!item) {
                item = new QTreeWidgetItem(parent, {parts[i]});
                item->setForeground(0, theme().faint);
            }
            parent = item;
        }
        return parent;
    };
    const bool placed = !folder().isEmpty();
    for (const auto& entry : m_plan.entries) {
        const auto path = QString::fromStdString(entry.path);
        auto* item = new QTreeWidgetItem(parentOf(path),
                                         {path.section(QLatin1Char('/'), -1),
                                          placed ? toQString(exporting::word(entry.change)) : QString()});
        item->setData(0, kPathRole, path);
        item->setToolTip(0, path);
        item->setForeground(1, inkOf(entry.change));
        item->setFont(1, uiFont(11));
        wanted = path == m_selected ? item : wanted;
        const auto file = path.section(QLatin1Char('/'), -1);
        // What a person wants to see first: what waits for a choice, then their own sequence in code.
        const bool own =
            file.startsWith(own1, Qt::CaseInsensitive) || file.startsWith(own2, Qt::CaseInsensitive);
        const int rank = entry.change == FileChange::Refused ? 3
                         : own && isSource(file)             ? 2
                         : isSource(file)                    ? 1
                                                             : 0;
        if (rank > bestRank) {
            best = item;
            bestRank = rank;
        }
    }
    m_files->expandAll();
    // Folders full of pictures stay shut: there is little to read in them.
    for (auto it = folders.cbegin(); it != folders.cend(); ++it) {
        const bool set = it.key().endsWith(QLatin1String("set/")); // of an asset catalogue
        it.value()->setExpanded(!set && it.value()->childCount() <= 12);
    }
    if (auto* item = wanted ? wanted : best ? best : m_files->topLevelItem(0)) {
        for (auto* up = item->parent(); up; up = up->parent()) {
            up->setExpanded(true);
        }
        m_files->setCurrentItem(item);
        m_files->scrollToItem(item);
    }
    showFile();
}

void ExportRoom::showFile() {
    const auto* item = m_files->currentItem();
    const auto path = item ? item->data(0, kPathRole).toString() : QString();
    if (path.isEmpty() || !m_state) {
        return;
    }
    m_selected = path;
    FileView::Versions versions;
    versions.path = path;
    for (const auto& entry : m_plan.entries) {
        versions.entry = entry.path == path.toStdString() ? entry : versions.entry;
    }
    for (const auto& file : m_state->made.files) {
        if (file.path == path.toStdString()) {
            versions.made = file.bytes;
        }
    }
    if (!folder().isEmpty()) {
        const auto disk = DiskFiles().read(std::filesystem::path(folder().toStdString()) / path.toStdString(),
                                           kLargestShown);
        versions.disk = disk ? std::optional(*disk) : std::nullopt;
        versions.base = keptText(DiskFiles(), folder().toStdString(), m_state->made, path.toStdString());
    }
    m_view->show(std::move(versions));
}

void ExportRoom::fillCues() {
    m_cues->clear();
    const auto& sequence = *m_document.sequence();
    std::vector<std::vector<plan::CueCarry>> systems;
    QStringList head = {tr("Cue")};
    for (const auto& target : plan::targets()) {
        if (target.exportId == m_target) {
            systems.push_back(plan::carriesOf(sequence, target));
            head << QString::fromStdString(target.name);
        }
    }
    head << tr("Why");
    m_cues->setColumnCount(head.size());
    m_cues->setHeaderLabels(head);
    for (std::size_t c = 0; c < sequence.cues.size(); ++c) {
        const auto& cue = sequence.cues[c];
        const auto* layer = model::findThing(sequence.layers, cue.layer);
        QStringList cells = {QStringLiteral("%1 – %2").arg(
            QString::fromStdString(layer ? layer->name : cue.layer), toQString(model::word(cue.move.kind)))};
        QString why;
        std::vector<plan::Carry> hows;
        for (const auto& system : systems) {
            const auto& carry = system[c];
            cells << toQString(model::word(carry.how));
            hows.push_back(carry.how);
            why = why.isEmpty() || carry.how > plan::Carry::Player
                      ? QString::fromStdString(carry.reason.text())
                      : why;
        }
        cells << why;
        auto* item = new QTreeWidgetItem(m_cues, cells);
        item->setToolTip(0, QString::fromStdString(cue.id));
        for (std::size_t i = 0; i < hows.size(); ++i) {
            item->setForeground(static_cast<int>(i) + 1, hows[i] == plan::Carry::Dropped ? theme().madder
                                                         : hows[i] == plan::Carry::Baked ? theme().umber
                                                                                         : theme().woad);
        }
    }
    for (int i = 0; i < head.size(); ++i) {
        m_cues->resizeColumnToContents(i);
    }
}

void ExportRoom::fillSteps() {
    for (const auto& file : m_state->made.files) {
        if (file.path.find("INTEGRATE.md") != std::string::npos) {
            m_steps->setMarkdown(proposals() + QString::fromStdString(file.bytes));
        }
    }
    fillFindings();
}

void ExportRoom::fillFindings() {
    QString text;
    const auto link = [](const char* deed, std::size_t index, const QString& words) {
        return QStringLiteral("&nbsp;&nbsp;<a style=\"color:%1\" href=\"%2:%3\">%4</a>")
            .arg(theme().woad.name(), QString::fromLatin1(deed))
            .arg(index)
            .arg(words);
    };
    const auto& findings = m_state->made.findings;
    for (std::size_t i = 0; i < findings.size(); ++i) {
        const auto& finding = findings[i];
        const QString sentence = toQString(finding.sentence).toHtmlEscaped();
        if (finding.severity == check::Severity::Note) {
            text += QStringLiteral("<p>%1</p>").arg(sentence);
            continue;
        }
        const auto& colour = finding.severity == check::Severity::Error ? theme().madder : theme().umber;
        text += QStringLiteral("<p><b style=\"color:%1\">▲</b> %2").arg(colour.name(), sentence);
        text += finding.seen ? link("show", i, tr("see it on the stage")) : QString();
        text += finding.remedy ? link("mend", i, tr("mend it")) : QString();
        text += QStringLiteral("</p>");
    }
    m_notes->setText(text.isEmpty() ? tr("Nothing to note: all of it gets there as it is previewed.") : text);
    m_tabs->setTabText(3, findings.empty() ? tr("Findings") : tr("Findings (%1)").arg(findings.size()));
}

void ExportRoom::follow(const QString& link) {
    const auto parts = link.split(QLatin1Char(':'));
    const auto index = static_cast<std::size_t>(parts.value(1).toInt());
    if (!m_state || index >= m_state->made.findings.size()) {
        return;
    }
    const auto finding = m_state->made.findings[index];
    if (parts.first() == QLatin1String("show") && finding.seen) {
        emit wantsSeamShown(*finding.seen);
    } else if (parts.first() == QLatin1String("mend") && finding.seen) {
        emit wantsSeamMended(*finding.seen);
    }
}

QString ExportRoom::proposals() const {
    QString text;
    for (const auto& it : m_state->suggestions) {
        text += tr("**%1** is yours; Scaena does not touch it. The change it needs:")
                    .arg(QString::fromStdString(it.path)) +
                QStringLiteral("\n\n");
        for (const auto& line : exporting::diffLines(it.before, it.after)) {
            if (line.kind != exporting::LineKind::Same) {
                text += QStringLiteral("    %1 %2\n")
                            .arg(line.kind == exporting::LineKind::New ? QStringLiteral("+")
                                                                       : QStringLiteral("−"),
                                 QString::fromStdString(line.text));
            }
        }
        text += QLatin1Char('\n');
    }
    return text.isEmpty() ? text : text + QStringLiteral("---\n\n");
}

void ExportRoom::summarise() {
    std::map<FileChange, int> counts;
    int open = 0;
    for (const auto& entry : m_plan.entries) {
        ++counts[entry.change];
        open += entry.change == FileChange::Refused && entry.choice == RefusedChoice::Open ? 1 : 0;
    }
    const bool placed = !folder().isEmpty();
    QString text;
    if (!placed) {
        text = tr("%1 files. Choose a folder for them.").arg(m_plan.entries.size());
    } else if (open > 0) {
        text = tr("%1 files were changed by hand since the last export. Look at each and choose; nothing is "
                  "written before.")
                   .arg(open);
    } else if (!m_plan.changesAnything()) {
        text = tr("All %1 files are in the folder as they are here.").arg(m_plan.entries.size());
    } else {
        text = tr("%1 added, %2 changed, %3 removed, %4 unchanged.")
                   .arg(counts[FileChange::Added])
                   .arg(counts[FileChange::Changed])
                   .arg(counts[FileChange::Removed])
                   .arg(counts[FileChange::Unchanged]);
    }
    if (!m_state->place.found.empty()) {
        text = tr("In %1. ").arg(QString::fromStdString(m_state->place.found)) + text;
    }
    if (!m_plan.problems.empty()) {
        text = QString::fromStdString(describe(m_plan.problems));
    }
    if (!m_problem.isEmpty()) {
        text = std::exchange(m_problem, QString()) + QLatin1Char('\n') + text;
    }
    m_summary->setText(text);
    const bool current = !isBuilding();
    m_write->setEnabled(current && placed && open == 0 && m_plan.changesAnything() &&
                        m_plan.problems.empty());
    m_open->setEnabled(placed && QFileInfo(folder()).isDir());
    for (auto* card : m_cards) {
        if (card->exportId() == m_target) {
            const int differing = counts[FileChange::Added] + counts[FileChange::Changed] +
                                  counts[FileChange::Removed] + counts[FileChange::Refused];
            card->setState(!placed          ? QString()
                           : differing == 0 ? tr("up to date")
                                            : tr("%1 files to write").arg(differing));
        }
    }
}

void ExportRoom::chooseFolder() {
    const auto chosen = QFileDialog::getExistingDirectory(this, tr("Where to export to"), folder());
    if (!chosen.isEmpty()) {
        m_folder->setText(chosen);
        plan();
    }
}

void ExportRoom::write() {
    m_write->setEnabled(false);
    m_summary->setText(tr("Writing …"));
    QSettings settings;
    settings.setValue(settingKey("exportFolder"), m_state->folder);
    settings.setValue(settingKey("exportPackage"), m_package->text());
    settings.setValue(settingKey("exportBase"), m_base->text());
    settings.setValue(settingKey("exportStartupImages"), m_startupImages->isChecked());
    settings.setValue(settingKey("exportReadableScript"), m_readableScript->isChecked());
    settings.setValue(settingKey("exportIconAlways"), m_iconAlways->isChecked());
    m_folderTask.write(m_state, m_plan);
}

void ExportRoom::wrote(const FolderStatePtr& state, const Result<void>& result) {
    if (!result) {
        // The folder is looked at again: often it is no longer as it was.
        m_problem = tr("Nothing was changed: %1").arg(QString::fromStdString(describe(result.error())));
        plan();
        return;
    }
    m_justWritten = state == m_state; // else another target or folder is shown by now
    m_plan = {};
    plan();
}

}
