// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "app/export/export_task.h"
#include "app/export/folder_task.h"

#include <QTimer>
#include <QWidget>

class QCheckBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QTabWidget;
class QTextBrowser;
class QTreeWidget;
class QTreeWidgetItem;

namespace scaena::app {

class FileView;
class TargetCard;

/// The room where a sequence becomes files: the targets on the left page; on the right, what one of them
/// gets, against what is in the folder.
class ExportRoom : public QWidget {
    Q_OBJECT
public:
    explicit ExportRoom(Document& document, QWidget* parent = nullptr);

    /// Shows another target.
    void choose(plan::ExportId exportId);
    [[nodiscard]] plan::ExportId target() const { return m_target; }
    /// Whether files are being made, compared with the folder, or written, or will be in a moment.
    [[nodiscard]] bool isBuilding() const {
        return m_soon.isActive() || m_task.isRunning() || m_folderTask.isRunning();
    }

signals:
    /// The seam under these conditions, to be seen on the stage, or to be mended.
    void wantsSeamShown(const scaena::schedule::Conditions& conditions);
    void wantsSeamMended(const scaena::schedule::Conditions& conditions);

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildLeft();
    QWidget* buildRight();
    QWidget* makeWebRow(QWidget* page);
    /// Makes the export again in a moment, when nothing more has changed.
    void later();
    void rebuild();
    void take(const std::shared_ptr<Result<exporting::Export>>& made);
    /// Compares with the folder, in the background.
    void plan();
    void looked(const FolderStatePtr& state);
    void wrote(const FolderStatePtr& state, const Result<void>& result);
    void fillTree();
    void fillCues();
    void fillSteps();
    void fillFindings();
    /// A link of a finding: "show:2", "mend:2".
    void follow(const QString& link);
    /// The changes to files of the person's own, as text.
    [[nodiscard]] QString proposals() const;
    void summarise();
    void showFile();
    void write();
    void chooseFolder();
    [[nodiscard]] QString folder() const;
    [[nodiscard]] QString settingKey(const char* what) const;

    Document& m_document;
    ExportTask m_task;
    plan::ExportId m_target;
    std::optional<exporting::Export> m_built; ///< as the exporter made it
    FolderTask m_folderTask;
    FolderStatePtr m_state;      ///< the same against the folder
    exporting::WritePlan m_plan; ///< its plan, with the person's choices
    bool m_justWritten = false;
    QString m_problem; ///< why the last writing changed nothing, until it was shown
    QTimer m_soon;     ///< several changes one after the other make one export
    std::vector<TargetCard*> m_cards;
    QLabel* m_name;
    QLineEdit* m_folder;
    QLineEdit* m_package;
    QCheckBox* m_iconAlways;
    QWidget* m_packageRow;
    QLineEdit* m_base;
    QCheckBox* m_startupImages;
    QCheckBox* m_readableScript;
    QWidget* m_webRow;
    QTabWidget* m_tabs;
    QTreeWidget* m_files;
    FileView* m_view;
    QTreeWidget* m_cues;
    QTextBrowser* m_steps;
    QLabel* m_notes;
    QLabel* m_summary;
    QProgressBar* m_progress;
    QPushButton* m_cancel;
    QPushButton* m_write;
    QPushButton* m_open;
    QString m_selected; ///< path of the file that is shown
};

}
