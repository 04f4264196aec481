// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"

#include <QHBoxLayout>

namespace scaena::app {

using model::Layer;

LayerForm::LayerForm(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_fields(actions, this), m_what(new CardColumn(tr("What"), this)),
      m_where(new LayerWhere(m_fields, this)), m_colours(new CardColumn(tr("Colours"), this)),
      m_buttons(new CardColumn(tr("More"), this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(26);
    row->addWidget(m_what, 11);
    row->addWidget(m_where, 11);
    row->addWidget(m_colours, 10);
    row->addWidget(m_buttons, 8);
}

void LayerForm::rebuild(const Layer& layer) {
    m_what->clearRows(1);
    m_colours->clearRows(1);
    m_buttons->clearRows(1);
    m_fields.clear();
    rebuildWhat(layer);
    rebuildColours(layer);
    rebuildButtons(layer);
}

void LayerForm::show(const LayerId& id) {
    if (id != m_fields.id()) {
        m_where->reset();
    }
    m_fields.setLayer(id);
    const auto* it = m_fields.layer();
    if (!it) {
        return;
    }
    m_fields.quietly([&] {
        const auto* picture = model::pictureOf(*it);
        const auto* drawing = it->art();
        const QString shape =
            QStringLiteral("%1 %2 %3 %4 %5 %6")
                .arg(static_cast<int>(it->kind()))
                .arg(it->hidden)
                .arg(it->locked)
                .arg(picture ? 1 + int(!picture->landscape.empty()) : 0)
                .arg(QString::fromStdString(drawing ? drawing->art + '\n' + drawing->darkArt : ""),
                     QString::fromStdString(model::partOf(*it)));
        if (shape != m_shape) {
            m_shape = shape;
            rebuild(*it);
        }
        m_fields.fill(*it);
        m_where->fill(*it);
    });
}

void LayerForm::takeKeyboard() {
    if (auto* first = m_fields.first()) {
        first->setFocus(Qt::ShortcutFocusReason);
    }
}

}
