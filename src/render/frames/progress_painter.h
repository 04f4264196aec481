// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/layer.h"

#include <QColor>
#include <QRectF>

class QPainter;

namespace scaena::render {

/// A progress layer in its box, `part` (0..1) of it reached.
void paintProgress(QPainter& painter, const model::ProgressContent& content, const QRectF& box, double part,
                   const QColor& colour, const QColor& track);

}
