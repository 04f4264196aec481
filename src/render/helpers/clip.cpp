// SPDX-License-Identifier: MIT
#include "render/base/helper_protocol.h"

#include <algorithm>
#include <rlottie.h>
#include <string>
#include <vector>

/// scaena-clip: draws the frames of one clip for a window or an export, over the socket it is given as its
/// standard input (helper_protocol.h). A clip comes from anywhere and is drawn by somebody else's library:
/// what goes wrong in it ends this process and nothing else. It ends when the socket is closed, which the
/// system does when whoever started it is gone.
int main() {
    using namespace scaena::helper;
    constexpr int kSocket = 0;
    limitThisProcess(600);
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
    Frame order;
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
