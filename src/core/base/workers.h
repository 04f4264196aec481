// SPDX-License-Identifier: MIT
#pragma once

#include <condition_variable>
#include <functional>
#include <mutex>
#include <thread>
#include <vector>

namespace scaena {

/// Does jobs on all cores. Jobs may hand out jobs themselves, and several threads may: whoever waits for
/// theirs to be done does some of them, and others' when none is left, so that no more threads work than
/// there are.
class Workers {
public:
    /// Starts a function in another thread.
    using Launch = std::function<void(std::function<void()>)>;

    /// `threads` counts the calling one; 0: one a core. With `launch` the others are the caller's.
    explicit Workers(unsigned threads = 0, const Launch& launch = {});
    ~Workers();
    Workers(const Workers&) = delete;
    Workers& operator=(const Workers&) = delete;

    /// Calls `job` for each number below `count`, in any order, and returns when all are done. The job must
    /// not throw.
    void run(std::size_t count, const std::function<void(std::size_t)>& job);

private:
    struct Batch {
        const std::function<void(std::size_t)>& job;
        std::size_t count, next = 0, done = 0;
    };
    void work();
    bool doOne(std::unique_lock<std::mutex>& lock, Batch* preferred);

    std::mutex m_mutex; ///< guards what follows
    std::condition_variable m_changed;
    std::vector<Batch*> m_batches;
    bool m_ends = false;
    unsigned m_atWork = 0; ///< threads that have not ended
    std::vector<std::thread> m_threads;
};

}
