// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/beat.h"

namespace scaena::model {

/// What a gate's loading starts with, apart from the gates it needs.
enum class GateStart { Process, FirstFrame, Beat };
template <>
struct Words<GateStart> {
    static constexpr std::array<std::string_view, 3> list = {"process", "first-frame", "beat"};
};

/// Something that has to be loaded before the app can be shown.
struct Gate {
    GateId id;
    std::string name;
    GateStart start = GateStart::Process;
    BeatId beat;               ///< for GateStart::Beat
    std::vector<GateId> needs; ///< gates that have to be open before this one's loading starts
    Millis typical = 500, fast = 200, slow = 1500;
    std::optional<Millis> timeOut; ///< counted from the start of its loading
    TimeOutAction onTimeOut = TimeOutAction::GoOn;
    bool optional = false; ///< no wait needs it, the schedule only shows it
    Extras extras;
    bool operator==(const Gate&) const = default;
};

}
