// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"
#include "core/model/cue.h"

namespace scaena::model {

/// A row of cues that can be put into any sequence, where they become ordinary cues. Ids and anchors hold
/// among its own cues; offsets of those that hang on no other one count from the phrase's start. A cue's
/// `layer` is the one it was copied from, empty if any will do; beats mean nothing here.
struct Phrase {
    std::string name;
    std::string says; ///< what it looks like, in a few words
    std::vector<Cue> cues;
    bool operator==(const Phrase&) const = default;
};

/// What no sequence could hold of it: lengths, repeats and parameters out of range, too many cues. Phrases
/// come from the clipboard and from files, as sequences do.
[[nodiscard]] Problems validate(const Phrase& phrase);

}
