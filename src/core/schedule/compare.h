// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// What differs between two timings, in words and numbers, the most telling first: when the first screen is
/// shown, how long the wait is for the show alone, lengths of beats, cues added, removed or changed. Empty if
/// nothing differs.
[[nodiscard]] std::vector<std::string> differences(const Schedule& from, const Schedule& to);

/// The sequence with the take's timing in the place of its own.
[[nodiscard]] model::Sequence withTake(const model::Sequence& sequence, const model::Take& take);

}
