// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "export/common/timing_tree.h"

namespace scaena::exporting {

/// The sequence's timing as a constant of JavaScript and TypeScript, `declared` as it says, and what it
/// names. `easingType`: how TypeScript is told what the easings that several cues name are.
[[nodiscard]] std::string scriptTiming(const Plans& plans, const std::string& declared,
                                       const std::string& easingType = "");

/// The names of the gates as a list: "'session', 'feed'".
[[nodiscard]] std::string scriptGates(const model::Sequence& sequence);

/// What the texts say that are shown with a message, as a list: to be read out.
[[nodiscard]] std::string scriptMessages(const model::Sequence& sequence);

}
