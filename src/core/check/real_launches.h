// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/launch_record.h"
#include "core/model/sequence.h"

namespace scaena::check {

/// How long one gate took to load on people's devices, from when its loading could start.
struct MeasuredGate {
    GateId gate;
    std::size_t opened = 0, stayedShut = 0;
    Millis fast = 0, typical = 0, slow = 0; ///< of a tenth, half and nine tenths of the launches, to 10 ms
};

/// Many launches of one sequence, and what they say about it.
struct RealLaunches {
    std::size_t counted = 0;                     ///< records of this sequence, begun cold if any were
    std::size_t elsewhere = 0;                   ///< of other sequences, or begun otherwise
    std::map<std::string, std::size_t> outcomes; ///< how often each
    std::optional<Millis> shownTypical, shownSlow;
    double smooth = 1;                ///< part of the launches without a late frame
    std::vector<MeasuredGate> gates;  ///< those that were measured, in the sequence's order
    std::vector<std::string> unknown; ///< gates of the records the sequence does not have
};

/// A record belongs to the sequence if its name is the sequence's; if none does, all do.
[[nodiscard]] RealLaunches measured(const model::Sequence& sequence,
                                    const std::vector<model::LaunchRecord>& records);

/// The sequence with the measured times as its gates' own.
[[nodiscard]] model::Sequence withMeasuredTimes(model::Sequence sequence, const RealLaunches& launches);

}
