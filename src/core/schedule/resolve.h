// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"
#include "core/schedule/timekeeper.h"

namespace scaena::schedule {

/// Gives every beat, cue and gate its absolute time, and every property its values. Deterministic; the
/// sequence must be valid (model::validate).
[[nodiscard]] Schedule resolve(std::shared_ptr<const model::Sequence> sequence, const Conditions& conditions);
[[nodiscard]] Schedule resolve(const model::Sequence& sequence, const Conditions& conditions);
/// The same of a plan made for the conditions' target.
[[nodiscard]] Schedule resolve(plan::PlanPtr plan, const Conditions& conditions);

}
