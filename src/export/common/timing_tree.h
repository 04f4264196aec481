// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"
#include "export/common/used_parts.h"

namespace scaena::exporting {

/// What one document does on each system that an export serves; they differ only in what they carry.
using Plans = std::vector<plan::PlanPtr>;

/// A sequence's timing as every player takes it. Beats, gates and layers are named by their places in these
/// lists. Cues stand in an order in which each comes after the one it hangs on.
struct TimingTree {
    struct Named {
        std::string name; ///< as the person wrote it; for a comment
        CodeValue value;
    };
    std::vector<Named> beats, gates, layers, cues;
    std::vector<Named> easings; ///< those that several cues name
    CodeList gateOrder;         ///< each gate after the ones it needs; empty: as they stand
    /// Which cue comes first for a property, and which of two that start together wins; empty: no matter.
    CodeList cueOrder;
};

/// The orders that have to be said, by their names in the players.
[[nodiscard]] std::vector<std::pair<const char*, CodeList>> ordersOf(const TimingTree& tree);

/// A cue that none of them carries is dropped,
/// one that only some carry is marked as the system's.
[[nodiscard]] TimingTree timingTree(const Plans& plans);

/// What of the timing the players need for it.
[[nodiscard]] UsedParts partsOf(const TimingTree& tree);
/// What a list of looks names.
[[nodiscard]] UsedParts partsOf(const std::vector<TimingTree::Named>& looks);

}
