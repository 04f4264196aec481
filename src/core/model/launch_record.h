// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"
#include "core/base/times.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace scaena::model {

/// What one launch on somebody's device told when it was over (docs/exporters/contract.md). Times are ms
/// after its start.
struct LaunchRecord {
    std::string launch;                            ///< the sequence's name
    std::string start;                             ///< "cold", "warm" …
    Millis firstFrame = 0;                         ///< when the show began
    std::map<GateId, std::optional<Millis>> gates; ///< when each opened; nothing: it did not
    std::string outcome;                           ///< in lower case without marks: "complete", "wenton" …
    std::optional<Millis> shown;
    int lateFrames = 0;
};

}
