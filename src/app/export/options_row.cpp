// SPDX-License-Identifier: MIT
#include "app/export/options_row.h"

#include "app/widgets/phrasing.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

namespace scaena::app {

namespace {
constexpr int kShortField = 220; // pixels, where a field has neighbours
}

QString fieldName(const exporting::ExportOption& option) {
    QString name = QStringLiteral("export");
    for (const auto& word : toQString(option.key).split(QLatin1Char('-'))) {
        name += word.left(1).toUpper() + word.mid(1);
    }
    return name;
}

OptionsRow::OptionsRow(QWidget* parent) : QWidget(parent), m_row(new QHBoxLayout(this)) {
    m_row->setContentsMargins(0, 0, 0, 0);
}

void OptionsRow::show(const std::vector<exporting::ExportOption>& options,
                      const exporting::ChosenOptions& chosen) {
    m_fields.clear();
    while (auto* item = m_row->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    for (const auto& option : options) {
        Field field{option};
        if (m_row->count() > 0) {
            m_row->addSpacing(18);
        }
        QWidget* widget = nullptr;
        if (option.kind == exporting::ExportOption::Kind::Flag) {
            widget = field.flag = new QCheckBox(tr(option.label.data()), this);
            field.flag->setChecked(chosen.flag(option));
            connect(field.flag, &QCheckBox::clicked, this, &OptionsRow::tell);
        } else {
            widget = field.text = new QLineEdit(this);
            const auto text = chosen.text(option);
            field.text->setText(text == option.standard ? QString() : QString::fromStdString(text));
            field.text->setPlaceholderText(toQString(option.example));
            field.text->setMaximumWidth(option.example.size() < 4 ? kShortField : QWIDGETSIZE_MAX);
            connect(field.text, &QLineEdit::editingFinished, this, &OptionsRow::tell);
            auto* label = new QLabel(tr(option.label.data()), this);
            label->setBuddy(field.text);
            m_row->addWidget(label);
        }
        widget->setObjectName(fieldName(option));
        widget->setToolTip(tr(option.about.data()) + QLatin1Char('.'));
        m_row->addWidget(widget);
        m_fields.push_back(field);
    }
    const bool fills = std::any_of(m_fields.begin(), m_fields.end(), [](const Field& it) {
        return it.text && it.text->maximumWidth() == QWIDGETSIZE_MAX;
    });
    if (!fills) {
        m_row->addStretch();
    }
    setVisible(!options.empty());
}

void OptionsRow::setHasIcon(bool hasIcon) {
    for (const auto& field : m_fields) {
        if (field.option.needsIcon && field.flag) {
            field.flag->setEnabled(hasIcon);
        }
    }
}

void OptionsRow::tell() {
    exporting::ChosenOptions options;
    for (const auto& field : m_fields) {
        if (field.flag) {
            options.set(field.option.key, field.flag->isChecked());
        } else {
            options.set(field.option.key, field.text->text().trimmed().toStdString());
        }
    }
    emit chosen(options);
}

}
