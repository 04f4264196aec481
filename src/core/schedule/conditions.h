// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/plan/targets.h"
#include "core/schedule/devices.h"

namespace scaena::schedule {

/// How long the gates take: their own typical, fast or slow time, or they never open.
enum class Loading { Typical, Fast, Slow, Never };

/// What a preview or a schedule assumes. View state, never part of a document.
struct Conditions {
    plan::TargetId target = "android12";
    DeviceId device = "tall-phone";
    bool landscape = false;
    model::Appearance appearance = model::Appearance::Light;
    model::StartKind start = model::StartKind::Cold;
    Loading loading = Loading::Typical;
    std::map<GateId, Millis>
        gateTimes; ///< loading times of single gates that override `loading`; kNever: never opens
    bool reducedMotion = false;
    bool operator==(const Conditions&) const = default;
};

}

template <>
struct scaena::model::Words<scaena::schedule::Loading> {
    static constexpr std::array<std::string_view, 4> list = {"typical", "fast", "slow", "never"};
};
