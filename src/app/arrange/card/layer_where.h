// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/layer_fields.h"

#include <QCheckBox>
#include <QComboBox>

namespace scaena::app {

/// The column of the layer card that says where the layer rests, or where a travel leads it.
class LayerWhere : public CardColumn {
    Q_OBJECT
public:
    LayerWhere(LayerFields& fields, QWidget* parent);
    void fill(const model::Layer& layer);
    /// Shows the place at rest again.
    void reset();

private:
    void makeBoxes();
    void arrange();
    void listen();
    void resize();
    void reanchor();
    void measure();
    void forgetDestination();
    [[nodiscard]] bool ofDestination() const { return m_which->currentIndex() == 1; }
    [[nodiscard]] bool landscape() const;
    /// The place the card shows.
    [[nodiscard]] model::Place& place(model::Layer& layer) const;

    LayerFields& m_fields;
    QDoubleSpinBox *m_x, *m_y, *m_width, *m_height, *m_turn, *m_pivotX, *m_pivotY;
    QComboBox *m_which, *m_anchor, *m_xMeasure, *m_yMeasure;
    QCheckBox *m_safe, *m_landscape;
};

}
