// SPDX-License-Identifier: MIT
#pragma once

#include <QLayout>
#include <QList>

namespace scaena::app {

/// Lays widgets out like the words of a paragraph.
class FlowLayout : public QLayout {
public:
    explicit FlowLayout(QWidget* parent, int lineSpacing = 3);
    ~FlowLayout() override;

    void addItem(QLayoutItem* item) override { m_items.append(item); }
    int count() const override { return static_cast<int>(m_items.size()); }
    QLayoutItem* itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem* takeAt(int index) override {
        return index >= 0 && index < count() ? m_items.takeAt(index) : nullptr;
    }
    Qt::Orientations expandingDirections() const override { return {}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override { return place(QRect(0, 0, width, 0), false); }
    QSize sizeHint() const override { return minimumSize(); }
    QSize minimumSize() const override;
    void setGeometry(const QRect& rect) override;

private:
    int place(const QRect& rect, bool really) const;
    QList<QLayoutItem*> m_items;
    int m_lineSpacing;
};

}
