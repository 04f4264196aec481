// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::edit {

enum class Kind { Sequence, Colour, Layer, Beat, Gate, Cue };
enum class ChangeKind { Added, Removed, Changed };

struct Change {
    Kind kind = Kind::Sequence;
    std::string id; ///< of that kind; empty for Sequence
    ChangeKind how = ChangeKind::Changed;
    bool operator==(const Change&) const = default;
};

/// What differs between two values of the document. A changed order counts as a change of Kind::Sequence.
struct ChangeSet {
    std::vector<Change> changes;
    [[nodiscard]] bool isEmpty() const { return changes.empty(); }
    [[nodiscard]] bool touches(Kind kind) const;
};

[[nodiscard]] ChangeSet compare(const model::Sequence& before, const model::Sequence& after);

}
