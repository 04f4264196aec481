// SPDX-License-Identifier: MIT
#pragma once

#include <QLabel>
#include <QStringList>
#include <QToolButton>

class QVBoxLayout;

namespace scaena::app {

/// One thing of the opening to take hold of: its name, its picture, and what is chosen below it. The picture
/// opens a menu, takes files that are dropped on it, and turns with the wheel.
class OpeningTile : public QWidget {
    Q_OBJECT
public:
    static constexpr int kWide = 96, kNarrow = 76, kPictureHeight = 62; ///< pixels

    OpeningTile(const QString& name, const QString& title, const QString& tip, QWidget* parent);
    void addField(QWidget* field);
    /// Two fields beside each other.
    void addFields(QWidget* left, QWidget* right);
    void setPictureWidth(int pixels);
    void setPicture(const QPixmap& picture);
    [[nodiscard]] QToolButton* picture() const { return m_picture; }
    /// Pixels of the picture at the screen's own density.
    [[nodiscard]] QPixmap blank() const;

signals:
    void dropped(const QStringList& paths);
    void turned(int steps);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QToolButton* m_picture;
    QVBoxLayout* m_column;
};

}
