// SPDX-License-Identifier: MIT
#include "render/base/paint_threads.h"

#include "core/base/workers.h"

#include <QSemaphore>
#include <QThread>
#include <QThreadPool>

namespace scaena::render {

namespace {

/// Callers bound how many work at once; nobody, the stage least of all, is to wait until another's long job
/// is done.
constexpr int kMostThreads = 64;

QThreadPool& pool() {
    static QThreadPool* const it = [] {
        QThreadPool::globalInstance()->setMaxThreadCount(kMostThreads);
        return QThreadPool::globalInstance();
    }();
    return *it;
}

}

void inPaintThreads(int count, const std::function<void(int)>& job) {
    if (pool().contains(QThread::currentThread())) {
        for (int i = 0; i < count; ++i) {
            job(i);
        }
        return;
    }
    QSemaphore done;
    for (int i = 0; i < count; ++i) {
        pool().start([&, i] {
            job(i);
            done.release();
        });
    }
    done.acquire(count);
}

void withPaintWorkers(const std::function<void(Workers&)>& job) {
    inPaintThreads(1, [&](int) {
        Workers workers(0, [](std::function<void()> work) { pool().start(std::move(work)); });
        job(workers);
    });
}

}
