// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/score_layout.h"
#include "app/document/preview.h"
#include "app/document/selection.h"

#include <memory>

namespace scaena::app {

class ScorePainter;

/// One drag on the score, from press to release: of a cue, an edge, the needle, a thread, a lane, a band
/// around cues. What changes the document is shown at every step through its transaction; letting go makes
/// one undo step, Esc takes all of it back.
class ScoreDrag {
public:
    virtual ~ScoreDrag() = default;
    /// `snaps`: edges attract.
    virtual void moveTo(QPointF at, bool snaps) = 0;
    /// What is seen of the drag itself, over the page.
    virtual void paint(ScorePainter&) const {}
    virtual void finish() = 0;
    virtual void cancel() {}
    /// While it lasts the axis keeps still, or the thing would run away from under the pointer.
    [[nodiscard]] virtual bool keepsAxis() const { return false; }
};

/// What a drag works on.
struct DragContext {
    Document& document;
    Preview& preview;
    Selection& selection;
    const ScoreLayout& layout;
    std::shared_ptr<const schedule::Schedule> shown; ///< what the layout is of, when the drag begins
};

/// The drag that begins with a press there; nothing if that cannot be dragged. `adds`: what a band catches is
/// added to the selection.
[[nodiscard]] std::unique_ptr<ScoreDrag> makeDrag(const DragContext& context, const ScoreHit& hit, QPointF at,
                                                  bool adds);

/// Those along the axis, and those that need both directions of the pointer.
[[nodiscard]] std::unique_ptr<ScoreDrag> makeTimeDrag(const DragContext& context, const ScoreHit& hit,
                                                      double time);
[[nodiscard]] std::unique_ptr<ScoreDrag> makePlaceDrag(const DragContext& context, const ScoreHit& hit,
                                                       QPointF at, bool adds);

/// The nearest time worth snapping to (edges of beats and of other cues, openings of gates, the needle)
/// within `reach` ms of `time`, or `time` itself rounded to whole ms.
[[nodiscard]] Millis snapped(const schedule::Schedule& schedule, double time, double reach, double needle,
                             int exceptCue);

}
