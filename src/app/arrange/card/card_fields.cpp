// SPDX-License-Identifier: MIT
#include "app/arrange/card/card_fields.h"

#include "app/widgets/theme.h"

namespace scaena::app {

namespace {
template <typename Box>
void dress(Box* box, const QString& name) {
    box->setObjectName(name);
    box->setFont(timeFont(12));
    box->setAlignment(Qt::AlignRight);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    box->setFixedHeight(22);
    box->setMinimumWidth(64);
}
}

QSpinBox* makeTimeBox(const QString& name, int least, int most, QWidget* parent) {
    auto* box = new QSpinBox(parent);
    dress(box, name);
    box->setRange(least, most);
    box->setSingleStep(10);
    box->setSuffix(QStringLiteral(" ms"));
    return box;
}

QDoubleSpinBox* makeNumberBox(const QString& name, double least, double most, const QString& unit,
                              QWidget* parent) {
    auto* box = new QDoubleSpinBox(parent);
    dress(box, name);
    box->setRange(least, most);
    box->setDecimals(unit == QStringLiteral("×") ? 1 : 0);
    box->setSuffix(unit.isEmpty() ? QString() : QStringLiteral(" ") + unit);
    return box;
}

CardColumn::CardColumn(const QString& heading, QWidget* parent)
    : QWidget(parent), m_grid(new QGridLayout(this)) {
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setVerticalSpacing(1);
    m_grid->setHorizontalSpacing(8);
    m_grid->setColumnStretch(1, 1);
    auto* label = new QLabel(heading, this);
    label->setProperty("heading", true);
    label->setFont(uiFont(12, true));
    m_grid->addWidget(label, 0, 0, 1, 2);
}

void CardColumn::addRow(const QString& text, QWidget* field) {
    auto* label = new QLabel(text, this);
    label->setFont(uiFont(12));
    label->setFixedHeight(22);
    label->setBuddy(field);
    field->setAccessibleName(text);
    m_grid->addWidget(label, m_row, 0);
    m_grid->addWidget(field, m_row, 1);
    ++m_row;
}

void CardColumn::addRow(const QPixmap& picture, const QString& text, QWidget* field) {
    addRow(text, field);
    auto* label = m_grid->itemAtPosition(m_row - 1, 0)->widget();
    auto* mark = new QLabel(label);
    mark->setPixmap(picture);
    const int side = qRound(picture.height() / picture.devicePixelRatio());
    mark->setGeometry(0, (label->height() - side) / 2, side, side);
    label->setContentsMargins(side + 5, 0, 0, 0);
}

void CardColumn::addWide(QWidget* field) { m_grid->addWidget(field, m_row++, 0, 1, 2); }

void CardColumn::clearRows(int keep) {
    for (int row = keep; row < m_row; ++row) {
        for (int column = 0; column < 2; ++column) {
            if (auto* item = m_grid->itemAtPosition(row, column)) {
                auto* widget = item->widget();
                m_grid->removeItem(item);
                delete item;
                if (widget) {
                    widget->hide();
                    widget->deleteLater();
                }
            }
        }
    }
    m_row = keep;
}

void CardColumn::finish() { m_grid->setRowStretch(20, 1); }

}
