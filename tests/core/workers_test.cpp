// SPDX-License-Identifier: MIT
#include "core/base/workers.h"

#include <atomic>
#include <catch2/catch.hpp>
#include <set>

using namespace scaena;

TEST_CASE("Workers do every job once, on as many threads as there are, and return when all are done") {
    for (const unsigned threads : {1U, 2U, 5U}) {
        Workers workers(threads);
        for (const std::size_t count : {0U, 1U, 3U, 500U}) {
            std::vector<std::atomic<int>> done(count);
            std::mutex mutex;
            std::set<std::thread::id> seen;
            workers.run(count, [&](std::size_t i) {
                ++done[i];
                const std::lock_guard lock(mutex);
                seen.insert(std::this_thread::get_id());
            });
            CHECK(std::all_of(done.begin(), done.end(), [](const auto& it) { return it == 1; }));
            CHECK(seen.size() <= std::min<std::size_t>(threads, count));
        }
    }
}

TEST_CASE("Workers may be threads of the caller's, which they have left when they are gone") {
    std::vector<std::thread> threads;
    std::atomic<int> done = 0, left = 0;
    {
        Workers workers(3, [&](std::function<void()> work) {
            threads.emplace_back([&left, work = std::move(work)] {
                work();
                ++left;
            });
        });
        workers.run(100, [&](std::size_t) { ++done; });
    }
    CHECK(done == 100);
    CHECK(threads.size() == 2);
    for (auto& thread : threads) {
        thread.join();
    }
    CHECK(left == 2);
}

TEST_CASE("Jobs may hand out jobs, and several threads may at once, without more threads working") {
    Workers workers(3);
    std::atomic<int> done = 0, working = 0, most = 0;
    const auto inner = [&](std::size_t) {
        const int now = ++working;
        for (int seen = most; now > seen && !most.compare_exchange_weak(seen, now);) {
        }
        std::this_thread::sleep_for(std::chrono::microseconds(50));
        --working;
        ++done;
    };
    const auto outer = [&](std::size_t) { workers.run(20, inner); };
    std::thread another([&] { workers.run(4, outer); });
    workers.run(10, outer);
    another.join();
    CHECK(done == 14 * 20);
    CHECK(most <= 4); // its two, and the two that called
}
