// SPDX-License-Identifier: MIT
#pragma once

#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLabel>
#include <QSpinBox>

namespace scaena::app {

/// A right-aligned number with its unit, as every number on the cards looks; sums are taken, too
/// (scaena::sumOf).
[[nodiscard]] QSpinBox* makeCountBox(const QString& name, int least, int most, const QString& suffix,
                                     QWidget* parent);
[[nodiscard]] QSpinBox* makeTimeBox(const QString& name, int least, int most, QWidget* parent);
[[nodiscard]] QDoubleSpinBox* makeNumberBox(const QString& name, double least, double most,
                                            const QString& unit, QWidget* parent);

/// A column of a card: a heading and rows of label and field.
class CardColumn : public QWidget {
public:
    CardColumn(const QString& heading, QWidget* parent);
    void addRow(const QString& label, QWidget* field);
    /// The same with a small picture before the label.
    void addRow(const QPixmap& picture, const QString& label, QWidget* field);
    void addWide(QWidget* field);
    /// Removes all rows, for those that depend on the move.
    void clearRows(int keep);
    [[nodiscard]] int rows() const { return m_row; }
    /// Lets the rows stay at the top.
    void finish();

private:
    QGridLayout* m_grid;
    int m_row = 1;
};

}
