// SPDX-License-Identifier: MIT
#pragma once

#include "core/launches/measured.h"

#include <QDialog>

class QPushButton;
class QTableWidget;

namespace scaena::app {

/// What people's launches took, gate by gate beside the times the sequence assumes. Accepted: the measured
/// ones are wanted.
class LaunchesDialog : public QDialog {
    Q_OBJECT
public:
    /// `unreadable`: lines of the file that were no records.
    LaunchesDialog(const model::Sequence& sequence, const launches::RealLaunches& launches,
                   std::size_t unreadable, QWidget* parent);

private:
    void fill(QTableWidget* table, const model::Sequence& sequence, const launches::RealLaunches& launches);
};

}
