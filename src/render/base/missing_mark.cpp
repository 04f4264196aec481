// SPDX-License-Identifier: MIT
#include "render/base/missing_mark.h"

#include <QPainter>

namespace scaena::render {

QImage missingPicture(QSize size) {
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(QColor(0xB2, 0x3A, 0x48), std::max(1.0, size.width() / 50.0)));
    const QRectF box = QRectF(QPointF(), QSizeF(size)).adjusted(2, 2, -2, -2);
    painter.drawRect(box);
    painter.drawLine(box.topLeft(), box.bottomRight());
    painter.drawLine(box.topRight(), box.bottomLeft());
    return image;
}

}
