// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

#include <QDialog>

class QListWidget;

namespace scaena::app {

/// Which layers make one icon together: the drawings; ticked are the icon, and those in the opening that can
/// stand with it.
class SeveralDialog : public QDialog {
    Q_OBJECT
public:
    SeveralDialog(const model::Sequence& sequence, QWidget* parent);
    [[nodiscard]] std::vector<LayerId> layers() const;

private:
    QListWidget* m_list;
};

}
