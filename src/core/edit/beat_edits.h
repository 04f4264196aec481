// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Changes of beats, gates and takes.
namespace scaena::edit {

using model::Sequence;

/// A new beat behind `after`, which must not be the hand-off. Only play, hold and wait can be added.
[[nodiscard]] Sequence addBeat(Sequence sequence, const BeatId& after, model::BeatKind kind,
                               const std::string& name, BeatId& made);
/// Cuts a play or hold in two, `offset` ms after its start; `length` is how long it lasts now. Cues that
/// begin later go with the second half, at the same time as before.
[[nodiscard]] Sequence splitBeat(Sequence sequence, const BeatId& beat, Millis offset, Millis length,
                                 BeatId& made);
/// The beat again, behind itself, with all its cues; nothing of the opening or the hand-off, nor beyond the
/// format's bounds.
[[nodiscard]] Sequence duplicateBeat(Sequence sequence, const BeatId& beat, BeatId& made);
/// Its cues go to the beat before it (after the opening, to the one behind it), as far as they can play
/// there.
[[nodiscard]] Sequence removeBeat(Sequence sequence, const BeatId& beat);
/// One step towards the start (-1) or the end (1), between opening and hand-off.
[[nodiscard]] Sequence shiftBeat(Sequence sequence, const BeatId& beat, int by);
[[nodiscard]] Sequence renameBeat(Sequence sequence, const BeatId& beat, const std::string& name);

/// Whether the beat plays for that kind of start. A list that says what would be without it is taken away.
[[nodiscard]] Sequence setPlays(Sequence sequence, const BeatId& beat, model::StartKind start, bool plays);
/// The beat plays the first time the app is started, and for no other start.
[[nodiscard]] Sequence playOnlyFirst(Sequence sequence, const BeatId& beat);
/// Names the gate among those the wait needs, or takes its name away. With none named it needs all that are
/// not optional. Nothing that could never end is made.
[[nodiscard]] Sequence setWaitsFor(Sequence sequence, const BeatId& wait, const GateId& gate, bool waits);

/// What the gate's loading starts with; `beat` for GateStart::Beat. Nothing that could never end is made.
[[nodiscard]] Sequence setGateStart(Sequence sequence, const GateId& gate, model::GateStart start,
                                    const BeatId& beat = {});
/// Whether the gate's loading starts only once the other has opened. No circles are made.
[[nodiscard]] Sequence setNeeds(Sequence sequence, const GateId& gate, const GateId& other, bool needs);

/// A gate that takes 500 ms typically. If no wait is there, one is added before the hand-off.
[[nodiscard]] Sequence addGate(Sequence sequence, const std::string& name, GateId& made);
[[nodiscard]] Sequence removeGate(Sequence sequence, const GateId& gate);
[[nodiscard]] Sequence renameGate(Sequence sequence, const GateId& gate, const std::string& name);

/// Keeps the present timing under a name.
[[nodiscard]] Sequence keepTake(Sequence sequence, const std::string& name, TakeId& made);
/// Puts the take's timing in the place of the present one. Cues whose layer is gone by now are left out.
[[nodiscard]] Sequence goBackTo(Sequence sequence, const TakeId& take);
[[nodiscard]] Sequence removeTake(Sequence sequence, const TakeId& take);
[[nodiscard]] Sequence renameTake(Sequence sequence, const TakeId& take, const std::string& name);

}
