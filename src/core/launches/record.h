// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/ids.h"
#include "core/base/times.h"
#include "core/model/beat.h"
#include "core/model/outcome.h"

#include <map>
#include <optional>
#include <string>

namespace scaena::launches {

/// What one launch on somebody's device told when it was over (docs/exporters/contract.md). Times are ms
/// after its start.
struct Record {
    std::string launch;                            ///< the sequence's name
    std::optional<model::StartKind> start;         ///< nothing: a word no player writes
    Millis firstFrame = 0;                         ///< when the show began
    std::map<GateId, std::optional<Millis>> gates; ///< when each opened; nothing: it did not
    std::optional<model::Outcome> outcome;         ///< nothing: a word no player writes
    std::optional<Millis> shown;
    int lateFrames = 0;
};

}
