// SPDX-License-Identifier: MIT
#pragma once

#include <QDialog>
#include <QIcon>
#include <vector>

class QLineEdit;
class QListWidget;

namespace scaena::app {

/// One line of a chooser.
struct Choice {
    QString text;
    QString remark; ///< at the right: a key, a group
    bool enabled = true;
    QString about; ///< searched as well, shown as the tooltip
};

/// A list to type into: the commands of the window, the moves and phrases of a layer. Typing keeps what fits,
/// arrows and Enter choose, Esc leaves.
class Chooser : public QDialog {
    Q_OBJECT
public:
    Chooser(const QString& prompt, std::vector<Choice> choices, QWidget* parent);

    /// The index chosen, or -1.
    [[nodiscard]] static int choose(QWidget* parent, const QString& prompt, std::vector<Choice> choices,
                                    const QPoint& at = {});
    [[nodiscard]] int chosen() const { return m_chosen; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter(const QString& text);
    void take();

    std::vector<Choice> m_choices;
    QLineEdit* m_field;
    QListWidget* m_list;
    int m_chosen = -1;
};

/// How well `text` fits what was typed: below 0 not at all; beginnings of words count more than letters in
/// between.
[[nodiscard]] int fitness(const QString& text, const QString& typed);

}
