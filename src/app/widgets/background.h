// SPDX-License-Identifier: MIT
#pragma once

#include "app/widgets/jobs.h"

#include <QPointer>
#include <QProgressDialog>
#include <QString>

class QWidget;

namespace scaena::app {

/// Work a person waits for, one piece at a time: a box with its title and a Cancel button comes up over the
/// window if it takes longer than a moment.
class Background : public QObject {
    Q_OBJECT
public:
    explicit Background(QWidget* window);

    /// As Jobs::run. Work that still runs is cancelled.
    template <typename Value>
    void run(const QString& title, std::function<Value(const std::atomic<bool>& stop)> work,
             std::function<void(Value)> then) {
        cancel();
        m_jobs.run<Value>([work](const Jobs::Run& run) { return work(run.cancelled()); },
                          [this, then](Value value) {
                              delete m_box;
                              then(std::move(value));
                          });
        offerBox(title);
    }
    [[nodiscard]] bool isBusy() const { return m_jobs.isRunning(); }
    /// Tells the work to stop; its result is dropped.
    void cancel();
    /// Waits for the work that runs and hands its result on.
    void finish() { m_jobs.finish(); }

private:
    void offerBox(const QString& title);
    void showBox(const QString& title);

    QWidget* m_window;
    QPointer<QProgressDialog> m_box;
    int m_wish = 0;
    Jobs m_jobs{Jobs::Order::Newest};
};

}
