// SPDX-License-Identifier: MIT
#pragma once

#include "core/edit/time_edits.h"

#include <functional>

namespace scaena::edit {

/// Gives a layer a pose at the needle, which lies in `beat`. A poses cue of the layer that plays at that time
/// gets a keyframe there; one that ended before it in the same beat is lengthened up to it; else a new one of
/// up to `kPoseLength` ms ends there. Only what `pose` names is animated. `times` are those of the layer's
/// cues. `cue` tells which one it became.
inline constexpr Millis kPoseLength = 400;
/// Tells a pose in dp as that cue tells its own (schedule::poseFor).
using PoseTeller = std::function<model::Pose(const model::Cue&, const model::Pose&)>;
[[nodiscard]] Sequence poseAt(Sequence sequence, const LayerId& layer, const BeatId& beat, Millis beatStart,
                              const std::vector<CueTime>& times, Millis needle, const model::Pose& pose,
                              const PoseTeller& told, CueId& cue);

/// Wherever the layer has a pose with the same values as `from` has, it gets those of `to`. Returns how many
/// there are in `changed`.
[[nodiscard]] Sequence changeSamePoses(Sequence sequence, const LayerId& layer, const model::Pose& from,
                                       const model::Pose& to, const PoseTeller& told, int& changed);

/// The keyframe is taken out; a cue without any left goes as well.
[[nodiscard]] Sequence removePose(Sequence sequence, const CueId& cue, std::size_t pose);

}
