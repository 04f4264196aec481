// SPDX-License-Identifier: MIT
#include "app/widgets/flow_layout.h"

namespace scaena::app {

FlowLayout::FlowLayout(QWidget* parent, int lineSpacing) : QLayout(parent), m_lineSpacing(lineSpacing) {
    setContentsMargins(0, 0, 0, 0);
}

FlowLayout::~FlowLayout() { qDeleteAll(m_items); }

QSize FlowLayout::minimumSize() const {
    QSize size;
    for (const auto* item : m_items) {
        size = size.expandedTo(item->minimumSize());
    }
    return size;
}

void FlowLayout::setGeometry(const QRect& rect) {
    QLayout::setGeometry(rect);
    place(rect, true);
}

int FlowLayout::place(const QRect& rect, bool really) const {
    int x = rect.x();
    int y = rect.y();
    int lineHeight = 0;
    for (auto* item : m_items) {
        const QSize size = item->sizeHint();
        if (x > rect.x() && x + size.width() > rect.right() + 1) {
            x = rect.x();
            y += lineHeight + m_lineSpacing;
            lineHeight = 0;
        }
        if (really) {
            item->setGeometry({QPoint(x, y), size});
        }
        x += size.width();
        lineHeight = std::max(lineHeight, size.height());
    }
    return y + lineHeight - rect.y();
}

}
