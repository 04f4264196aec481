// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/frame.h"
#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// How long what has loaded takes to be shown as loaded by a progress layer.
inline constexpr Millis kCatchUp = 400;

/// The frame at `t` ms after the tap. A pure function of its arguments: any order of times gives the same
/// frames. Times outside the schedule give its first or last frame.
[[nodiscard]] Frame evaluate(const Schedule& schedule, double t);

/// The same into an existing frame, so that playing allocates nothing.
void evaluateInto(const Schedule& schedule, double t, Frame& frame);

/// One layer as the app draws it at `t`, whether it can be seen or not; for handles, ghosts and paths.
[[nodiscard]] LayerState stateOf(const Schedule& schedule, int layer, double t);

/// How far the cues have it from its place then, in dp, whatever its ways are told in.
[[nodiscard]] Point wayAt(const Schedule& schedule, int layer, double t);

/// From the layer's own box (its middle is the origin, dp) to the screen.
[[nodiscard]] Matrix toScreen(const LayerState& state);

/// Centre of a layer's place in the opening's static frame: some systems hold it to its anchor point alone.
[[nodiscard]] Point openingCentre(const model::Place& place, const plan::OpeningTraits& traits,
                                  const model::PlacesOn& on);

/// The place a layer has in the opening's static frame on a screen of that size.
[[nodiscard]] const model::Place& openingPlace(const model::Layer& layer, const plan::OpeningTraits& traits,
                                               Size screen);

/// Whether a window's background, a mere list of pictures, can show a layer of that kind.
[[nodiscard]] bool canBeStatic(model::LayerKind kind);

/// Size the opening's icon has in a system frame with a mask: at most the visible circle's diameter.
[[nodiscard]] Size openingIconSize(const model::Layer& icon, const plan::OpeningTraits& traits);

}
