// SPDX-License-Identifier: MIT
#pragma once

#include <csignal>
#include <functional>
#include <sys/wait.h>
#include <time.h>
#include <unistd.h>

namespace scaena::test {

/// Runs `work` in a process of its own and kills it (kill -9) after so many microseconds, or when it is done.
/// Whether it was still at work.
inline bool killedWhile(const std::function<void()>& work, long micros) {
    const pid_t child = ::fork();
    if (child == 0) {
        work();
        ::_exit(0);
    }
    const timespec wait{micros / 1'000'000, (micros % 1'000'000) * 1000};
    ::nanosleep(&wait, nullptr);
    ::kill(child, SIGKILL);
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFSIGNALED(status);
}

}
