// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

class QLabel;
class QListWidget;
class QPushButton;

namespace scaena::app {

/// The takes that are kept, what each costs, and how it differs from the present timing.
class TakesPage : public QWidget {
    Q_OBJECT
public:
    TakesPage(ArrangeActions& actions, QWidget* parent);
    void compare();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void update();
    void describe();
    void rename();
    [[nodiscard]] TakeId chosen() const;

    ArrangeActions& m_actions;
    QListWidget* m_list;
    QLabel* m_differences;
    QPushButton *m_goBack, *m_compare, *m_rename, *m_remove;
};

}
