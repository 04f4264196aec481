// SPDX-License-Identifier: MIT
#pragma once

#include "core/check/finding.h"
#include "core/schedule/schedule.h"

namespace scaena::check {

/// A property has, before its first cue, the value that cue starts from; so a move that comes in from nothing
/// takes its layer out of everything before it. Found by comparing two schedules of one document, before and
/// after an edit, under the same conditions: cues that are new or changed whose layer is no longer seen in
/// beats before theirs, where it was.
[[nodiscard]] std::vector<Finding> vanishing(const schedule::Schedule& before,
                                             const schedule::Schedule& after);

/// Whether the layer can be seen in the frame at that time: not faded, shut or shrunk to nothing.
[[nodiscard]] bool isSeen(const schedule::Schedule& schedule, int layer, double t);

}
