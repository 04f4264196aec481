// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_card.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/opening_edits.h"
#include "render/base/convert.h"
#include "render/frames/thumbnail.h"

#include <QPainter>
#include <QPainterPath>

/// The pictures on the opening's card: each thing as it looks by day (left) and by night (right).
namespace scaena::app {

using model::Appearance;

namespace {

constexpr double kCellHigh = OpeningTile::kPictureHeight;
constexpr double kRadius = 18; ///< of the circle newer Android shows, in pixels

/// One picture: its left half is by day, its right half by night.
struct Halves {
    double wide = 0; ///< pixels, of both
    [[nodiscard]] QRectF operator()(int look) const { return {look * wide / 2, 0, wide / 2, kCellHigh}; }
};

Appearance appearanceOf(int look) { return static_cast<Appearance>(look); }

/// The canvas by day and by night within one rounded frame.
void paintGround(QPainter& painter, const model::Sequence& sequence, const Halves& half,
                 const std::function<void(int)>& on) {
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    QPainterPath frame;
    frame.addRoundedRect(QRectF(0.5, 0.5, half.wide - 1, kCellHigh - 1), 4, 4);
    painter.save();
    painter.setClipPath(frame);
    for (int look = 0; look < 2; ++look) {
        painter.save();
        painter.setClipRect(half(look), Qt::IntersectClip);
        painter.fillRect(half(look), render::toQt(model::colourOf(sequence.palette, sequence.opening.colour,
                                                                  appearanceOf(look))));
        on(look);
        painter.restore();
    }
    painter.restore();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().faint, 1));
    painter.drawPath(frame);
}

void paintCircle(QPainter& painter, QPointF middle, double radius) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(255, 255, 255, 190), 1));
    painter.drawEllipse(middle, radius, radius);
    QPen dashes(QColor(0x23, 0x27, 0x2F, 190), 1);
    dashes.setDashPattern({2, 2});
    painter.setPen(dashes);
    painter.drawEllipse(middle, radius, radius);
}

void paintNothing(QPainter& painter, const QRectF& half) {
    painter.setPen(QPen(theme().faint, 1));
    const QPointF at = half.center();
    painter.drawLine(at - QPointF(5, 0), at + QPointF(5, 0));
}

}

