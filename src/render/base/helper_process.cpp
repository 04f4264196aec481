// SPDX-License-Identifier: MIT
#include "render/base/helper_process.h"

#include "render/base/helper_protocol.h"

#include <atomic>
#include <csignal>
#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <mutex>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>

namespace scaena::render {

namespace fs = std::filesystem;

namespace {

std::mutex whenDiedMutex;
std::function<void()> whenDied;
std::atomic<int> died = 0;

std::string pathOf(const std::string& program, const std::string& builtAt) {
    std::error_code error;
    const auto beside = fs::read_symlink("/proc/self/exe", error).parent_path() / program;
    return !error && fs::exists(beside, error) ? beside.string() : builtAt;
}

}

std::unique_ptr<HelperProcess> HelperProcess::start(const std::string& program, const std::string& builtAt,
                                                    int patience) {
    int sockets[2];
    if (::socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, sockets) != 0) {
        return nullptr;
    }
    Descriptor ours(sockets[0]);
    const Descriptor theirs(sockets[1]);
    const timeval limit{patience, 0};
    ::setsockopt(ours.get(), SOL_SOCKET, SO_RCVTIMEO, &limit, sizeof limit);
    ::setsockopt(ours.get(), SOL_SOCKET, SO_SNDTIMEO, &limit, sizeof limit);
    posix_spawn_file_actions_t actions;
    ::posix_spawn_file_actions_init(&actions);
    ::posix_spawn_file_actions_adddup2(&actions, theirs.get(), 0);
    ::posix_spawn_file_actions_addopen(&actions, 1, "/dev/null", O_WRONLY, 0);
    ::posix_spawn_file_actions_addopen(&actions, 2, "/dev/null", O_WRONLY, 0);
    const auto path = pathOf(program, builtAt);
    std::string name = program;
    char* arguments[] = {name.data(), nullptr};
    pid_t process = -1;
    const int failed = ::posix_spawn(&process, path.c_str(), &actions, nullptr, arguments, environ);
    ::posix_spawn_file_actions_destroy(&actions);
    return failed == 0 ? std::unique_ptr<HelperProcess>(new HelperProcess(std::move(ours), process))
                       : nullptr;
}

HelperProcess::~HelperProcess() {
    ::kill(m_process, SIGKILL); // it has nothing to finish
    int status = 0;
    while (::waitpid(m_process, &status, 0) < 0 && errno == EINTR) {
    }
}

bool HelperProcess::send(const void* data, std::size_t size) const {
    return helper::sendAll(m_socket.get(), data, size);
}

bool HelperProcess::receive(void* data, std::size_t size) const {
    return helper::receiveAll(m_socket.get(), data, size);
}

int HelperProcess::deaths() { return died; }

void HelperProcess::tellDeaths(std::function<void()> told) {
    const std::lock_guard lock(whenDiedMutex);
    whenDied = std::move(told);
}

void HelperProcess::countDeath() {
    ++died;
    const std::lock_guard lock(whenDiedMutex);
    if (whenDied) {
        whenDied();
    }
}

}
