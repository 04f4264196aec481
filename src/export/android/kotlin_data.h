// SPDX-License-Identifier: MIT
#pragma once

#include "export/android/build.h"
#include "export/common/timing_tree.h"

namespace scaena::exporting {

/// How each layer is painted, as `LayerLook(…)`.
[[nodiscard]] std::vector<TimingTree::Named> kotlinLooks(const AndroidBuild& build,
                                                         const std::vector<LayerDrawable>& drawables);

/// The Kotlin file with the sequence as data: `object MoraineHutsLaunch`.
[[nodiscard]] std::string kotlinData(const AndroidBuild& build, const TimingTree& tree,
                                     const std::vector<TimingTree::Named>& looks);

/// Members of that object: `timing` and the lists it is made of. They need no Android classes. `word`: what
/// stands before the name.
[[nodiscard]] std::string kotlinTiming(const TimingTree& tree, const char* word = "val");

}
