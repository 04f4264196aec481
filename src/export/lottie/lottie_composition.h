// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"
#include "export/common/export_build.h"

namespace scaena::exporting {

/// The launch under the schedule's conditions as one composition, JSON text. What it cannot carry exactly is
/// said in the build's notes, once.
[[nodiscard]] std::string lottieComposition(ExportBuild& build, const schedule::Schedule& schedule);

}
