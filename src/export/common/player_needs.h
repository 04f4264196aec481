// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/timing_tree.h"

namespace scaena::exporting {

/// The players there are.
enum class Player { Android, Ios, Flutter, ReactNative, Web };

/// What of a player its sequence needs, by the names its marks have (docs/exporters/timing.md): all that the
/// timing and the looks say, what each player always asks of the timing, and what follows from these.
/// `looks`: the names the looks use.
[[nodiscard]] UsedParts playerNeeds(Player player, const TimingTree& tree, UsedParts looks);

/// The names `playerNeeds` can give beside those of data: what a mark may name.
[[nodiscard]] const UsedParts& namesOfNeeds();

}
