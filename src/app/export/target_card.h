// SPDX-License-Identifier: MIT
#pragma once

#include "core/study/study.h"

#include <QAbstractButton>

namespace scaena::app {

/// One target on the left page: its name, what it is, and how faithfully it carries the sequence, a mark a
/// cue.
class TargetCard : public QAbstractButton {
    Q_OBJECT
public:
    TargetCard(plan::ExportId exportId, const QString& name, const QString& about, QWidget* parent = nullptr);

    void setStudy(const study::Study& study);
    /// What became of it last: "12 files, 2 differ from the folder".
    void setState(const QString& state);
    [[nodiscard]] QSize sizeHint() const override { return {360, 92}; }
    [[nodiscard]] plan::ExportId exportId() const { return m_exportId; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    plan::ExportId m_exportId;
    QString m_about, m_state, m_counts;
    std::vector<plan::Carry> m_marks; ///< the worst of the export's systems for each cue
};

}
