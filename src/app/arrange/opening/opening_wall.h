// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/opening/opening_views.h"

#include <QWidget>

namespace scaena::app {

/// Live pictures of the opening: a column for each system, day above night. Clicking one, or going there with
/// the arrow keys, puts the stage there; below stands in words what that system shows otherwise.
class OpeningWall : public QWidget {
    Q_OBJECT
public:
    OpeningWall(OpeningViews& views, Preview& preview, QWidget* parent = nullptr);

    [[nodiscard]] QRect pictureRect(int system, int look) const;
    /// The picture the stage shows: its system, or that which stands for it.
    [[nodiscard]] std::pair<int, int> chosen() const;
    void choose(int system, int look);
    /// What stands below, of the picture that is pointed at or chosen.
    [[nodiscard]] QString words() const;
    QSize minimumSizeHint() const override { return {380, 200}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    [[nodiscard]] double columnWidth() const;
    [[nodiscard]] std::optional<std::pair<int, int>> at(QPoint point) const;
    void paintPicture(QPainter& painter, int system, int look);
    void tellName();

    OpeningViews& m_views;
    Preview& m_preview;
    std::optional<std::pair<int, int>> m_pointed;
};

}
