// SPDX-License-Identifier: MIT
#pragma once

#include <QSplitter>

class QTreeWidget;
class QTreeWidgetItem;

namespace scaena::app {

class ExportModel;
class FileView;

/// The files of an export as a tree, and the one that is chosen against what is in the folder.
class FilesPage : public QSplitter {
    Q_OBJECT
public:
    explicit FilesPage(ExportModel& model, QWidget* parent = nullptr);
    /// The tree anew, the file that was shown still shown.
    void fill();
    void clear();
    /// Another target: what was shown means nothing any more.
    void forget();

private:
    void showFile();
    [[nodiscard]] QTreeWidgetItem* fillTree();
    void open(QTreeWidgetItem* item);

    ExportModel& m_model;
    QTreeWidget* m_files;
    FileView* m_view;
    QString m_shown; ///< path of the file that is shown
};

}
