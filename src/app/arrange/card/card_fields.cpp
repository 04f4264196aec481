// SPDX-License-Identifier: MIT
#include "app/arrange/card/card_fields.h"

#include "app/widgets/theme.h"
#include "core/base/sum_text.h"

#include <QRegularExpression>
#include <algorithm>
#include <cmath>
#include <type_traits>

namespace scaena::app {

namespace {

/// A field of numbers in which one may also reckon: see scaena::sumOf. The sum is worked out when it is done
/// with.
template <class Box, typename Value>
class SumBox : public Box {
public:
    using Box::Box;

protected:
    Value valueFromText(const QString& text) const override {
        const auto sum = sumOf(text);
        return sum ? static_cast<Value>(fitted(*sum)) : this->value();
    }
    QValidator::State validate(QString& text, int&) const override {
        const QString bare = bareOf(text);
        static const QRegularExpression signs(QStringLiteral("^[-+*/×÷−().,%0-9\\s\u2009\u202f]*$"));
        if (!signs.match(bare).hasMatch()) {
            return QValidator::Invalid;
        }
        return sumOf(text) ? QValidator::Acceptable : QValidator::Intermediate; // and as much as there may be
    }

private:
    [[nodiscard]] QString bareOf(const QString& text) const {
        QString bare = text;
        if (!this->suffix().isEmpty() && bare.endsWith(this->suffix())) {
            bare.chop(this->suffix().size());
        }
        return bare.trimmed();
    }
    [[nodiscard]] std::optional<double> sumOf(const QString& text) const {
        return scaena::sumOf(bareOf(text).toStdString(), this->value());
    }
    [[nodiscard]] double fitted(double sum) const {
        const double bounded = std::clamp(sum, double(this->minimum()), double(this->maximum()));
        return std::is_integral_v<Value> ? std::round(bounded) : bounded;
    }
};

template <typename Box>
void dress(Box* box, const QString& name) {
    box->setObjectName(name);
    box->setFont(timeFont(12));
    box->setAlignment(Qt::AlignRight);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    box->setKeyboardTracking(false);
    box->setFixedHeight(22);
    box->setMinimumWidth(64);
    box->setToolTip(QObject::tr("A number, or a sum: 240+16, /2, 50%"));
}
}

QSpinBox* makeCountBox(const QString& name, int least, int most, const QString& suffix, QWidget* parent) {
    auto* box = new SumBox<QSpinBox, int>(parent);
    dress(box, name);
    box->setRange(least, most);
    box->setSuffix(suffix);
    return box;
}

QSpinBox* makeTimeBox(const QString& name, int least, int most, QWidget* parent) {
    auto* box = makeCountBox(name, least, most, QStringLiteral(" ms"), parent);
    box->setSingleStep(10);
    return box;
}

QDoubleSpinBox* makeNumberBox(const QString& name, double least, double most, const QString& unit,
                              QWidget* parent) {
    auto* box = new SumBox<QDoubleSpinBox, double>(parent);
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
