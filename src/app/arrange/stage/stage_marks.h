// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/stage/stage_tool.h"

#include <QPainter>

namespace scaena::app {

/// What lies over the picture while designing; the painter is in dp of the screen. `scale` is pixels a dp.
void paintHandles(QPainter& painter, const StageHandles& handles, double scale, bool locked);
void paintGuides(QPainter& painter, const std::vector<Guide>& guides, Size screen, double scale);
/// The poses at the start and end of a cue and the way between.
void paintGhosts(QPainter& painter, const schedule::Schedule& schedule, int cue, double scale);
/// Numbers beside the pointer.
void paintNumbers(QPainter& painter, QPointF at, const QString& text, Size screen, double scale);

}
