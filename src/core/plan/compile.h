// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"

namespace scaena::plan {

/// The plan of a valid sequence (model::validate) on a target. Costs O(n log n) for n things.
[[nodiscard]] PlanPtr compile(std::shared_ptr<const model::Sequence> sequence, const Target& target);
[[nodiscard]] PlanPtr compile(const model::Sequence& sequence, const Target& target);

}
