// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::edit {

enum class Thing { Sequence, Colour, Layer, Beat, Gate, Cue };
enum class ChangeKind { Added, Removed, Changed };

struct Change {
    Thing thing = Thing::Sequence;
    std::string id; ///< of that kind of thing; empty for Sequence
    ChangeKind kind = ChangeKind::Changed;
    bool operator==(const Change&) const = default;
};

/// What differs between two values of the document. A changed order counts as a change of Thing::Sequence.
struct ChangeSet {
    std::vector<Change> changes;
    [[nodiscard]] bool isEmpty() const { return changes.empty(); }
    [[nodiscard]] bool touches(Thing thing) const;
};

[[nodiscard]] ChangeSet compare(const model::Sequence& before, const model::Sequence& after);

}
