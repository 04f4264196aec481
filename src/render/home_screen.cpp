// SPDX-License-Identifier: MIT
#include "render/home_screen.h"

#include "render/fonts.h"

#include <QLinearGradient>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace scaena::render {

namespace {

constexpr double kIcon = 60, kGap = 28;
constexpr double kAppColumn = 1;

struct Grid {
    int columns;
    double left, step;
};

Grid gridOf(QSizeF screen) {
    const int columns = std::max(3, int((screen.width() - kGap) / (kIcon + kGap)));
    const int used = std::min(columns, 6);
    const double step = (screen.width() - 2 * kGap - kIcon) / (used - 1);
    return {used, kGap, step};
}

QRectF cell(QSizeF screen, int column, int row) {
    const auto grid = gridOf(screen);
    return {grid.left + column * grid.step, screen.height() - 96 - kIcon - row * (kIcon + 44), kIcon, kIcon};
}

/// Made-up neighbours: a plain tile with a simple sign.
void neighbour(QPainter& painter, const QRectF& tile, int which, bool night) {
    static const QColor tones[] = {"#6C8E9F", "#B08D57", "#8A7CA8", "#7D9A6B",
                                   "#B5746C", "#5F8C87", "#9A8F84", "#7F86B0"};
    QColor tone = tones[which % 8];
    tone = night ? tone.darker(135) : tone;
    painter.setPen(Qt::NoPen);
    painter.setBrush(tone);
    painter.drawRoundedRect(tile, 16, 16);
    painter.setBrush(QColor(255, 255, 255, 190));
    const QPointF c = tile.center();
    switch (which % 4) {
    case 0:
        painter.drawEllipse(c, 12, 12);
        break;
    case 1:
        painter.drawRoundedRect(QRectF(c.x() - 13, c.y() - 9, 26, 18), 4, 4);
        break;
    case 2:
        painter.drawRect(QRectF(c.x() - 12, c.y() - 10, 24, 5));
        painter.drawRect(QRectF(c.x() - 12, c.y() - 1, 16, 5));
        break;
    default:
        painter.drawPolygon(QPolygonF({c + QPointF(0, -13), c + QPointF(13, 10), c + QPointF(-13, 10)}));
    }
}

void appIcon(QPainter& painter, const Scene& scene, const model::Sequence& sequence, const QRectF& tile) {
    painter.save();
    QPainterPath shape;
    shape.addRoundedRect(tile, 16, 16);
    painter.setClipPath(shape, Qt::IntersectClip);
    painter.fillRect(tile, scene.openingColour());
    const int index = model::indexOf(sequence.layers, sequence.opening.icon);
    if (index >= 0) {
        const auto& layer = scene.layers()[static_cast<std::size_t>(index)];
        const QRectF box = tile.adjusted(11, 11, -11, -11);
        const auto fitted = [&](QSizeF size) {
            const QSizeF inner = size.scaled(box.size(), Qt::KeepAspectRatio);
            return QRectF(box.center() - QPointF(inner.width() / 2, inner.height() / 2), inner);
        };
        if (!layer.picture.isNull()) {
            painter.drawImage(fitted(layer.picture.size()), layer.picture);
        } else if (layer.art) {
            const QRectF view = layer.art->viewBox();
            const QRectF place = fitted(view.size());
            painter.translate(place.topLeft());
            painter.scale(place.width() / view.width(), place.height() / view.height());
            painter.translate(-view.topLeft());
            layer.art->paint(painter, {});
        }
    }
    painter.restore();
}

}

QRectF homeIconRect(QSizeF screen) { return cell(screen, int(kAppColumn), 1); }

QRectF windowRect(QSizeF screen, double part) {
    const double eased = 1 - std::pow(1 - part, 3);
    const QRectF from = homeIconRect(screen);
    const QRectF to(QPointF(), screen);
    const auto mix = [&](double a, double b) { return a + (b - a) * eased; };
    return {mix(from.x(), to.x()), mix(from.y(), to.y()), mix(from.width(), to.width()),
            mix(from.height(), to.height())};
}

void paintHomeScreen(QPainter& painter, const Scene& scene, const model::Sequence& sequence, QSizeF screen,
                     double pressed) {
    const bool night = scene.appearance() == model::Appearance::Dark;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    QLinearGradient sky(0, 0, screen.width() * 0.3, screen.height());
    sky.setColorAt(0, night ? QColor("#22303C") : QColor("#C9D8DC"));
    sky.setColorAt(1, night ? QColor("#14161C") : QColor("#E9DECB"));
    painter.fillRect(QRectF(QPointF(), screen), sky);
    const QColor ink = night ? QColor(236, 230, 218) : QColor(35, 39, 47);
    const auto grid = gridOf(screen);
    int which = 0;
    for (int row = 0; row < 3; ++row) {
        for (int column = 0; column < grid.columns; ++column) {
            const QRectF tile = cell(screen, column, row);
            if (tile != homeIconRect(screen)) {
                neighbour(painter, tile, which, night);
            }
            ++which;
        }
    }
    const QRectF tile = homeIconRect(screen);
    painter.save();
    painter.translate(tile.center());
    painter.scale(1 - 0.1 * pressed, 1 - 0.1 * pressed);
    painter.translate(-tile.center());
    appIcon(painter, scene, sequence, tile);
    if (pressed > 0) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, int(60 * pressed)));
        painter.drawRoundedRect(tile, 16, 16);
    }
    painter.restore();
    painter.setPen(ink);
    painter.setFont(font(model::Typeface::Sans, 12));
    const QFontMetricsF metrics(painter.font());
    painter.drawText(
        QRectF(tile.x() - 16, tile.bottom() + 4, tile.width() + 32, 18), Qt::AlignHCenter | Qt::AlignTop,
        metrics.elidedText(QString::fromStdString(sequence.name), Qt::ElideRight, tile.width() + 28));
    painter.restore();
}

}
