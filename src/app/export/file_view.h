// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_writer.h"

#include <QWidget>

class QLabel;
class QPlainTextEdit;
class QPushButton;
class QButtonGroup;

namespace scaena::app {

class CodeColours;

/// One file of an export: its text, what differs, or its picture. For a refused file, also what the last
/// export had written, and the choice.
class FileView : public QWidget {
    Q_OBJECT
public:
    explicit FileView(QWidget* parent = nullptr);

    struct Versions {
        QString path;
        exporting::WriteEntry entry;
        std::optional<std::string> made; ///< what would be written
        std::optional<std::string> disk; ///< what is there
        std::optional<std::string> base; ///< what the last export wrote, if it is still known
    };
    void show(Versions versions);
    void clear();

signals:
    void chosen(const QString& path, scaena::exporting::RefusedChoice choice);

private:
    enum Mode { Text, Difference, Yours, Ours };
    void refresh();
    void showText(const std::string& text);
    void showDifference(const std::string& from, const std::string& to);
    void showPicture(const std::string& bytes);

    QLabel* m_title;
    QWidget* m_modes;
    QButtonGroup* m_modeGroup;
    QWidget* m_choices;
    QPushButton* m_replace;
    QPushButton* m_keep;
    QPlainTextEdit* m_text;
    CodeColours* m_colours;
    QLabel* m_picture;
    Versions m_versions;
};

}
