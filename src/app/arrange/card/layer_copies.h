// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/card/layer_fields.h"

#include <QComboBox>
#include <QToolButton>

namespace scaena::app {

/// Says how many there are of a layer and opens a small panel in which that is changed, while the stage shows
/// it.
class LayerCopies : public QToolButton {
    Q_OBJECT
public:
    LayerCopies(ArrangeActions& actions, QWidget* parent);
    void fill(const model::Layer& layer);

private:
    void addRows();
    void open();
    void chooseForm(int index);
    [[nodiscard]] QWidget* field(const char* name) const { return m_panel->findChild<QWidget*>(name); }

    QWidget* m_panel;
    CardColumn* m_column;
    LayerFields m_fields;
    QComboBox* m_form;
};

}
