// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/stage/stage_handles.h"
#include "app/arrange/stage/stage_snaps.h"
#include "app/document/preview.h"

#include <QString>
#include <memory>
#include <vector>

namespace scaena::app {

/// What a change on the stage means.
enum class PoseScope {
    Rest, ///< where the layer is at rest: wherever no cue moves it
    Here, ///< a pose at the needle: a keyframe of a poses cue
    Same  ///< the layer's pose wherever it is the same as here
};

struct StageModifiers {
    bool snaps = true;      ///< off with Alt
    bool keepsShape = true; ///< corners: off with Shift
    bool fromEdge = false;  ///< Ctrl: the opposite edge stays instead of the middle
};

/// One drag on the stage, from press to release. Everything it does is a transaction of the document.
class StageTool {
public:
    StageTool(Document& document, Preview& preview, const LayerId& layer, Handle handle, PoseScope scope,
              QPointF pressedAt, double pixelsPerDp);

    void moveTo(QPointF point, StageModifiers modifiers);
    void finish();
    void cancel() { m_document.cancel(); }

    /// "x 12 · y −40", for beside the pointer.
    [[nodiscard]] const QString& numbers() const { return m_numbers; }
    [[nodiscard]] const std::vector<Guide>& guides() const { return m_guides; }
    [[nodiscard]] Handle handle() const { return m_handle; }

private:
    void move(QPointF by, bool snaps);
    QString standAtParts(model::Place& place, const StageSnaps::Found& found) const;
    void resize(QPointF point, StageModifiers modifiers);
    void turn(QPointF point, bool snaps);
    void shiftPivot(QPointF point, bool snaps);
    void shiftIcon(QPointF by, bool snaps);
    void sizePlate(QPointF point, bool snaps);
    /// Newer Android's own frame shows its icon where the opening says, wherever the layer rests.
    [[nodiscard]] bool isSystemsIcon() const;
    void apply(const model::Pose& pose, model::Sequence rest);
    [[nodiscard]] QString verb() const;
    [[nodiscard]] bool landscape() const;

    Document& m_document;
    Preview& m_preview;
    edit::SequencePtr m_before; ///< the document at the press; every step starts from it
    std::shared_ptr<const schedule::Schedule> m_schedule;
    int m_index;
    LayerId m_layer;
    Handle m_handle;
    PoseScope m_scope;
    QPointF m_pressedAt;
    double m_pixelsPerDp;
    schedule::LayerState m_state; ///< at the press
    model::Pose m_pose;           ///< what the cues gave it at the press
    QString m_numbers;
    std::vector<Guide> m_guides;
    StageSnaps m_snaps;
    bool m_changed = false;
};

/// The layer as it is seen at that moment: in the opening, where the system shows it.
[[nodiscard]] schedule::LayerState seenState(const schedule::Schedule& schedule, int layer, double t);
/// What the cues give a layer at that moment.
[[nodiscard]] model::Pose poseOf(const schedule::Schedule& schedule, int layer, double t);

}
