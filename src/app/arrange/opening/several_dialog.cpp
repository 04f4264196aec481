// SPDX-License-Identifier: MIT
#include "app/arrange/opening/several_dialog.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/model/with_copies.h"
#include "core/project/layers_together.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace scaena::app {

SeveralDialog::SeveralDialog(const model::Sequence& sequence, QWidget* parent)
    : QDialog(parent), m_list(new QListWidget(this)) {
    setObjectName(QStringLiteral("severalLayers"));
    setWindowTitle(tr("Several layers as one icon"));
    auto* text = new QLabel(tr("The system can show one picture. Scaena draws it of these layers, as they "
                               "stand to each other; with "
                               "the app's first frame it gives way to them."),
                            this);
    text->setFont(uiFont(12));
    text->setWordWrap(true);
    m_list->setObjectName(QStringLiteral("severalList"));
    m_list->setFont(uiFont(12));
    const auto& opening = sequence.opening;
    const auto* icon = model::findThing(sequence.layers, opening.icon);
    for (const auto& layer : sequence.layers) {
        if (!project::canJoin(layer) || model::isCopy(layer)) {
            continue;
        }
        auto* item = new QListWidgetItem(toQString(layer.name), m_list);
        item->setData(Qt::UserRole, QString::fromStdString(layer.id));
        const bool stands = std::ranges::find(opening.layers, layer.id) != opening.layers.end() &&
                            (!icon || project::hangTogether(*icon, layer));
        const bool isIn = layer.id == opening.icon || stands;
        item->setCheckState(isIn ? Qt::Checked : Qt::Unchecked);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    auto* make = buttons->button(QDialogButtonBox::Ok);
    make->setText(tr("Make the icon"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 14);
    column->setSpacing(10);
    column->addWidget(text);
    column->addWidget(m_list, 1);
    column->addWidget(buttons);
    resize(380, 340);
    const auto count = [this, make] { make->setEnabled(layers().size() > 1); };
    connect(m_list, &QListWidget::itemChanged, this, count);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    count();
}

std::vector<LayerId> SeveralDialog::layers() const {
    std::vector<LayerId> chosen;
    for (int i = 0; i < m_list->count(); ++i) {
        if (m_list->item(i)->checkState() == Qt::Checked) {
            chosen.emplace_back(m_list->item(i)->data(Qt::UserRole).toString().toStdString());
        }
    }
    return chosen;
}

}
