// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/palette.h"

#include <QComboBox>
#include <QIcon>

namespace scaena::app {

/// Chooses a colour of the palette, or none.
class ColourBox : public QComboBox {
    Q_OBJECT
public:
    /// `none`: how no colour is called, where that is allowed.
    ColourBox(const QString& name, const QString& none, QWidget* parent);
    void show(const model::Palette& palette, const model::ColourRef& chosen);

signals:
    void chosen(const scaena::ColourId& colour);

private:
    QString m_none;
    model::Palette m_shown;
};

/// One plain colour within a rim that is seen on any ground.
[[nodiscard]] QPixmap swatch(Colour colour, int side);
/// Half by day, half by night.
[[nodiscard]] QIcon swatchIcon(const model::PaletteColour& colour);

}
