// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Changes of the times of several cues at once.
namespace scaena::edit {

using model::Sequence;

/// When a cue plays under the conditions of the moment, in ms after the tap.
struct CueTime {
    CueId cue;
    Millis start = 0, end = 0;
};

/// All of them by the same time. A cue that hangs on another one of them comes along by itself.
[[nodiscard]] Sequence moveCues(Sequence sequence, const std::vector<CueId>& cues, Millis by);

/// Everything takes `factor` times as long: offsets, lengths, and the lengths of beats all of whose cues are
/// among them.
[[nodiscard]] Sequence scaleTime(Sequence sequence, const std::vector<CueId>& cues, double factor);

enum class Edge { Start, End };
/// All begin (or end) when the first (the last) of them does.
[[nodiscard]] Sequence alignCues(Sequence sequence, const std::vector<CueTime>& cues, Edge edge);

/// One after another, each `step` ms after the one before, in the order given; the first stays where it is.
[[nodiscard]] Sequence staggerCues(Sequence sequence, const std::vector<CueTime>& cues, Millis step);

/// Cues begin at the times somebody tapped, in the order given. With fewer times than cues the rest stays.
[[nodiscard]] Sequence setCueTimes(Sequence sequence, const std::vector<CueTime>& cues,
                                   const std::vector<Millis>& times);

/// Hangs one cue on another (with or after it), directly behind or beside it. Not if that closed a circle or
/// led to a later beat.
[[nodiscard]] Sequence chainCue(Sequence sequence, const CueId& cue, model::AnchorKind kind,
                                const CueId& other);
/// Lets a chained cue hang on its beat again, at the time at which it plays.
[[nodiscard]] Sequence unchainCue(Sequence sequence, const CueId& cue, Millis start, Millis beatStart);

[[nodiscard]] Sequence removeCues(Sequence sequence, const std::vector<CueId>& cues);

}
