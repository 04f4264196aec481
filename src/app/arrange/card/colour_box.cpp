// SPDX-License-Identifier: MIT
#include "app/arrange/card/colour_box.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "render/base/convert.h"

#include <QPainter>
#include <QSignalBlocker>

namespace scaena::app {

QIcon swatchIcon(const model::PaletteColour& colour) {
    QPixmap pixmap(28, 28);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(render::toQt(colour.light));
    painter.drawPie(QRectF(2, 2, 24, 24), 45 * 16, 180 * 16);
    painter.setBrush(render::toQt(colour.dark));
    painter.drawPie(QRectF(2, 2, 24, 24), 225 * 16, 180 * 16);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().faint, 1.4));
    painter.drawEllipse(QRectF(2, 2, 24, 24));
    return pixmap;
}

QPixmap swatch(Colour colour, int side) {
    constexpr int kFine = 2; // pixels a pixel, for dense screens
    QPixmap pixmap(side * kFine, side * kFine);
    pixmap.setDevicePixelRatio(kFine);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme().faint, 1));
    painter.setBrush(render::toQt(colour));
    painter.drawRoundedRect(QRectF(0.5, 0.5, side - 1, side - 1), 2, 2);
    return pixmap;
}

ColourBox::ColourBox(const QString& name, const QString& none, QWidget* parent)
    : QComboBox(parent), m_none(none) {
    setObjectName(name);
    setFont(uiFont(12));
    setFixedHeight(22);
    setIconSize({14, 14});
    setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    setMinimumContentsLength(7);
    connect(this, &QComboBox::activated, this,
            [this](int index) { emit chosen(ColourId(itemData(index).toString().toStdString())); });
}

void ColourBox::show(const model::Palette& palette, const model::ColourRef& chosen) {
    const QSignalBlocker quiet(this);
    if (m_shown != palette || count() == 0) {
        m_shown = palette;
        clear();
        if (!m_none.isEmpty()) {
            addItem(m_none, QString());
        }
        for (const auto& colour : palette) {
            addItem(swatchIcon(colour), toQString(colour.name), QString::fromStdString(colour.id));
        }
    }
    setCurrentIndex(findData(QString::fromStdString(chosen)));
}

}