void OpeningCard::paintTiles() {
    const auto& s = sequence();
    const double ratio = devicePixelRatioF();
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    const auto* plate = icon ? model::plateOf(*icon) : nullptr;
    m_views.setCircle(int(2 * kRadius * ratio));
    const Halves half{double(m_canvas->picture()->width())};
    const auto show = [&](OpeningTile* tile, const std::function<void(QPainter&, int)>& on) {
        QPixmap pixmap = tile->blank();
        QPainter painter(&pixmap);
        paintGround(painter, s, half, [&](int look) { on(painter, look); });
        painter.end();
        tile->setPicture(pixmap);
    };
    const auto paintPlate = [&](QPainter& painter, int look) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(render::toQt(model::colourOf(s.palette, plate->colour, appearanceOf(look))));
        painter.drawEllipse(half(look).center(), kRadius, kRadius);
    };
    show(m_canvas, [](QPainter&, int) {});
    show(m_icon, [&](QPainter& painter, int look) {
        const QPointF middle = half(look).center();
        if (!icon) {
            paintNothing(painter, half(look));
            return;
        }
        if (plate) {
            paintPlate(painter, look);
        }
        const auto& image = m_views.icon(look);
        const QSizeF size = QSizeF(image.size()) / ratio;
        const double perDp = 2 * kRadius / visible();
        const QPointF at = middle + QPointF(s.opening.iconShift.x, s.opening.iconShift.y) * perDp;
        painter.drawImage(QRectF(at - QPointF(size.width() / 2, size.height() / 2), size), image);
        paintCircle(painter, middle, kRadius);
    });
    show(m_plate, [&](QPainter& painter, int look) {
        if (plate) {
            paintPlate(painter, look);
        } else {
            paintCircle(painter, half(look).center(), kRadius);
        }
    });
    show(m_footer, [&](QPainter& painter, int look) {
        const auto& scene = m_views.scene(appearanceOf(look));
        const int index = model::indexOf(s.layers, s.opening.footer);
        const QRectF box(half(look).center() - QPointF(18, 7.2), QSizeF(36, 14.4)); // of 200 × 80 dp
        if (index < 0) {
            paintNothing(painter, half(look));
        } else if (scene && scene->layers().size() == s.layers.size()) {
            const auto& place = s.layers[static_cast<std::size_t>(index)].place;
            const QSizeF size = QSizeF(place.width, place.height).scaled(box.size(), Qt::KeepAspectRatio);
            painter.drawImage(QRectF(box.center() - QPointF(size.width() / 2, size.height() / 2), size),
                              render::layerThumbnail(*scene, index, (size * ratio).toSize()));
        }
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(theme().faint, 1, Qt::DotLine));
        painter.drawRect(box);
    });
    show(m_ground, [&](QPainter& painter, int look) {
        const auto& scene = m_views.scene(appearanceOf(look));
        const auto* ground = edit::groundOf(s);
        const auto index = ground ? static_cast<std::size_t>(ground - s.layers.data()) : 0;
        if (!ground || !model::pictureOf(*ground)) {
            paintNothing(painter, half(look));
        } else if (scene && index < scene->layers().size() && !scene->layers()[index].picture.isNull()) {
            const auto& picture = scene->layers()[index].picture;
            const QSizeF size =
                QSizeF(picture.size()).scaled(half(look).size(), Qt::KeepAspectRatioByExpanding);
            painter.drawImage(
                QRectF(half(look).center() - QPointF(size.width() / 2, size.height() / 2), size), picture);
        }
    });
    show(m_bars, [&](QPainter& painter, int look) {
        if (!s.bars.shown) {
            paintNothing(painter, half(look));
            return;
        }
        const bool light = s.bars.content == model::BarContent::Light ||
                           (s.bars.content == model::BarContent::Auto && look == 1);
        painter.setPen(Qt::NoPen);
        painter.setBrush(light ? QColor(255, 255, 255) : QColor(0x20, 0x20, 0x24));
        const QRectF at = half(look);
        painter.drawRoundedRect(QRectF(at.left() + 7, 7, 12, 4), 2, 2);
        painter.drawRoundedRect(QRectF(at.right() - 16, 7, 9, 4), 1, 1);
        painter.drawRoundedRect(QRectF(at.center().x() - 10, kCellHigh - 7, 20, 2), 1, 1);
    });
    show(m_still, [&](QPainter& painter, int look) {
        const auto& picture = m_views.picture(2, look); // iOS shows the most
        if (!picture.isNull()) {
            const QSizeF size =
                QSizeF(picture.size()).scaled(half(look).size() - QSizeF(8, 6), Qt::KeepAspectRatio);
            painter.drawImage(
                QRectF(half(look).center() - QPointF(size.width() / 2, size.height() / 2), size), picture);
        }
    });
    // The icon's motion: a line for each system, as long as it is seen; the whole is as long as it was asked.
    QPixmap lines = m_motion->blank();
    QPainter painter(&lines);
    painter.setRenderHint(QPainter::Antialiasing);
    Millis asked = 0;
    for (int system = 0; system < OpeningViews::kSystems; ++system) {
        const auto [all, seen, goesOn] = m_views.motion(system);
        asked = std::max(asked, all);
        const double y = 8 + system * 9.2;
        painter.setPen(QPen(theme().rule, 3, Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(QPointF(3, y), QPointF(half.wide - 3, y));
        if (all > 0 && seen > 0) {
            const bool isCut = seen < all && !goesOn;
            const double end = 3 + (half.wide - 6) * seen / all;
            painter.setPen(QPen(isCut ? theme().weld : theme().verdigris, 3, Qt::SolidLine, Qt::RoundCap));
            painter.drawLine(QPointF(3, y), QPointF(end, y));
            if (goesOn && seen < all) { // the app's part of it
                painter.setPen(QPen(theme().verdigris, 3, Qt::DotLine, Qt::FlatCap));
                painter.drawLine(QPointF(end, y), QPointF(half.wide - 3, y));
            }
        }
    }
    painter.end();
    m_motion->setPicture(lines);
    m_motionWhat->setText(asked > 0 ? tr("%1 ms").arg(timeText(asked)) : tr("stands still"));
}

}
