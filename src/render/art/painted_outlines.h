// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <QPainterPath>

namespace scaena::render {

/// Paths as the painter fills them right.
///
/// The painter adds up how much of a pixel each edge covers before it asks how often a place is wound round,
/// so that edges running along each other within a pixel come out bold or as gaps; and its outlines of
/// strokes are wrong where a bend is nearer than half the width. Where that can happen the union of all there
/// is takes the path's place, as polygons (by Clipper). `fine`: what a curve may be off by; `pixel`: what is
/// taken for within a pixel; both in the path's units.

/// What may be spent on all outlines of one picture; then the rest is painted as it is.
struct OutlineEffort {
    int steps = 400'000; ///< places along edges that are looked at, and pieces of strokes
    [[nodiscard]] bool isSpent() const { return steps <= 0; }
};

/// The same area without edges that run along each other.
[[nodiscard]] QPainterPath filledOutline(const QPainterPath& path, double fine, double pixel,
                                         OutlineEffort& effort);

/// What the stroke covers.
[[nodiscard]] QPainterPath strokedOutline(const art::Path& path, const art::Stroke& stroke, double fine,
                                          OutlineEffort& effort);

}
