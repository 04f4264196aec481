// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_copies.h"

#include "app/widgets/theme.h"
#include "core/model/limits.h"

#include <QVBoxLayout>

namespace scaena::app {

using model::Copies;
using model::Layer;

namespace {

template <class T>
ValueOf<T> of(T Copies::*member) {
    return [member](Layer& it) -> T* { return it.copies ? &((*it.copies).*member) : nullptr; };
}

}

LayerCopies::LayerCopies(ArrangeActions& actions, QWidget* parent)
    : QToolButton(parent), m_panel(new QWidget(this, Qt::Popup)),
      m_column(new CardColumn(tr("Several of it, edited as one"), m_panel)), m_fields(actions, m_panel),
      m_form(new QComboBox(m_panel)) {
    setObjectName(QStringLiteral("copies"));
    setFont(uiFont(12));
    setFixedHeight(20);
    setToolTip(tr("The layer several times: in a row, a grid or a ring, each later, turned, smaller or paler "
                  "than the one before"));
    m_panel->setObjectName(QStringLiteral("copiesPanel"));
    auto* all = new QVBoxLayout(m_panel);
    all->setContentsMargins(14, 10, 14, 12);
    all->addWidget(m_column);
    addRows();
    connect(this, &QToolButton::clicked, this, &LayerCopies::open);
}

void LayerCopies::addRows() {
    m_form->setObjectName(QStringLiteral("copiesForm"));
    m_form->setFont(uiFont(12));
    m_form->setFixedHeight(20);
    m_form->addItems({tr("only one"), tr("in a row"), tr("in a grid"), tr("in a ring")});
    m_column->addRow(tr("They stand"), m_form);
    connect(m_form, &QComboBox::activated, this, &LayerCopies::chooseForm);
    const QString dp = QStringLiteral("dp"), percent = QStringLiteral("%"), degrees = QStringLiteral("°");
    const double far = model::limits::kFarthest / model::limits::kMostCopies;
    m_fields.count(m_column, "copiesCount", tr("How many"), 2, model::limits::kMostCopies,
                   of(&Copies::count));
    m_fields.count(m_column, "copiesColumns", tr("Columns"), 1, model::limits::kMostCopies,
                   of(&Copies::columns));
    m_fields.number(m_column, "copiesAcross", tr("Across by"), dp, -far, far, of(&Copies::across));
    m_fields.number(m_column, "copiesDown", tr("Down by"), dp, -far, far, of(&Copies::down));
    m_fields.number(m_column, "copiesRadius", tr("Radius"), dp, -far, far, of(&Copies::radius));
    m_fields.time(
        m_column, "copiesLater", tr("Each later by"),
        [](const Layer& it) { return it.copies ? it.copies->later : 0; },
        [](Layer& it, Millis v) {
            if (it.copies) {
                it.copies->later = v;
            }
        });
    m_fields.number(m_column, "copiesTurn", tr("Turned by"), degrees, -360, 360, of(&Copies::turn));
    m_fields.number(m_column, "copiesSize", tr("Sized"), percent, 20, 200, of(&Copies::size));
    m_fields.number(m_column, "copiesOpacity", tr("Seen"), percent, 0, 100, of(&Copies::opacity));
    m_column->finish();
}

void LayerCopies::open() {
    m_panel->adjustSize();
    m_panel->move(mapToGlobal(QPoint(0, -m_panel->height() - 2))); // the card lies at the window's foot
    m_panel->show();
    m_form->setFocus(Qt::PopupFocusReason);
}

/// A new ring turns its copies, so that they look outwards; a grid goes down as far as across.
void LayerCopies::chooseForm(int index) {
    m_fields.apply(tr("copies of %1"), [index](Layer& it) {
        if (index == 0) {
            it.copies.reset();
            return;
        }
        const auto form = static_cast<model::CopyForm>(index - 1);
        if (!it.copies) {
            it.copies.emplace();
            it.copies->across = std::round(it.place.width * 1.25);
        }
        auto& copies = *it.copies;
        if (form == model::CopyForm::Ring && copies.form != form) {
            copies.count = std::max(copies.count, 6);
            copies.turn = std::round(360.0 / copies.count);
            copies.radius = std::round(std::max(it.place.width, it.place.height));
        } else if (form == model::CopyForm::Grid && copies.form != form) {
            copies.count = std::max(copies.count, 6);
            copies.down = std::round(it.place.height * 1.25);
        }
        if (form != model::CopyForm::Ring && copies.form == model::CopyForm::Ring) {
            copies.turn = 0;
        }
        copies.form = form;
    });
}

void LayerCopies::fill(const Layer& layer) {
    m_fields.setLayer(layer.id);
    m_fields.quietly([&] {
        const auto& copies = layer.copies;
        const int form = copies ? 1 + static_cast<int>(copies->form) : 0;
        m_form->setCurrentIndex(form);
        setText(copies ? tr("%1 of it %2 …").arg(copies->count).arg(m_form->itemText(form))
                       : tr("Several of it …"));
        m_fields.fill(layer);
        const bool isRing = copies && copies->form == model::CopyForm::Ring;
        for (const auto& [name, isUsed] :
             {std::pair("copiesCount", copies.has_value()),
              std::pair("copiesColumns", copies && copies->form == model::CopyForm::Grid),
              std::pair("copiesAcross", copies && !isRing), std::pair("copiesDown", copies && !isRing),
              std::pair("copiesRadius", isRing), std::pair("copiesLater", copies.has_value()),
              std::pair("copiesTurn", copies.has_value()), std::pair("copiesSize", copies.has_value()),
              std::pair("copiesOpacity", copies.has_value())}) {
            field(name)->setEnabled(isUsed);
        }
    });
}

}
