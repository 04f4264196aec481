// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"

#include <cstddef>

/// Bounds on what a sequence may hold. They are far above real use; their purpose is that a hostile or broken
/// file is refused with a sentence instead of filling the memory.
namespace scaena::model::limits {

inline constexpr std::size_t kFileBytes = 16u << 20;
inline constexpr std::size_t kArtBytes = 8u << 20;
inline constexpr std::size_t kPictureBytes = 64u << 20; ///< pictures, clips and fonts
inline constexpr std::size_t kThings = 5000;            ///< layers, cues, beats, gates, colours: each
inline constexpr std::size_t kNameLength = 200;
inline constexpr std::size_t kTextLength = 2000;
inline constexpr Millis kLongest = 600'000; ///< any single length or offset: ten minutes
inline constexpr double kFarthest = 20'000; ///< any dp value
inline constexpr double kIconShift = 144;   ///< dp, half of the box newer Android draws an icon in
inline constexpr int kMostRepeats = 1000;
inline constexpr int kMostCopies = 24; ///< of one layer, with itself

}
