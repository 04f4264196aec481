// SPDX-License-Identifier: MIT
#pragma once

#include <QToolButton>
#include <functional>
#include <string>
#include <vector>

namespace scaena::app {

/// Says which of several things are chosen and opens a menu in which each can be set and taken away.
class PickButton : public QToolButton {
    Q_OBJECT
public:
    struct Entry {
        std::string id;
        QString name;
        bool chosen = false;
        bool enabled = true;
        QString why; ///< where it is not: why not
    };
    PickButton(const QString& name, QWidget* parent);
    /// `none`: how it is called when none is chosen; in the menu it takes all away.
    void show(const std::vector<Entry>& entries, const QString& none);

signals:
    void picked(const std::string& id, bool chosen);
    void cleared();
};

}
