// SPDX-License-Identifier: MIT
#pragma once

#include "app/shell/rooms.h"

#include <QWidget>
#include <vector>

class QLabel;
class QToolButton;

namespace scaena::app {

class Document;

/// Above the pages: the sequence's name and state, a bookmark for each room, and the step that would be
/// undone.
class WindowHeader : public QWidget {
    Q_OBJECT
public:
    static constexpr int kHeight = 42;

    explicit WindowHeader(QWidget* parent = nullptr);
    void show(const Document& document, Room open);

signals:
    void wantsRoom(Room room);
    void wantsHistory();

private:
    struct Bookmark {
        Room room;
        QToolButton* button;
    };
    void dress(const Bookmark& bookmark, bool isOpen);

    QLabel *m_title, *m_subtitle;
    std::vector<Bookmark> m_bookmarks;
    QToolButton* m_undo;
};

}
