// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/document.h"
#include "export/common/export_writer.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;

namespace scaena::app {

/// Export for Android: where to, the files it would write against what is there, and then the writing.
class ExportDialog : public QDialog {
    Q_OBJECT
public:
    ExportDialog(Document& document, QWidget* parent);

private:
    /// Makes the files in memory; again only when the package changes.
    void build();
    /// Compares them with what is in the folder.
    void plan();
    void write();
    void choose();

    Document& m_document;
    QLineEdit* m_folder;
    QLineEdit* m_package;
    QTreeWidget* m_files;
    QLabel* m_summary;
    QPushButton* m_write;
    QPushButton* m_show;
    std::optional<exporting::Export> m_made;
    Problems m_problems; ///< why nothing could be made
    exporting::WritePlan m_plan;
};

}
