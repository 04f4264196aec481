// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_drag.h"
#include "app/arrange/score/score_painter.h"
#include "app/widgets/phrasing.h"
#include "core/edit/beat_edits.h"
#include "core/edit/layer_edits.h"
#include "core/edit/time_edits.h"

#include <QApplication>
#include <algorithm>

namespace scaena::app {

namespace {

/// From a knob of one cue to another, which then hangs on it.
class ThreadDrag : public ScoreDrag {
public:
    ThreadDrag(const DragContext& context, int cue, bool after)
        : m_context(context), m_cue(cue), m_after(after), m_at(context.layout.knob(cue, after)) {}

    void moveTo(QPointF at, bool) override {
        m_at = at;
        const auto hit = m_context.layout.hit(at);
        const bool onCue = hit.part == ScoreHit::Part::Cue || hit.part == ScoreHit::Part::CueStart ||
                           hit.part == ScoreHit::Part::CueEnd;
        m_target = onCue && hit.index != m_cue ? hit.index : -1;
    }
    void paint(ScorePainter& painter) const override {
        painter.thread(m_context.layout.knob(m_cue, m_after), m_at,
                       m_target < 0 ? QRectF() : m_context.layout.cueRect(m_target));
    }
    void finish() override {
        if (m_target < 0) {
            return;
        }
        const auto& s = *m_context.document.sequence();
        const auto& follower = s.cues[static_cast<std::size_t>(m_target)];
        const CueId id = follower.id;
        const QString name = cueName(s, follower);
        m_context.document.apply(
            m_after ? QObject::tr("chain %1 after").arg(name) : QObject::tr("chain %1 with").arg(name),
            edit::chainCue(s, id, m_after ? model::AnchorKind::After : model::AnchorKind::With,
                           s.cues[static_cast<std::size_t>(m_cue)].id));
        m_context.selection.select(Selection::Kind::Cue, id);
    }

private:
    DragContext m_context;
    int m_cue;
    bool m_after;
    QPointF m_at;
    int m_target = -1;
};

/// From one gate to another, which then waits for it; pulled again, it no longer does.
class NeedDrag : public ScoreDrag {
public:
    NeedDrag(const DragContext& context, int gate, QPointF from)
        : m_context(context), m_gate(gate), m_from(from), m_at(from) {}

    void moveTo(QPointF at, bool) override {
        m_at = at;
        const auto hit = m_context.layout.hit(at);
        const bool onGate = hit.part == ScoreHit::Part::Gate || hit.part == ScoreHit::Part::GateEnd;
        const int over = onGate && hit.index != m_gate ? hit.index : -1;
        if (std::exchange(m_over, over) != over) { // whether it can be is asked once a gate
            m_target = over >= 0 && pulledTo(over) != sequence() ? over : -1;
        }
    }
    void paint(ScorePainter& painter) const override {
        if ((m_at - m_from).manhattanLength() >= QApplication::startDragDistance()) {
            painter.thread(m_from, m_at, m_target < 0 ? QRectF() : m_context.layout.gateRow(m_target));
        }
    }
    void finish() override {
        if (m_target < 0) {
            return;
        }
        const auto& other = gate(m_target);
        const QString name = toQString(other.name), before = toQString(gate(m_gate).name);
        const auto id = other.id;
        m_context.document.apply(needs(other) ? QObject::tr("%1 no longer waits for %2").arg(name, before)
                                              : QObject::tr("%1 waits for %2").arg(name, before),
                                 pulledTo(m_target));
        m_context.selection.select(Selection::Kind::Gate, id);
    }

private:
    [[nodiscard]] const model::Sequence& sequence() const { return *m_context.document.sequence(); }
    [[nodiscard]] const model::Gate& gate(int index) const {
        return sequence().gates[static_cast<std::size_t>(index)];
    }
    [[nodiscard]] bool needs(const model::Gate& other) const {
        return std::ranges::find(other.needs, gate(m_gate).id) != other.needs.end();
    }
    /// The same where it would wait for itself, or the launch could last for ever.
    [[nodiscard]] model::Sequence pulledTo(int index) const {
        const auto& other = gate(index);
        return edit::setNeeds(sequence(), other.id, gate(m_gate).id, !needs(other));
    }

    DragContext m_context;
    int m_gate;
    QPointF m_from, m_at;
    int m_over = -1, m_target = -1;
};

/// Catches every cue it touches.
class BandDrag : public ScoreDrag {
public:
    BandDrag(const DragContext& context, QPointF from, bool adds)
        : m_context(context), m_from(from), m_at(from),
          m_before(adds ? context.selection.cues() : std::vector<CueId>{}) {}

    void moveTo(QPointF at, bool) override {
        m_at = at;
        if (!isLarge()) {
            return;
        }
        auto ids = m_before;
        const QRectF rect = QRectF(m_from, m_at).normalized();
        const auto& cues = m_context.document.sequence()->cues;
        for (int i = 0; i < static_cast<int>(cues.size()); ++i) {
            const CueId& id = cues[static_cast<std::size_t>(i)].id;
            if (m_context.layout.cueRect(i).intersects(rect) &&
                std::find(ids.begin(), ids.end(), id) == ids.end()) {
                ids.push_back(id);
            }
        }
        m_context.selection.setAll(Selection::Kind::Cue, ids);
    }
    void paint(ScorePainter& painter) const override {
        if (isLarge()) {
            painter.rubberBand(QRectF(m_from, m_at).normalized());
        }
    }
    void finish() override {}

private:
    [[nodiscard]] bool isLarge() const {
        return (m_at - m_from).manhattanLength() > QApplication::startDragDistance();
    }

    DragContext m_context;
    QPointF m_from, m_at;
    std::vector<CueId> m_before;
};

/// Drags a lane by its name to another place in the order.
class ReorderDrag : public ScoreDrag {
public:
    ReorderDrag(const DragContext& context, int layer)
        : m_context(context),
          m_layer(context.document.sequence()->layers[static_cast<std::size_t>(layer)].id), m_to(layer) {}

    void moveTo(QPointF at, bool) override {
        const int to = m_context.layout.layerAt(at.y());
        if (to >= 0 && to != m_to) {
            m_to = to;
            m_context.document.preview(edit::reorderLayer(*m_context.document.history().committed(), m_layer,
                                                          static_cast<std::size_t>(to)));
        }
    }
    void finish() override {
        const auto* layer = model::findThing(m_context.document.sequence()->layers, m_layer);
        m_context.document.commit(QObject::tr("reorder %1").arg(toQString(layer->name)));
    }
    void cancel() override { m_context.document.cancel(); }

private:
    DragContext m_context;
    LayerId m_layer;
    int m_to;
};

}

std::unique_ptr<ScoreDrag> makePlaceDrag(const DragContext& context, const ScoreHit& hit, QPointF at,
                                         bool adds) {
    switch (hit.part) {
    case ScoreHit::Part::KnobStart:
    case ScoreHit::Part::KnobEnd:
        return std::make_unique<ThreadDrag>(context, hit.index, hit.part == ScoreHit::Part::KnobEnd);
    case ScoreHit::Part::Gate:
        return std::make_unique<NeedDrag>(context, hit.index, at);
    case ScoreHit::Part::Lane:
        return std::make_unique<BandDrag>(context, at, adds);
    case ScoreHit::Part::Label:
        return std::make_unique<ReorderDrag>(context, hit.index);
    default:
        return nullptr;
    }
}

}
