// SPDX-License-Identifier: MIT
#include "render/frames/home_screen.h"

#include "render/text/fonts.h"

#include <QLinearGradient>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

namespace scaena::render {

namespace {

constexpr double kIcon = 60, kGap = 28;
constexpr double kAppColumn = 1;

struct IconGrid {
    int columns;
    double left, step;
};

IconGrid gridOf(QSizeF screen) {
    const int columns = std::max(3, int((screen.width() - kGap) / (kIcon + kGap)));
    const int used = std::min(columns, 6);
    const double step = (screen.width() - 2 * kGap - kIcon) / (used - 1);
    return {used, kGap, step};
}

QRectF cell(QSizeF screen, int column, int row) {
    const auto grid = gridOf(screen);
    return {grid.left + column * grid.step, screen.height() - 96 - kIcon - row * (kIcon + 44), kIcon, kIcon};
}

/// Made-up neighbours: a plain tile with a simple sign, cut by the same mask.
void neighbour(QPainter& painter, const QRectF& tile, double roundness, int which, bool night) {
    static const QColor tones[] = {"#6C8E9F", "#B08D57", "#8A7CA8", "#7D9A6B",
                                   "#B5746C", "#5F8C87", "#9A8F84", "#7F86B0"};
    QColor tone = tones[which % 8];
    tone = night ? tone.darker(135) : tone;
    painter.setPen(Qt::NoPen);
    painter.setBrush(tone);
    painter.drawRoundedRect(tile, tile.width() * roundness, tile.width() * roundness);
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

void paintHomeScreen(QPainter& painter, const HomeApp& app, bool night, QSizeF screen, double pressed) {
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
                neighbour(painter, tile, app.roundness, which, night);
            }
            ++which;
        }
    }
    const QRectF tile = homeIconRect(screen);
    painter.save();
    painter.translate(tile.center());
    painter.scale(1 - 0.1 * pressed, 1 - 0.1 * pressed);
    painter.translate(-tile.center());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(tile, app.icon);
    if (pressed > 0) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(0, 0, 0, int(60 * pressed)));
        const double round = app.roundness * tile.width();
        painter.drawRoundedRect(tile, round, round);
    }
    painter.restore();
    painter.setPen(ink);
    painter.setFont(font(model::Typeface::Sans, 12));
    const QFontMetricsF metrics(painter.font());
    painter.drawText(QRectF(tile.x() - 16, tile.bottom() + 4, tile.width() + 32, 18),
                     Qt::AlignHCenter | Qt::AlignTop,
                     metrics.elidedText(app.name, Qt::ElideRight, tile.width() + 28));
    painter.restore();
}

}
