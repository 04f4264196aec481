// SPDX-License-Identifier: MIT
#include "render/frames/wireframe.h"

#include <QPainter>

namespace scaena::render {

using model::BlockKind;

namespace {

constexpr double kMargin = 16;

void bar(QPainter& p, const QRectF& r, double radius = 4) { p.drawRoundedRect(r, radius, radius); }

void list(QPainter& p, const QRectF& r) {
    const double side = r.height() - 24;
    bar(p, {r.x() + kMargin, r.y() + 12, side, side}, 10);
    bar(p, {r.x() + 2 * kMargin + side, r.y() + r.height() / 2 - 15, (r.width() - side) * 0.5, 12});
    bar(p, {r.x() + 2 * kMargin + side, r.y() + r.height() / 2 + 5, (r.width() - side) * 0.34, 9});
}

void lines(QPainter& p, const QRectF& r) {
    double y = r.y() + 10;
    for (double part = 0.9; y + 12 < r.bottom(); y += 20, part = part > 0.7 ? 0.62 : 0.9) {
        bar(p, {r.x() + kMargin, y, (r.width() - 2 * kMargin) * part, 10});
    }
}

void cards(QPainter& p, const QRectF& r) {
    const double width = (r.width() - 3 * kMargin) / 2;
    for (int i = 0; i < 2; ++i) {
        bar(p, {r.x() + kMargin + i * (width + kMargin), r.y() + 8, width, r.height() - 16}, 12);
    }
}

void block(QPainter& p, BlockKind kind, const QRectF& r) {
    switch (kind) {
    case BlockKind::Bar:
        p.drawRect(r);
        break;
    case BlockKind::Heading:
        bar(p, {r.x() + kMargin, r.center().y() - 10, r.width() * 0.46, 20}, 6);
        break;
    case BlockKind::Lines:
        lines(p, r);
        break;
    case BlockKind::List:
        list(p, r);
        break;
    case BlockKind::Cards:
        cards(p, r);
        break;
    case BlockKind::Image:
        bar(p, r.adjusted(kMargin, 8, -kMargin, -8), 14);
        break;
    }
}

}

void paintFirstScreen(QPainter& painter, const PreparedLayer& prepared, const QRectF& box) {
    painter.fillRect(box, prepared.screenBackground);
    if (!prepared.picture.isNull()) {
        const QSizeF size =
            QSizeF(prepared.picture.size()).scaled(box.size(), Qt::KeepAspectRatioByExpanding);
        painter.drawImage(QRectF(QPointF(box.center().x() - size.width() / 2, box.top()), size),
                          prepared.picture);
        return;
    }
    painter.setPen(Qt::NoPen);
    double y = box.top();
    for (std::size_t i = 0;
         i < prepared.layer.get<model::FirstScreenContent>().blocks.size() && y < box.bottom(); ++i) {
        const auto& it = prepared.layer.get<model::FirstScreenContent>().blocks[i];
        painter.setBrush(prepared.blockColours[i]);
        block(painter, it.kind, {box.left(), y, box.width(), it.height});
        y += it.height;
    }
}

}
