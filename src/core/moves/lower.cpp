// SPDX-License-Identifier: MIT
#include "core/moves/lower.h"

#include "core/moves/track_builder.h"

namespace scaena::moves {

motion::LoweredCue lower(const model::Cue& cue) {
    TrackBuilder tracks(cue);
    definitionOf(cue.move.kind).lower(tracks);
    return tracks.take();
}

}
