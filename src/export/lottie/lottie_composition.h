// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/resolve.h"
#include "export/common/export_build.h"

namespace scaena::exporting {

/// The launch that a composition shows: typical loading, but for gates that open so late that each wait shows
/// what it has, a repeated cue for a whole round.
[[nodiscard]] schedule::Schedule shownSchedule(const plan::PlanPtr& plan, schedule::Conditions conditions);

/// The launch under the schedule's conditions as one composition, JSON text. What it cannot carry exactly is
/// said in the build's notes, once.
[[nodiscard]] std::string lottieComposition(ExportBuild& build, const schedule::Schedule& schedule);

}
