// SPDX-License-Identifier: MIT
#include "app/export/export_room.h"

#include "app/export/carried_page.h"
#include "app/export/files_page.h"
#include "app/export/findings_page.h"
#include "app/export/options_row.h"
#include "app/export/target_card.h"
#include "app/export/target_words.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "export/common/line_diff.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QProgressBar>
#include <QPushButton>
#include <QTabWidget>
#include <QTextBrowser>
#include <map>
#include <utility>

/// What the Export room shows of its model, and when.
namespace scaena::app {

using exporting::FileChange;
using Stage = ExportModel::Stage;

namespace {

constexpr int kStepsTab = 2, kFindingsTab = 3;

std::map<FileChange, int> countsOf(const exporting::WritePlan& plan) {
    std::map<FileChange, int> counts;
    for (const auto& entry : plan.entries) {
        ++counts[entry.change];
    }
    return counts;
}

}

void ExportRoom::showTarget() {
    const auto target = m_model.target();
    for (auto* card : m_cards) {
        card->setChecked(card->exportId() == target);
    }
    m_name->setText(QString::fromStdString(exporting::exporterOf(target).name()));
    m_folder->setText(m_model.folder());
    m_folder->setPlaceholderText(tr(wordsOf(target).folder));
    m_options->show(exporting::exporterOf(target).options(), m_model.options());
    m_files->forget();
    m_filled.reset();
}

void ExportRoom::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    m_model.setShown(true);
}

void ExportRoom::hideEvent(QHideEvent* event) {
    QWidget::hideEvent(event);
    m_model.setShown(false);
}

void ExportRoom::refresh() {
    const auto stage = m_model.stage();
    const auto& placed = m_model.placed();
    m_options->setHasIcon(!m_document.sequence()->opening.icon.empty());
    if (m_document.isOpen()) {
        fillCards();
        m_carried->fill(*m_document.study(), m_model.target());
        const auto findings = m_model.findings();
        m_findings->fill(findings);
        m_tabs->setTabText(kFindingsTab,
                           findings.empty() ? tr("Findings") : tr("Findings (%1)").arg(findings.size()));
    }
    if (placed && placed != m_filled) {
        fillSteps();
        m_files->fill();
    } else if (!placed && stage == Stage::Idle) {
        m_files->clear();
    }
    m_filled = placed;
    m_progress->setVisible(stage == Stage::Building);
    m_cancel->setVisible(stage == Stage::Building);
    m_write->setEnabled(m_model.canWrite());
    m_open->setEnabled(!m_model.folder().isEmpty() && QFileInfo(m_model.folder()).isDir());
    m_summary->setText(summary());
    if (stage == Stage::Idle && m_model.wasWritten()) {
        m_tabs->setCurrentIndex(kStepsTab);
    }
    tellWhatIsLeft();
}

void ExportRoom::fillCards() {
    for (auto* card : m_cards) {
        card->setStudy(*m_document.study());
        if (card->exportId() == m_model.target() && m_model.placed()) {
            auto counts = countsOf(m_model.plan());
            const int differing = counts[FileChange::Added] + counts[FileChange::Changed] +
                                  counts[FileChange::Removed] + counts[FileChange::Refused];
            card->setState(m_model.placed()->folder.empty() ? QString()
                           : differing == 0                 ? tr("up to date")
                                                            : tr("%1 files to write").arg(differing));
        }
    }
}

void ExportRoom::fillSteps() {
    for (const auto& file : m_model.placed()->made.files) {
        if (file.path.find("INTEGRATE.md") != std::string::npos) {
            m_steps->setMarkdown(proposals() + QString::fromStdString(file.bytes));
        }
    }
}

QString ExportRoom::proposals() const {
    QString text;
    for (const auto& it : m_model.placed()->suggestions) {
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

QString ExportRoom::summary() const {
    switch (m_model.stage()) {
    case Stage::Building:
        return tr("Making the files …");
    case Stage::Writing:
        return tr("Writing …");
    case Stage::Placing:
        return m_model.folder().isEmpty() ? QString() : tr("Looking into the folder …");
    case Stage::Idle:
        break;
    }
    if (m_model.wasCancelled()) {
        return tr("Cancelled. Nothing was written.");
    }
    if (m_model.built() && !*m_model.built()) {
        return QString::fromStdString(describe(m_model.built()->error()));
    }
    if (!m_model.placed()) {
        return QString::fromStdString(describe(m_model.problems()));
    }
    if (m_model.wasWritten()) {
        return tr("Written. The steps left to you stand beside it.");
    }
    const auto words = planInWords();
    return m_model.problems().empty()
               ? words
               : tr("Nothing was changed: %1").arg(QString::fromStdString(describe(m_model.problems()))) +
                     QLatin1Char('\n') + words;
}

QString ExportRoom::planInWords() const {
    const auto& plan = m_model.plan();
    const auto& placed = *m_model.placed();
    if (!plan.problems.empty()) {
        return QString::fromStdString(describe(plan.problems));
    }
    auto counts = countsOf(plan);
    const auto open = std::count_if(plan.entries.begin(), plan.entries.end(), [](const auto& it) {
        return it.change == FileChange::Refused && it.choice == exporting::RefusedChoice::Open;
    });
    QString text;
    if (placed.folder.empty()) {
        text = tr("%1 files. Choose a folder for them.").arg(plan.entries.size());
    } else if (open > 0) {
        text = tr("%1 files were changed by hand since the last export. Look at each and choose; nothing is "
                  "written before.")
                   .arg(open);
    } else if (!plan.changesAnything()) {
        text = tr("All %1 files are in the folder as they are here.").arg(plan.entries.size());
    } else {
        text = tr("%1 added, %2 changed, %3 removed, %4 unchanged.")
                   .arg(counts[FileChange::Added])
                   .arg(counts[FileChange::Changed])
                   .arg(counts[FileChange::Removed])
                   .arg(counts[FileChange::Unchanged]);
    }
    return placed.place.found.empty() ? text
                                      : tr("In %1. ").arg(QString::fromStdString(placed.place.found)) + text;
}

void ExportRoom::mend(const check::Finding& finding) {
    m_mended = finding;
    m_document.mend(finding);
    tellWhatIsLeft();
}

void ExportRoom::tellWhatIsLeft() {
    if (!m_mended || m_model.found() != m_document.study()) {
        return; // what is left is being looked for
    }
    const auto finding = *std::exchange(m_mended, std::nullopt);
    QStringList left;
    for (const auto& it : m_document.study()->findings()) {
        const bool isAlike = it.rule == finding.rule && it.target == finding.target;
        const auto& now = *m_document.sequence();
        if (isAlike && it.remedy && check::mended(now, it) == now) {
            left << QString::fromStdString(it.sentence);
        }
    }
    if (!left.isEmpty()) {
        QMessageBox::information(this, tr("Not all can be mended"),
                                 tr("The rest is decided by the platform alone:") + QStringLiteral("\n\n") +
                                     left.join(QLatin1Char('\n')));
    }
}

void ExportRoom::chooseFolder() {
    const auto chosen = QFileDialog::getExistingDirectory(this, tr("Where to export to"), m_model.folder());
    if (!chosen.isEmpty()) {
        m_folder->setText(chosen);
        m_model.setFolder(chosen);
    }
}

}
