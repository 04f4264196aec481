// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/descriptor.h"

#include <functional>
#include <memory>
#include <string>
#include <sys/types.h>

namespace scaena::render {

/// One of the programs that draw what comes from anywhere, in a process of its own: it may die, and nothing
/// else happens. It is killed when this goes away. Used by one thread at a time.
class HelperProcess {
public:
    /// `program`: "scaena-clip", beside this program where it is installed, else where it was built
    /// (`builtAt`). `patience`: seconds an answer may take. Null if it cannot be started.
    [[nodiscard]] static std::unique_ptr<HelperProcess> start(const std::string& program,
                                                              const std::string& builtAt, int patience = 10);
    ~HelperProcess();
    HelperProcess(const HelperProcess&) = delete;
    HelperProcess& operator=(const HelperProcess&) = delete;

    /// False if it has died or was silent for too long.
    [[nodiscard]] bool send(const void* data, std::size_t size) const;
    [[nodiscard]] bool receive(void* data, std::size_t size) const;
    [[nodiscard]] pid_t process() const { return m_process; }

    /// How many have died over what they were given so far: pictures made meanwhile are not to be exported.
    [[nodiscard]] static int deaths();
    /// Calls `told`, from any thread, after each death.
    static void tellDeaths(std::function<void()> told);
    /// Counts one that did not do what it was asked for.
    static void countDeath();

private:
    HelperProcess(Descriptor socket, pid_t process) : m_socket(std::move(socket)), m_process(process) {}

    Descriptor m_socket;
    pid_t m_process;
};

}
