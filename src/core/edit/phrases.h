// SPDX-License-Identifier: MIT
#pragma once

#include "core/edit/time_edits.h"
#include "core/model/phrase.h"

namespace scaena::edit {

/// The phrases Scaena ships.
[[nodiscard]] const std::vector<model::Phrase>& standardPhrases();

/// The cues as a phrase that begins with the first of them. What hung on a cue that is not among them keeps
/// its time.
[[nodiscard]] model::Phrase phraseOf(const Sequence& sequence, const std::vector<CueTime>& cues,
                                     const std::string& name);

/// The cues of the phrase that would not be put onto that layer (or onto their own), since it cannot make
/// their moves.
[[nodiscard]] std::vector<model::Cue> leftOut(const Sequence& sequence, const model::Phrase& phrase,
                                              const LayerId& layer);

/// Puts the phrase's cues into a beat, `offset` ms after its start: all on `layer` if the phrase is of one
/// layer, else each on the layer it came from where there is one. Cues that layer cannot make are left out;
/// `made` names the new ones.
[[nodiscard]] Sequence insertPhrase(Sequence sequence, const model::Phrase& phrase, const LayerId& layer,
                                    const BeatId& beat, Millis offset, std::vector<CueId>& made);

}
