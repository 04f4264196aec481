// SPDX-License-Identifier: MIT
#include "app/widgets/jobs.h"

#include <QCoreApplication>
#include <QMetaObject>
#include <algorithm>

namespace scaena::app {

Jobs::Jobs(Order order, QObject* parent, QThread::Priority priority) : QObject(parent), m_order(order) {
    m_pool.setMaxThreadCount(1); // the other core stays with the interface
    m_pool.setThreadPriority(priority);
}

Jobs::~Jobs() {
    cancel();
    m_pool.waitForDone();
}

void Jobs::Run::tell(std::size_t done, std::size_t all) const {
    QMetaObject::invokeMethod(m_jobs, [jobs = m_jobs, cancelled = m_cancelled, done, all] {
        if (!*cancelled) {
            emit jobs->progressed(static_cast<int>(done), static_cast<int>(all));
        }
    });
}

void Jobs::start(std::function<void(const Run&)> work, std::function<void()> then) {
    if (m_order == Order::Newest) {
        cancel();
    }
    auto job = std::make_shared<Job>();
    job->run.m_jobs = this;
    job->work = std::move(work);
    job->then = std::move(then);
    m_waiting.push_back(job);
    emit progressed(0, 0);
    m_pool.start([this, job] {
        if (!job->run.isCancelled()) {
            job->work(job->run);
        }
        job->work = nullptr; // what it holds goes where it was used
        // The pool is waited for in the destructor, so this is still here.
        QMetaObject::invokeMethod(
            this, [this, job] { end(job); }, Qt::QueuedConnection);
    });
}

void Jobs::end(const std::shared_ptr<Job>& job) {
    const auto found = std::find(m_waiting.begin(), m_waiting.end(), job);
    if (found == m_waiting.end()) {
        return; // cancelled
    }
    m_waiting.erase(found);
    // What it holds (a claim on lost work) goes with it, whoever still has the job.
    const auto then = std::exchange(job->then, nullptr);
    then();
}

void Jobs::cancel() {
    for (const auto& job : m_waiting) {
        *job->run.m_cancelled = true;
    }
    if (!m_waiting.empty()) {
        m_waiting.clear();
        emit progressed(0, 0);
    }
}

void Jobs::finish() {
    m_pool.waitForDone();
    QCoreApplication::sendPostedEvents(this, QEvent::MetaCall);
}

}
