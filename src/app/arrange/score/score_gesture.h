// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/score_painter.h"
#include "app/document/preview.h"

#include <memory>

namespace scaena::app {

/// One drag on the score that needs both directions of the pointer: pulling a thread, a rubber band,
/// reordering lanes.
class ScoreGesture {
public:
    virtual ~ScoreGesture() = default;
    virtual void moveTo(QPointF at) = 0;
    virtual void paint(ScorePainter& painter) const = 0;
    virtual void finish() = 0;
    virtual void cancel() {}
};

struct GestureContext {
    Document& document;
    Preview& preview;
    Selection& selection;
    const ScoreLayout& layout;
};

/// The gesture that begins with a press there, or nothing. `adds`: what the rubber band catches is added to
/// the selection.
[[nodiscard]] std::unique_ptr<ScoreGesture> makeGesture(const GestureContext& context, const ScoreHit& hit,
                                                        QPointF at, bool adds);

}
