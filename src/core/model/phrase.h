// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/cue.h"

#include <string>
#include <vector>

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

}
