// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/timing_tree.h"

namespace scaena::exporting {

/// What of a player its sequence needs, by the names its marks have (docs/exporters/timing.md): all that the
/// timing and the looks say, and what follows from these.
/// `looks`: the names the looks use.
[[nodiscard]] UsedParts playerNeeds(const TimingTree& tree, UsedParts looks);

/// The names `playerNeeds` can give beside those of data. Each stands for another way to say something, which
/// data without it take.
[[nodiscard]] const UsedParts& namesOfNeeds();

}
