// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"

#include <QDialog>

namespace scaena::app {

/// All problems of a file as a list one can read and copy.
class ProblemsDialog : public QDialog {
    Q_OBJECT
public:
    ProblemsDialog(const QString& title, const Problems& problems, QWidget* parent);
};

}
