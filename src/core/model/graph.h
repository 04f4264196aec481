// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::model {

/// Gates that wait for each other in a circle, in order; empty if there are none.
[[nodiscard]] std::vector<GateId> gateCycle(const Sequence& sequence);
/// Cues that hang on each other in a circle, in order; empty if there are none.
[[nodiscard]] std::vector<CueId> cueCycle(const Sequence& sequence);

/// Indices of gates such that each comes after the gates it needs. The sequence must have no cycle of gates.
[[nodiscard]] std::vector<int> gatesInOrder(const Sequence& sequence);

/// Indices of cues such that each comes after the cue it is anchored to and after all cues of earlier beats.
/// The sequence must be valid.
[[nodiscard]] std::vector<int> cuesInOrder(const Sequence& sequence);
/// The same of cues by their indices: for each the cue it hangs on, or -1, and its beat, of so many beats.
[[nodiscard]] std::vector<int> playOrder(const std::vector<int>& others, const std::vector<int>& beats,
                                         std::size_t count);

}
