// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <utility>

namespace scaena {

/// A file descriptor that is closed when it goes.
class Descriptor {
public:
    explicit Descriptor(int number = -1) : m_number(number) {}
    Descriptor(Descriptor&& other) noexcept : m_number(std::exchange(other.m_number, -1)) {}
    Descriptor& operator=(Descriptor&& other) noexcept {
        std::swap(m_number, other.m_number);
        return *this;
    }
    ~Descriptor();
    [[nodiscard]] bool isOpen() const { return m_number >= 0; }
    [[nodiscard]] int get() const { return m_number; }

private:
    int m_number;
};

/// False, with errno, if the disk does not take all of it.
[[nodiscard]] bool writeAll(int descriptor, const std::string& bytes);
/// False, with errno, if it cannot be read or has more than `limit` bytes.
[[nodiscard]] bool readAll(int descriptor, std::size_t limit, std::string& bytes);

}
