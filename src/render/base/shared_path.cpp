// SPDX-License-Identifier: MIT
#include "render/base/shared_path.h"

#include <QImage>
#include <QPainter>

namespace scaena::render {

void makeShareable(const QPainterPath& path) {
    (void)path.boundingRect();
    (void)path.controlPointRect();
    QImage nothing(1, 1, QImage::Format_ARGB32_Premultiplied);
    QPainter painter(&nothing);
    painter.translate(1e6, 1e6); // out of the picture: bounds are looked at, nothing is filled
    painter.fillPath(path, Qt::black);
}

}
