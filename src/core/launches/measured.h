// SPDX-License-Identifier: MIT
#pragma once

#include "core/launches/quantiles.h"
#include "core/launches/record.h"
#include "core/model/sequence.h"

namespace scaena::launches {

/// How long one gate took to load on people's devices, from when its loading could start.
struct MeasuredGate {
    GateId gate;
    std::size_t opened = 0, stayedShut = 0;
    LoadingTimes times; ///< where any opened
};

/// Many launches of one sequence, and what they say about it.
struct RealLaunches {
    std::size_t counted = 0;                        ///< records of this sequence, begun cold if any were
    std::size_t elsewhere = 0;                      ///< of other sequences, or begun otherwise
    std::map<model::Outcome, std::size_t> outcomes; ///< how often each
    std::optional<Millis> shownTypical, shownSlow;
    double smooth = 1;                ///< part of the launches without a late frame
    std::vector<MeasuredGate> gates;  ///< those that were measured, in the sequence's order
    std::vector<std::string> unknown; ///< gates of the records the sequence does not have
};

/// A record belongs to the sequence if its name is the sequence's; if none does, all do.
[[nodiscard]] RealLaunches measured(const model::Sequence& sequence, const std::vector<Record>& records);

/// The sequence with the measured times as its gates' own.
[[nodiscard]] model::Sequence withMeasuredTimes(model::Sequence sequence, const RealLaunches& launches);

}
