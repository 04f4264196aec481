// SPDX-License-Identifier: MIT
#include "core/base/workers.h"

#include <algorithm>

namespace scaena {

Workers::Workers(unsigned threads, const Launch& launch) {
    const unsigned count = threads > 0 ? threads : std::max(1U, std::thread::hardware_concurrency());
    m_atWork = count - 1;
    for (unsigned i = 1; i < count; ++i) {
        if (launch) {
            launch([this] { work(); });
        } else {
            m_threads.emplace_back([this] { work(); });
        }
    }
}

Workers::~Workers() {
    {
        std::unique_lock lock(m_mutex);
        m_ends = true;
        m_changed.notify_all();
        m_changed.wait(lock, [this] { return m_atWork == 0; });
    }
    for (auto& thread : m_threads) {
        thread.join();
    }
}

void Workers::work() {
    std::unique_lock lock(m_mutex);
    while (!m_ends) {
        if (!doOne(lock, nullptr)) {
            m_changed.wait(lock);
        }
    }
    --m_atWork;
    m_changed.notify_all(); // still locked: whoever waits for it takes all this away
}

/// Whether there was a job to do. The newest batch comes first: an older one waits for it, or its caller is
/// busy with it.
bool Workers::doOne(std::unique_lock<std::mutex>& lock, Batch* preferred) {
    const auto open = [](const Batch* it) { return it->next < it->count; };
    Batch* batch = preferred && open(preferred) ? preferred : nullptr;
    if (!batch) {
        const auto found = std::find_if(m_batches.rbegin(), m_batches.rend(), open);
        if (found == m_batches.rend()) {
            return false;
        }
        batch = *found;
    }
    const auto number = batch->next++;
    lock.unlock();
    batch->job(number);
    lock.lock();
    if (++batch->done == batch->count) {
        m_changed.notify_all();
    }
    return true;
}

void Workers::run(std::size_t count, const std::function<void(std::size_t)>& job) {
    Batch batch{job, count};
    std::unique_lock lock(m_mutex);
    m_batches.push_back(&batch);
    m_changed.notify_all();
    while (batch.done < batch.count) {
        if (!doOne(lock, &batch)) {
            m_changed.wait(lock);
        }
    }
    std::erase(m_batches, &batch);
}

}
