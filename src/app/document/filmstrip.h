// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"
#include "app/widgets/jobs.h"

#include <QHash>
#include <QImage>

namespace scaena::app {

/// Small frames at the times where something changes, painted in the background. While new ones are being
/// made the old ones stay; the interface thread never waits.
class Filmstrip : public QObject {
    Q_OBJECT
public:
    explicit Filmstrip(Preview& preview, QObject* parent = nullptr);

    /// The times worth a frame, in order.
    [[nodiscard]] const std::vector<double>& times() const { return m_times; }
    /// May be null while it is being made for the first time.
    [[nodiscard]] QImage frame(double time) const { return m_frames.value(qRound(time)); }
    void setFrameHeight(int pixels);

signals:
    void changed();

private:
    void restart();
    [[nodiscard]] std::vector<double> interestingTimes() const;

    Preview& m_preview;
    std::vector<double> m_times;
    QHash<int, QImage> m_frames;
    int m_height = 60;
    QTimer m_delay;
    Jobs m_jobs{Jobs::Order::Newest};
};

}
