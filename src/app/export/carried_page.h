// SPDX-License-Identifier: MIT
#pragma once

#include "core/study/study.h"

#include <QTreeWidget>

namespace scaena::app {

/// How each cue reaches each system an export serves, and why.
class CarriedPage : public QTreeWidget {
    Q_OBJECT
public:
    explicit CarriedPage(QWidget* parent = nullptr);
    void fill(const study::Study& study, plan::ExportId target);
};

}
