// SPDX-License-Identifier: MIT
#pragma once

#include "core/check/finding.h"

#include <QScrollArea>

class QLabel;

namespace scaena::app {

/// What was found on the way to a target, each with what can be done about it.
class FindingsPage : public QScrollArea {
    Q_OBJECT
public:
    explicit FindingsPage(QWidget* parent = nullptr);
    void fill(std::vector<check::Finding> findings);

signals:
    void wantsShown(const scaena::check::Finding& finding);
    void wantsMended(const scaena::check::Finding& finding);

private:
    /// A link of a finding: "show:2", "mend:2", "other:2".
    void follow(const QString& link);

    QLabel* m_text;
    std::vector<check::Finding> m_findings;
};

}
