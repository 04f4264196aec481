// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/sequence.h"

/// Signs that something is under way, without a measure of how far: ordinary layers and cues that loop for as
/// long as a wait lasts, which can be changed like any others.
namespace scaena::edit {

using model::Sequence;

enum class BusySign { Ring, Dots, Bar, Breath };
inline constexpr std::size_t kBusySigns = 4;

struct BusySignInfo {
    std::string_view name;
    std::string_view does; ///< "an open ring that runs round"
};
[[nodiscard]] const BusySignInfo& busySignInfo(BusySign sign);

/// The drawing of an open ring, as SVG in `currentColor`.
[[nodiscard]] std::string_view busyRingArt();

struct BusyMaterial {
    model::ColourRef ink, quiet; ///< what moves, and what it moves on
    std::string ringArt;         ///< path of the file that holds busyRingArt(); for a ring alone
    LayerId breathes;            ///< for a breath alone
};

/// The sign comes with the wait, moves while it lasts and goes with the beat behind it. `made`: its layer or
/// group, or the layer that breathes; empty, and nothing changed, where `wait` is no wait, or nothing can
/// breathe.
[[nodiscard]] Sequence addBusySign(Sequence sequence, BusySign sign, const BeatId& wait,
                                   const BusyMaterial& material, LayerId& made);

}
