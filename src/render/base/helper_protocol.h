// SPDX-License-Identifier: MIT
#pragma once

#include <cerrno>
#include <cstddef>
#include <cstdint>
#include <sys/resource.h>
#include <sys/socket.h>

/// What the window and the programs that draw for it say to each other over a socket, in the machine's own
/// byte order.
namespace scaena::helper {

/// To scaena-clip: first the length of the clip and its JSON, answered by its number of frames (0: it cannot
/// be drawn); then orders, each answered by width × height pixels of premultiplied ARGB.
struct Frame {
    std::uint32_t frame = 0, width = 0, height = 0;
};

/// To scaena-art: one order, then the bytes of the SVG document and of the families its words ask for;
/// answered by an `Answer` and its bytes.
struct Drawing {
    enum Kind : std::uint32_t { Pixels, Outlines };
    std::uint32_t kind = Pixels, width = 0, height = 0, svgBytes = 0, familyBytes = 0;
};
struct Answer {
    std::uint32_t works = 0;   ///< 0: it cannot be drawn
    std::uint32_t hasFont = 1; ///< whether the first of the families, or a general one, is installed
    std::uint32_t bytes = 0;   ///< width × height pixels of premultiplied ARGB, or an SVG document
};

inline constexpr std::uint32_t kLongestSide = 2048;
inline constexpr std::uint32_t kMostSvg = std::uint32_t(64) << 20;

/// What comes from anywhere and is drawn by somebody else's library may ask for anything: memory and time are
/// limited, and no core is left behind.
inline void limitThisProcess(rlim_t seconds) {
#if !defined(__SANITIZE_ADDRESS__) // whose bookkeeping alone takes terabytes of addresses
    const rlimit memory{rlim_t(2) << 30, rlim_t(2) << 30};
    ::setrlimit(RLIMIT_AS, &memory);
#endif
    const rlimit processor{seconds, seconds};
    const rlimit noCore{0, 0};
    ::setrlimit(RLIMIT_CPU, &processor);
    ::setrlimit(RLIMIT_CORE, &noCore);
}

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
