// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

namespace scaena::edit {

using model::Sequence;

/// Ready-made ways from the launch picture to the first screen. Each becomes ordinary cues on both sides.
enum class Transition { CrossFade, SlideUp, SlideAside, Iris, ScaleThrough, PanelToHeader, FlyToPlace };
inline constexpr std::size_t kTransitions = 7;

struct TransitionInfo {
    const char* name;
    const char* does;
};
[[nodiscard]] const TransitionInfo& transitionInfo(Transition transition);

/// Puts the transition's cues in the place of all cues of the hand-off. `hero` is the layer that plays the
/// leading part (the logo); empty: the opening's icon. The first screen is complete and opaque beneath all
/// the while. The beat's length becomes that of its cues.
[[nodiscard]] Sequence setTransition(Sequence sequence, Transition transition, const LayerId& hero);

/// The layer a transition would lead with if none is named: the opening's icon, else the foremost artwork,
/// image or clip.
[[nodiscard]] LayerId leadingLayer(const Sequence& sequence);

}
