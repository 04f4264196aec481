// SPDX-License-Identifier: MIT
#include "render/base/group_opacity.h"

#include <cmath>

namespace scaena::render {

void paintGrouped(QPainter& painter, double opacity, const std::function<void(QPainter&)>& paint,
                  QRectF deviceBounds) {
    const QRectF device(0, 0, painter.device()->width(), painter.device()->height());
    QRectF area = deviceBounds.isNull() ? device : deviceBounds.intersected(device);
    if (painter.hasClipping()) {
        area = area.intersected(
            painter.deviceTransform().mapRect(painter.clipBoundingRect()).adjusted(-1, -1, 1, 1));
    }
    const QRect pixels = area.toAlignedRect();
    if (pixels.isEmpty()) {
        return;
    }
    QImage image(pixels.size(), QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter inner(&image);
    inner.setRenderHints(painter.renderHints());
    inner.setTransform(painter.deviceTransform() * QTransform::fromTranslate(-pixels.x(), -pixels.y()));
    paint(inner);
    inner.end();
    painter.save();
    const auto toDevice = painter.deviceTransform();
    painter.setWorldTransform(painter.worldTransform() * toDevice.inverted(), false);
    painter.setOpacity(painter.opacity() * opacity);
    painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
    painter.drawImage(pixels.topLeft(), image);
    painter.restore();
}

}
