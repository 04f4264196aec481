// SPDX-License-Identifier: MIT
#pragma once

#include <cerrno>
#include <cstddef>
#include <cstdint>
#include <sys/socket.h>

/// What the window and the process that draws its clips say to each other over a socket, in the machine's own
/// byte order: first the length of the clip and its JSON, answered by its number of frames (0: it cannot be
/// drawn); then orders, each answered by width × height pixels of premultiplied ARGB.
namespace scaena::clip {

struct Order {
    std::uint32_t frame = 0, width = 0, height = 0;
};

inline constexpr std::uint32_t kLongestSide = 2048;

/// False if the other side is gone.
inline bool sendAll(int socket, const void* data, std::size_t size) {
    const auto* at = static_cast<const char*>(data);
    while (size > 0) {
        const auto sent = ::send(socket, at, size, MSG_NOSIGNAL);
        if (sent < 0 && errno != EINTR) {
            return false;
        }
        at += sent > 0 ? sent : 0;
        size -= sent > 0 ? static_cast<std::size_t>(sent) : 0;
    }
    return true;
}

/// False if the other side is gone, or silent for longer than the socket's own limit.
inline bool receiveAll(int socket, void* data, std::size_t size) {
    auto* at = static_cast<char*>(data);
    while (size > 0) {
        const auto got = ::recv(socket, at, size, 0);
        if (got == 0 || (got < 0 && errno != EINTR)) {
            return false;
        }
        at += got > 0 ? got : 0;
        size -= got > 0 ? static_cast<std::size_t>(got) : 0;
    }
    return true;
}

}
