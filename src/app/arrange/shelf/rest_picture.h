// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"
#include "render/frames/scene.h"

#include <QImage>
#include <QPolygonF>

namespace scaena::app {

/// A move in one picture that stands still. Where the layer moves, its earlier places are seen paler behind
/// the last, with the way between them; where it stays in place, strips from left to right are of its start,
/// its way and its end.
struct RestPicture {
    QImage image;
    QPolygonF way; ///< of the middle, in parts of the picture's side; empty where it stays in place
};

/// One moment of a small screen of `dp` a side in the middle of the schedule's own, as so many pixels a side;
/// `onlyGround`: without all but its lowest layer.
[[nodiscard]] QImage paintSmall(const render::Scene& scene, const schedule::Schedule& schedule, double t,
                                double dp, int side, bool onlyGround = false);

/// Of the move that plays from `from` for `span` ms; the layers above the lowest are what moves, or the
/// lowest alone.
[[nodiscard]] RestPicture restPicture(const render::Scene& scene, const schedule::Schedule& schedule,
                                      double from, double span, double dp, int side);

}
