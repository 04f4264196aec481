// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"
#include "core/motion/track.h"

#include <vector>

namespace scaena::schedule {

/// Uncovers a part of a layer; `progress` 1 shows all of it.
struct Reveal {
    motion::RevealShape shape;
    double progress = 1;
    bool operator==(const Reveal&) const = default;
};

/// One layer at one moment. Lengths in dp. The layer's box is turned about its centre after it was scaled
/// (what the pivot and the groups do is worked into `centre` and `outer`).
struct LayerState {
    int layer = -1; ///< index into the sequence's layers
    double opacity = 1;
    Point centre;
    Size size;            ///< of the unscaled box
    bool turned = false;  ///< stands in the box of its landscape place
    bool upright = false; ///< a backdrop with its picture for upright screens, on a wide one
    double scaleX = 1, scaleY = 1;
    double rotation = 0; ///< degrees, clockwise
    Reveal reveal;
    double draw = 1; ///< part of the outline that is drawn
    double fillFrom = 0.6;
    double progress = 0; ///< progress layers: part that has loaded
    double clip = 0;     ///< clips: part of the segment that has been played
    bool plain = false;  ///< a backdrop without its picture, its gradient by eighths of a turn
    Matrix outer;        ///< what its groups do to it, in screen coordinates; applied last
    double mask = 0;     ///< diameter of the circle the system cuts the layer to; 0: none
    Point maskCentre;    ///< it stays where it is when the layer moves
    bool operator==(const LayerState&) const = default;
};

/// Everything the painter sees of one moment.
struct Frame {
    double t = 0; ///< ms
    int beat = 0;
    bool system = false; ///< the system's own static frame, before the app draws
    Size screen;
    std::vector<LayerState> layers; ///< from back to front; only those that can be seen
    /// Whether both look alike, whenever they are seen.
    [[nodiscard]] bool looksLike(const Frame& other) const {
        return system == other.system && screen == other.screen && layers == other.layers;
    }
};

}
