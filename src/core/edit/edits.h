// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"
#include "core/moves/definition.h"

/// The ways to change a sequence: pure functions that give a new value. Each takes ids; an id that names
/// nothing gives the sequence back unchanged. Times and numbers are brought into the bounds of the file
/// format.
namespace scaena::edit {

using model::Sequence;

/// Whether that layer can make that move: its kind allows it, and a travel has somewhere to go.
[[nodiscard]] bool canMove(const Sequence& sequence, const LayerId& layer, model::MoveKind kind);

// Cues
[[nodiscard]] Sequence moveCue(Sequence sequence, const CueId& cue, Millis by);
/// Changes where the cue begins without moving its end.
[[nodiscard]] Sequence trimCueStart(Sequence sequence, const CueId& cue, Millis by);
[[nodiscard]] Sequence setCueLength(Sequence sequence, const CueId& cue, Millis length);
[[nodiscard]] Sequence setCueAnchor(Sequence sequence, const CueId& cue, const model::CueAnchor& anchor);
/// The cue belongs to another beat, as long after its start (or end) as in the one before, or to another
/// layer. Nothing changes where what hangs on it, or its move, could not be there.
[[nodiscard]] Sequence setCueBeat(Sequence sequence, const CueId& cue, const BeatId& beat);
[[nodiscard]] Sequence setCueLayer(Sequence sequence, const CueId& cue, const LayerId& layer);
/// Another move with its own defaults; parameters both know are kept.
[[nodiscard]] Sequence setMoveKind(Sequence sequence, const CueId& cue, model::MoveKind kind);
[[nodiscard]] Sequence setMoveParameter(Sequence sequence, const CueId& cue, const std::string& key,
                                        const model::MoveValue& value);
[[nodiscard]] Sequence setCueEasing(Sequence sequence, const CueId& cue,
                                    const std::optional<model::Easing>& easing);
[[nodiscard]] Sequence setCueRepeat(Sequence sequence, const CueId& cue, const model::Repeat& repeat);
/// Whether the player carries on what the system's picture has begun of a cue of the opening.
[[nodiscard]] Sequence setCueContinues(Sequence sequence, const CueId& cue, bool continues);
/// A new cue with the move's defaults, `offset` ms after the beat's start. Its id is in `made`.
[[nodiscard]] Sequence addCue(Sequence sequence, const LayerId& layer, const BeatId& beat, Millis offset,
                              model::MoveKind kind, CueId& made);
/// Whether there is a way of the cue's move that keeps its layer in sight, other than the one it has.
[[nodiscard]] bool canKeepInSight(const model::Cue& cue);
/// The cue's move as a layer makes it that is in sight already (model::standing).
[[nodiscard]] Sequence keepInSight(Sequence sequence, const CueId& cue);
/// The other way: the cue brings its layer in.
[[nodiscard]] Sequence bringIn(Sequence sequence, const CueId& cue);
[[nodiscard]] Sequence duplicateCue(Sequence sequence, const CueId& cue, CueId& made);
/// Cues that hung on it then hang on what it hung on, at the same time as before if that can be said.
[[nodiscard]] Sequence removeCue(Sequence sequence, const CueId& cue);

// Beats and gates
/// For a wait this is its `atLeast`.
[[nodiscard]] Sequence setBeatLength(Sequence sequence, const BeatId& beat, Millis length);
/// The three loading times of a gate, from quick to slow.
enum class GateTime { Fast, Typical, Slow };
/// One that would contradict the others carries them along: fast is never longer than typical, nor typical
/// than slow.
[[nodiscard]] Sequence setGateTime(Sequence sequence, const GateId& gate, GateTime which, Millis time);

}
