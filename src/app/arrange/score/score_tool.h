// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/score_layout.h"
#include "app/document/preview.h"

#include <memory>

namespace scaena::app {

/// One drag on the score, from press to release. It shows every step through the document's transaction;
/// letting go makes one undo step, Esc takes all of it back.
class ScoreTool {
public:
    virtual ~ScoreTool() = default;
    /// `time` is where the pointer is; `snap` whether edges attract.
    virtual void moveTo(double time, bool snap) = 0;
    virtual void finish() = 0;
    virtual void cancel() = 0;
};

/// What a tool works on.
struct ToolContext {
    Document& document;
    Preview& preview;
    const ScoreLayout& layout;
    std::vector<CueId> selected;
};

/// The tool for what was pressed, or nothing if it cannot be dragged.
[[nodiscard]] std::unique_ptr<ScoreTool> makeTool(const ToolContext& context, const ScoreHit& hit,
                                                  double time);

/// The nearest time worth snapping to (edges of beats and of other cues, openings of gates, the needle)
/// within `reach` ms of `time`, or `time` itself rounded to whole ms.
[[nodiscard]] Millis snapped(const schedule::Schedule& schedule, double time, double reach, double needle,
                             int exceptCue);

}
