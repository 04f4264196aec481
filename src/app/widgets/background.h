// SPDX-License-Identifier: MIT
#pragma once

#include <QObject>
#include <QPointer>
#include <QString>
#include <QThreadPool>
#include <atomic>
#include <functional>
#include <memory>

class QProgressDialog;
class QWidget;

namespace scaena::app {

/// Work in the background, one piece at a time, for a window that stays alive meanwhile. A box with the
/// work's title and a Cancel button comes up if it takes longer than a moment. Whoever owns this cancels and
/// waits by destroying it.
class Background : public QObject {
    Q_OBJECT
public:
    /// A box comes up over `window`.
    explicit Background(QWidget* window);
    ~Background() override;

    /// `work` runs in another thread, must own everything it touches and should end soon when it is told to
    /// stop. `then` runs in this one with what it gives back, unless it was cancelled. Work that still runs
    /// is cancelled.
    template <typename Value>
    void run(const QString& title, std::function<Value(const std::atomic<bool>& stop)> work,
             std::function<void(Value)> then) {
        auto value = std::make_shared<std::unique_ptr<Value>>();
        start(
            title,
            [value, work](const std::atomic<bool>& stop) { *value = std::make_unique<Value>(work(stop)); },
            [value, then] { then(std::move(**value)); });
    }
    [[nodiscard]] bool isBusy() const { return m_job != nullptr; }
    /// Tells the work to stop; its result is dropped.
    void cancel();
    /// Waits for the work that runs and hands its result on.
    void finish();

private:
    struct Job {
        std::atomic<bool> stop = false;
        QString title;
        std::function<void()> then;
    };
    void start(const QString& title, std::function<void(const std::atomic<bool>&)> work,
               std::function<void()> then);
    void showBox(const std::shared_ptr<Job>& job);
    void end(const std::shared_ptr<Job>& job);

    QWidget* m_window;
    std::shared_ptr<Job> m_job; ///< the one whose result is waited for
    QPointer<QProgressDialog> m_box;
    QThreadPool m_pool;
};

}
