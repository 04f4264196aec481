// SPDX-License-Identifier: MIT
#pragma once

#include "core/check/finding.h"
#include "core/plan/plan.h"

namespace scaena::check {

/// What jumps where the app takes over on the plan's target: of each layer, and of the ground, the worst
/// among all devices and both appearances. Each can be mended as far as the sequence decides it.
[[nodiscard]] std::vector<Finding> seamFindings(const plan::PlanPtr& plan);

}
