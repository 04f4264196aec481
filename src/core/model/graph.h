// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::model {

/// Things that wait for each other in a circle, in order; no ids if there are none.
struct Cycle {
    bool ofGates = false;
    std::vector<Id> ids;
};
[[nodiscard]] Cycle gateCycle(const Sequence& sequence);
[[nodiscard]] Cycle cueCycle(const Sequence& sequence);

/// Indices of gates such that each comes after the gates it needs. The sequence must have no cycle of gates.
[[nodiscard]] std::vector<int> gatesInOrder(const Sequence& sequence);

/// Indices of cues such that each comes after the cue it is anchored to and after all cues of earlier beats.
/// The sequence must be valid.
[[nodiscard]] std::vector<int> cuesInOrder(const Sequence& sequence);

}
