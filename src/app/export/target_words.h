// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/targets.h"

namespace scaena::app {

/// What a target is, as the Export room says it; for translation in its context.
struct TargetWords {
    plan::ExportId id;
    const char* about;
    const char* folder; ///< what to choose
};

[[nodiscard]] const TargetWords& wordsOf(plan::ExportId exportId);

/// Width of the Export room's left page.
inline constexpr int kLeftPage = 420;

}
