// SPDX-License-Identifier: MIT
#pragma once

#include "app/widgets/jobs.h"
#include "core/start/icon_themes.h"

#include <QDialog>
#include <QIcon>
#include <map>

class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace scaena::app {

/// The icons of this computer's themes: search, pictures, and the licence of the one that is chosen.
class IconsDialog : public QDialog {
    Q_OBJECT
public:
    /// `bases`: the folders themes lie in; `docs`: where packages say their licences.
    IconsDialog(std::vector<std::filesystem::path> bases, std::filesystem::path docs, QWidget* parent);
    /// The usual folders of this computer.
    [[nodiscard]] static std::vector<std::filesystem::path> usualBases();

    [[nodiscard]] const std::optional<start::ThemeIcon>& chosen() const { return m_chosen; }
    [[nodiscard]] const start::IconLicence& licence() const { return m_licence; }
    /// Waits until all that is looked for was found.
    void finish();

private:
    void read();
    void search(const QString& words);
    void paint(std::size_t from);
    void choose(int row);

    std::vector<std::filesystem::path> m_bases;
    std::filesystem::path m_docs;
    std::vector<start::ThemeIcon> m_icons, m_shown;
    std::optional<start::ThemeIcon> m_chosen;
    start::IconLicence m_licence;
    std::map<std::filesystem::path, QIcon> m_pictures; ///< what was painted once is kept
    QIcon m_none;
    QLineEdit* m_words;
    QListWidget* m_list;
    QLabel *m_count, *m_about;
    QPushButton* m_take;
    Jobs m_reader{Jobs::Order::Newest}, m_painter{Jobs::Order::Queue};
};

}
