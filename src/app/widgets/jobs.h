// SPDX-License-Identifier: MIT
#pragma once

#include <QObject>
#include <QThreadPool>
#include <atomic>
#include <functional>
#include <list>
#include <memory>

namespace scaena::app {

/// Work in the background, in one thread of its own: the one way the window has of doing it. What the work
/// gives back comes to the window's thread, unless it was cancelled. Whoever owns this cancels and waits by
/// destroying it.
class Jobs : public QObject {
    Q_OBJECT
public:
    enum class Order {
        Newest, ///< a new job cancels those before it: only the last wish counts
        Queue   ///< one after the other, all of them
    };
    explicit Jobs(Order order, QObject* parent = nullptr,
                  QThread::Priority priority = QThread::InheritPriority);
    ~Jobs() override;

    /// What work knows of itself while it runs. May be asked and told from several threads.
    class Run {
    public:
        [[nodiscard]] bool isCancelled() const { return *m_cancelled; }
        /// For work that takes a flag it looks at.
        [[nodiscard]] const std::atomic<bool>& cancelled() const { return *m_cancelled; }
        /// Of `all` pieces so many are done.
        void tell(std::size_t done, std::size_t all) const;

    private:
        friend class Jobs;
        Jobs* m_jobs = nullptr;
        std::shared_ptr<std::atomic<bool>> m_cancelled = std::make_shared<std::atomic<bool>>(false);
    };

    /// `work` runs in the other thread, must own everything it touches and should end soon when it is
    /// cancelled. `then` runs in this one with what it gives back.
    template <typename Value>
    void run(std::function<Value(const Run&)> work, std::function<void(Value)> then) {
        auto value = std::make_shared<std::unique_ptr<Value>>();
        start([value, work](const Run& run) { *value = std::make_unique<Value>(work(run)); },
              [value, then] { then(std::move(**value)); });
    }
    /// Work that gives nothing back.
    void run(std::function<void(const Run&)> work) {
        start(std::move(work), [] {});
    }

    [[nodiscard]] bool isRunning() const { return !m_waiting.empty(); }
    /// Tells what runs and waits to stop; nothing comes of it.
    void cancel();
    /// Waits for everything and hands the results on.
    void finish();
    /// Waits for everything; results come when the events have their turn.
    void wait() { m_pool.waitForDone(); }

signals:
    /// Of the work that runs; 0 of 0 when it begins or was cancelled.
    void progressed(int done, int all);

private:
    struct Job {
        Run run;
        std::function<void(const Run&)> work;
        std::function<void()> then;
    };
    void start(std::function<void(const Run&)> work, std::function<void()> then);
    void end(const std::shared_ptr<Job>& job);

    Order m_order;
    std::list<std::shared_ptr<Job>> m_waiting; ///< those whose results are waited for
    QThreadPool m_pool;
};

}
