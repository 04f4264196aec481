// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"

namespace scaena::exporting {

/// The Kotlin file with the sequence as data: `object MoraineHutsLaunch`.
[[nodiscard]] std::string kotlinData(const AndroidBuild& build, const std::vector<LayerDrawable>& drawables);

/// The expression `LaunchTiming(…)` alone, which needs no Android classes. `indent` is of its first line.
[[nodiscard]] std::string kotlinTiming(const Plans& plans);

}
