// SPDX-License-Identifier: MIT
#include "app/widgets/jobs.h"
#include "support/window_session.h"

using namespace scaena;
using namespace scaena::app;
using namespace scaena::test;

TEST_CASE("Of jobs where only the last wish counts the results of the others are dropped") {
    Jobs jobs(Jobs::Order::Newest);
    std::vector<int> results;
    std::atomic<int> cancelled = 0;
    for (int i = 0; i < 5; ++i) {
        jobs.run<int>(
            [i, &cancelled](const Jobs::Run& run) {
                for (int k = 0; k < 200 && !run.isCancelled() && i < 4; ++k) {
                    QThread::msleep(1);
                }
                cancelled += run.isCancelled() ? 1 : 0;
                return i;
            },
            [&](int value) { results.push_back(value); });
    }
    CHECK(jobs.isRunning());
    REQUIRE(waitFor([&] { return !jobs.isRunning(); }, 5000));
    CHECK(results == std::vector<int>{4});
}

TEST_CASE("Jobs of a queue are done one after the other, and tell how far they are") {
    Jobs jobs(Jobs::Order::Queue);
    std::vector<int> results;
    std::vector<int> told;
    QObject::connect(&jobs, &Jobs::progressed, [&](int done, int) { told.push_back(done); });
    for (int i = 0; i < 5; ++i) {
        jobs.run<int>(
            [i](const Jobs::Run& run) {
                run.tell(static_cast<std::size_t>(i), 5);
                return i;
            },
            [&](int value) { results.push_back(value); });
    }
    jobs.finish();
    CHECK(results == std::vector<int>{0, 1, 2, 3, 4});
    CHECK(std::count(told.begin(), told.end(), 4) == 1);
}

TEST_CASE("Nothing comes of a job that was cancelled, and what it held is let go") {
    Jobs jobs(Jobs::Order::Newest);
    auto held = std::make_shared<int>(5);
    std::atomic<bool> isRunning = false;
    bool hasCome = false;
    jobs.run<int>(
        [held, &isRunning](const Jobs::Run& run) {
            isRunning = true;
            while (!run.isCancelled()) {
                QThread::msleep(1);
            }
            return *held;
        },
        [&](int) { hasCome = true; });
    REQUIRE(waitFor([&] { return isRunning.load(); }, 5000));
    jobs.cancel();
    CHECK_FALSE(jobs.isRunning());
    jobs.finish();
    CHECK_FALSE(hasCome);
    CHECK(waitFor([&] { return held.use_count() == 1; }, 2000));
}
