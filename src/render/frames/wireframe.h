// SPDX-License-Identifier: MIT
#pragma once

#include "render/frames/scene.h"

class QPainter;

namespace scaena::render {

/// The app's first screen: its screenshot scaled to cover the box, or its wireframe blocks from the top edge.
void paintFirstScreen(QPainter& painter, const PreparedLayer& prepared, const QRectF& box);

}
