// SPDX-License-Identifier: MIT
#include "core/schedule/devices.h"

#include <cmath>

namespace scaena::schedule {

const std::vector<Device>& devices() {
    static const std::vector<Device> list = {
        {"tall-phone", "tall phone", {412, 915}, 34, 32, 16, 2.625, 600},
        {"small-phone", "small phone", {360, 640}, 0, 24, 48, 2.0, 950},
        {"quick-phone", "quick phone", {430, 932}, 48, 44, 20, 3.0, 320},
        {"foldable", "open foldable", {673, 841}, 24, 32, 16, 2.625, 480},
        {"tablet", "tablet", {800, 1280}, 18, 24, 16, 2.0, 700},
    };
    return list;
}

const Device& deviceOf(DeviceId id) { return devices()[id.row()]; }

Size screenOf(const Device& device, bool landscape) {
    return landscape ? Size{device.screen.height, device.screen.width} : device.screen;
}

Rect safeAreaOf(const Device& device, bool landscape) {
    const Size screen = screenOf(device, landscape);
    return {0, device.statusBar, screen.width, screen.height - device.statusBar - device.navigationBar};
}

Millis openingLength(const Device& device, model::StartKind start) {
    switch (start) {
    case model::StartKind::First:
        return static_cast<Millis>(std::lround(device.coldOpening * 1.3));
    case model::StartKind::Cold:
        return device.coldOpening;
    case model::StartKind::Warm:
        return static_cast<Millis>(std::lround(device.coldOpening * 0.4));
    default:
        return 0;
    }
}

}
