// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/base/row_name.h"
#include "core/model/beat.h"

namespace scaena::schedule {

inline constexpr std::array<std::string_view, 5> kDeviceNames = {"tall-phone", "small-phone", "quick-phone",
                                                                 "foldable", "tablet"};
using DeviceId = RowName<kDeviceNames>;

/// A made-up device of a common size. Sizes in dp, upright.
struct Device {
    DeviceId id;
    std::string name; ///< as the conditions sentence says it: "tall phone"
    Size screen;
    double cornerRadius = 0;
    double statusBar = 24;
    double navigationBar = 16;
    double density = 2.625;   ///< pixels a dp
    Millis coldOpening = 600; ///< from the tap to the app's first own frame on a cold start
};

/// A row for each name, in their order.
[[nodiscard]] const std::vector<Device>& devices();
[[nodiscard]] const Device& deviceOf(DeviceId id);

/// The screen as it is held.
[[nodiscard]] Size screenOf(const Device& device, bool landscape);

/// What the system's bars leave free of it.
[[nodiscard]] Rect safeAreaOf(const Device& device, bool landscape);

/// How long the opening lasts there. A first start has more to unpack than a cold one, a warm one only makes
/// the screen, a hot or re-created one shows no opening at all. The factors are estimates; docs/platforms.md
/// says so.
[[nodiscard]] Millis openingLength(const Device& device, model::StartKind start);

}
