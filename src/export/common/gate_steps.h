// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

#include <functional>

namespace scaena::exporting {

/// How the steps of an export for a script or for Dart speak of gates.
struct GateWords {
    std::string launch;                                  ///< the object that is told: "moraineHutsLaunch"
    std::string promise;                                 ///< what the language has: "promise", "future"
    std::function<std::string(const model::Gate&)> name; ///< of a gate in code
    std::function<std::string(const model::Gate&)> work; ///< an expression that loads
};

/// Lines that tell what has loaded, each gate when its work is done; a comment if there are no gates.
[[nodiscard]] std::string gateSteps(const model::Sequence& sequence, const GateWords& words);

/// Lines that open every gate at once, for an example test.
[[nodiscard]] std::string openEachGate(const model::Sequence& sequence, const GateWords& words);

/// What the texts say that are shown with a message: to be read out.
[[nodiscard]] std::vector<std::string> spokenMessages(const model::Sequence& sequence);

}
