// SPDX-License-Identifier: MIT
#include "render/base/clip_protocol.h"

#include <algorithm>
#include <rlottie.h>
#include <string>
#include <sys/resource.h>
#include <vector>

/// scaena-clip: draws the frames of one clip for a window or an export, over the socket it is given as its
/// standard input (clip_protocol.h). A clip comes from anywhere and is drawn by somebody else's library: what
/// goes wrong in it ends this process and nothing else. Memory and time are limited; it ends when the socket
/// is closed, which the system does when whoever started it is gone.
int main() {
    using namespace scaena::clip;
    constexpr int kSocket = 0;
    [[maybe_unused]] constexpr rlim_t kMostMemory = rlim_t(2) << 30;
    constexpr rlim_t kMostSeconds = 600; // of the processor, in all
#if !defined(__SANITIZE_ADDRESS__)       // whose bookkeeping alone takes terabytes of addresses
    const rlimit memory{kMostMemory, kMostMemory};
    ::setrlimit(RLIMIT_AS, &memory);
#endif
    const rlimit seconds{kMostSeconds, kMostSeconds};
    const rlimit noCore{0, 0};
    ::setrlimit(RLIMIT_CPU, &seconds);
    ::setrlimit(RLIMIT_CORE, &noCore);

    std::uint32_t length = 0;
    if (!receiveAll(kSocket, &length, sizeof length)) {
        return 1;
    }
    std::string json(length, '\0');
    if (!receiveAll(kSocket, json.data(), json.size())) {
        return 1;
    }
    const auto animation = rlottie::Animation::loadFromData(json, std::string(), std::string(), false);
    const auto frames = static_cast<std::uint32_t>(animation ? animation->totalFrame() : 0);
    if (!sendAll(kSocket, &frames, sizeof frames) || frames == 0) {
        return 1;
    }
    Order order;
    std::vector<std::uint32_t> pixels;
    while (receiveAll(kSocket, &order, sizeof order)) {
        const auto width = std::clamp(order.width, 1u, kLongestSide);
        const auto height = std::clamp(order.height, 1u, kLongestSide);
        pixels.assign(static_cast<std::size_t>(width) * height, 0);
        rlottie::Surface surface(pixels.data(), width, height, width * sizeof(std::uint32_t));
        animation->renderSync(std::min(order.frame, frames - 1), surface, false);
        if (!sendAll(kSocket, pixels.data(), pixels.size() * sizeof(std::uint32_t))) {
            return 1;
        }
    }
    return 0;
}
