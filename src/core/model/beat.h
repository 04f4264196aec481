// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"
#include "core/base/times.h"
#include "core/model/extras.h"
#include "core/model/words.h"

#include <optional>
#include <string>
#include <vector>

namespace scaena::model {

enum class BeatKind { Opening, Play, Hold, Wait, HandOff };
template <>
struct Words<BeatKind> {
    static constexpr std::array<std::string_view, 5> list = {"opening", "play", "hold", "wait", "hand-off"};
};

enum class TimeOutAction { GoOn, Offline, Message };
template <>
struct Words<TimeOutAction> {
    static constexpr std::array<std::string_view, 3> list = {"go-on", "offline", "message"};
};

/// Whether a beat gives way once everything needed has loaded.
enum class Yield { Never, AfterCues, AtOnce };
template <>
struct Words<Yield> {
    static constexpr std::array<std::string_view, 3> list = {"never", "after-cues", "at-once"};
};

/// One span of the launch. Opening comes first and takes its length from the conditions, hand-off comes last.
struct Beat {
    BeatId id;
    std::string name;
    BeatKind kind = BeatKind::Play;
    std::optional<Millis> length; ///< play, hold, hand-off; without: the end of the beat's last cue
    std::vector<GateId> gates;    ///< wait: the gates it needs; empty: all that are not optional
    Millis atLeast = 0;           ///< wait
    std::optional<Millis> atMost; ///< wait
    TimeOutAction onTimeOut = TimeOutAction::GoOn; ///< wait: what happens at `atMost`
    Yield yield = Yield::Never;                    ///< play, hold
    Millis blend = 120; ///< length of the blend to the beat's final state when it yields
    Extras extras;
    bool operator==(const Beat&) const = default;
};

/// What kind of start a launch is. Re-created: the system rebuilt the screen, for example after turning the
/// device.
enum class StartKind { First, Cold, Warm, Hot, Recreated };
template <>
struct Words<StartKind> {
    static constexpr std::array<std::string_view, 5> list = {"first", "cold", "warm", "hot", "recreated"};
};
inline constexpr std::size_t kStartKinds = 5;

}
