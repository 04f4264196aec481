// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/export_options.h"

#include <QWidget>

class QCheckBox;
class QHBoxLayout;
class QLineEdit;

namespace scaena::app {

/// A field for each option of a target, made from what the option says of itself.
class OptionsRow : public QWidget {
    Q_OBJECT
public:
    explicit OptionsRow(QWidget* parent = nullptr);

    void show(const std::vector<exporting::ExportOption>& options, const exporting::ChosenOptions& chosen);
    /// Options that have no meaning without an icon.
    void setHasIcon(bool hasIcon);

signals:
    void chosen(const scaena::exporting::ChosenOptions& options);

private:
    struct Field {
        exporting::ExportOption option;
        QLineEdit* text = nullptr;
        QCheckBox* flag = nullptr;
    };
    void tell();

    QHBoxLayout* m_row;
    std::vector<Field> m_fields;
};

/// "exportStartupImages": the name of the field, for tests, and of its setting.
[[nodiscard]] QString fieldName(const exporting::ExportOption& option);

}
