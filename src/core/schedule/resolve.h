// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// Gives every beat, cue and gate its absolute time. Deterministic; the sequence must be valid
/// (model::validate). docs/time-model.md states the rules.
[[nodiscard]] Schedule resolve(std::shared_ptr<const model::Sequence> sequence, const Conditions& conditions);
[[nodiscard]] Schedule resolve(const model::Sequence& sequence, const Conditions& conditions);

/// How long an endless wait is shown in previews.
inline constexpr Millis kEndlessShown = 6000;

}
