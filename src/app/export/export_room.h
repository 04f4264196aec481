// SPDX-License-Identifier: MIT
#pragma once

#include "app/export/export_model.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QTabWidget;
class QTextBrowser;

namespace scaena::app {

class CarriedPage;
class FilesPage;
class FindingsPage;
class OptionsRow;
class TargetCard;

/// The room where a sequence becomes files: the targets on the left page; on the right, what one of them
/// gets, against what is in the folder.
class ExportRoom : public QWidget {
    Q_OBJECT
public:
    explicit ExportRoom(Document& document, QWidget* parent = nullptr);

    /// Shows another target.
    void choose(plan::ExportId exportId) { m_model.setTarget(exportId); }
    [[nodiscard]] plan::ExportId target() const { return m_model.target(); }
    /// Whether files are being made, compared with the folder, or written, or will be in a moment.
    [[nodiscard]] bool isBuilding() const { return m_model.stage() != ExportModel::Stage::Idle; }

signals:
    /// The finding, to be seen on the stage under the conditions that show it.
    void wantsShown(const scaena::check::Finding& finding);

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    QWidget* buildLeft();
    QWidget* buildRight();
    QWidget* buildTabs(QWidget* page);
    QLayout* buildFoot(QWidget* page);
    void showTarget();
    void refresh();
    void fillSteps();
    void fillCards();
    /// What is said at the foot: what is being done, what would be written, or why nothing was.
    [[nodiscard]] QString summary() const;
    [[nodiscard]] QString planInWords() const;
    /// The changes to files of the person's own, as text.
    [[nodiscard]] QString proposals() const;
    void chooseFolder();
    /// Says what is left of it, which only the platform decides.
    void mend(const check::Finding& finding);
    /// What a remedy could not mend, once that is known.
    void tellWhatIsLeft();

    Document& m_document;
    ExportModel m_model;
    std::vector<TargetCard*> m_cards;
    QLabel* m_name;
    QLineEdit* m_folder;
    OptionsRow* m_options;
    QTabWidget* m_tabs;
    FilesPage* m_files;
    CarriedPage* m_carried;
    QTextBrowser* m_steps;
    FindingsPage* m_findings;
    QLabel* m_summary;
    QProgressBar* m_progress;
    QPushButton* m_cancel;
    QPushButton* m_write;
    QPushButton* m_open;
    std::shared_ptr<const exporting::PlacedExport> m_filled; ///< what the pages show
    std::optional<check::Finding> m_mended;                  ///< until it is known what its remedy left
};

}
