// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_actions.h"

class QGridLayout;

namespace scaena::app {

/// The palette: each colour with its value by day and by night and how well it stands out from the canvas.
class PalettePage : public QWidget {
    Q_OBJECT
public:
    PalettePage(ArrangeActions& actions, QWidget* parent);

    /// Sets one value of a colour; what the colour dialog does in the end.
    void setValue(const ColourId& colour, model::Appearance appearance, Colour value);
    /// Gives it a value of the same hue that stands out from the canvas.
    void propose(const ColourId& colour, model::Appearance appearance);
    void addColour();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void update();
    void addRow(int index, const model::PaletteColour& colour, const model::PaletteColour* canvas);
    [[nodiscard]] QWidget* makeName(const model::PaletteColour& colour);
    [[nodiscard]] QWidget* makeSwatch(const model::PaletteColour& colour, model::Appearance appearance);
    void addContrast(const model::PaletteColour& colour, const model::PaletteColour& canvas, int row,
                     int column);
    void pick(const ColourId& colour, model::Appearance appearance);
    void remove(const ColourId& colour);

    ArrangeActions& m_actions;
    QWidget* m_rows;
    QGridLayout* m_grid;
    int m_columns = 2;
    model::Palette m_shown;
    ColourId m_shownCanvas;
};

}
