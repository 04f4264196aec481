// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_drag.h"

#include "app/widgets/phrasing.h"
#include "core/edit/edits.h"
#include "core/edit/time_edits.h"

#include <cmath>

namespace scaena::app {

namespace {

constexpr double kSnapPixels = 6;

/// Common to all along the axis: the document as it was, where the drag began, and snapping against the
/// schedule of that moment.
class TimeDrag : public ScoreDrag {
public:
    TimeDrag(const DragContext& context, double pressedAt)
        : m_context(context), m_before(context.document.history().committed()), m_pressedAt(pressedAt) {}
    void moveTo(QPointF at, bool snaps) override { moveToTime(m_context.layout.timeAt(at.x()), snaps); }
    void cancel() override { m_context.document.cancel(); }
    [[nodiscard]] bool keepsAxis() const override { return true; }

protected:
    virtual void moveToTime(double time, bool snaps) = 0;
    [[nodiscard]] const model::Sequence& before() const { return *m_before; }
    [[nodiscard]] Millis snap(double time, bool wanted, int exceptCue) const {
        const double reach = wanted ? kSnapPixels / m_context.layout.pixelsPerMs() : 0;
        return snapped(*m_context.shown, time, reach, m_context.preview.time(), exceptCue);
    }
    [[nodiscard]] Document& document() const { return m_context.document; }
    [[nodiscard]] const schedule::Schedule& schedule() const { return *m_context.shown; }
    [[nodiscard]] double pressedAt() const { return m_pressedAt; }
    [[nodiscard]] Preview& preview() const { return m_context.preview; }

private:
    DragContext m_context;
    edit::SequencePtr m_before; ///< what every step of the drag starts from
    double m_pressedAt;
};

class NeedleDrag : public TimeDrag {
public:
    using TimeDrag::TimeDrag;
    void moveToTime(double time, bool) override { preview().setTime(time); }
    void finish() override {}
    void cancel() override {}
};

/// Moves the pressed cue and all others that are selected with it.
class CueMoveDrag : public TimeDrag {
public:
    CueMoveDrag(const DragContext& context, double pressedAt, int cue)
        : TimeDrag(context, pressedAt), m_cue(cue), m_all(context.selection.cues()) {}
    void moveToTime(double time, bool wantsSnap) override {
        const auto& span = schedule().cues[static_cast<std::size_t>(m_cue)];
        const double by = time - pressedAt();
        // Whichever end is nearer to something attracts.
        const Millis start = snap(span.start + by, wantsSnap, m_cue);
        const Millis end = snap(span.end + by, wantsSnap, m_cue);
        const double startPull = std::abs(start - (span.start + by));
        const double endPull = std::abs(end - (span.end + by));
        const bool useEnd = !isNever(span.end) && startPull < 0.51 && endPull > 0.51;
        const Millis moved = useEnd ? end - span.end : start - span.start;
        document().preview(edit::moveCues(before(), m_all, moved));
    }
    void finish() override {
        document().commit(m_all.size() > 1 ? QObject::tr("move %n cues", nullptr, int(m_all.size()))
                                           : QObject::tr("move %1").arg(cueName(
                                                 before(), before().cues[static_cast<std::size_t>(m_cue)])));
    }

private:
    int m_cue;
    std::vector<CueId> m_all;
};

class CueEdgeDrag : public TimeDrag {
public:
    CueEdgeDrag(const DragContext& context, double pressedAt, int cue, bool start)
        : TimeDrag(context, pressedAt), m_cue(cue), m_start(start) {}
    void moveToTime(double time, bool wantsSnap) override {
        const auto& cue = before().cues[static_cast<std::size_t>(m_cue)];
        const auto& span = schedule().cues[static_cast<std::size_t>(m_cue)];
        const double by = time - pressedAt();
        if (m_start) {
            document().preview(
                edit::trimCueStart(before(), cue.id, snap(span.start + by, wantsSnap, m_cue) - span.start));
            return;
        }
        // A repeated cue is lengthened as a whole: each cycle by its share.
        const int cycles = cue.repeat.whileWaiting ? 1 : cue.repeat.times;
        const Millis end =
            snap((isNever(span.end) ? span.start + cue.length : span.end) + by, wantsSnap, m_cue);
        const Millis length = cue.repeat.whileWaiting ? cue.length + static_cast<Millis>(std::lround(by))
                                                      : (end - span.start) / cycles;
        document().preview(edit::setCueLength(before(), cue.id, std::max(1, length)));
    }
    void finish() override {
        const auto& cue = before().cues[static_cast<std::size_t>(m_cue)];
        const auto* now = model::findThing(document().sequence()->cues, cue.id);
        const bool longer = now && now->length > cue.length;
        document().commit(
            (longer ? QObject::tr("lengthen %1") : QObject::tr("shorten %1")).arg(cueName(before(), cue)));
    }

private:
    int m_cue;
    bool m_start;
};

class BeatEndDrag : public TimeDrag {
public:
    BeatEndDrag(const DragContext& context, double pressedAt, int beat)
        : TimeDrag(context, pressedAt), m_beat(beat) {}
    void moveToTime(double time, bool wantsSnap) override {
        const auto& span = schedule().beats[static_cast<std::size_t>(m_beat)];
        const Millis end = snap(span.end + time - pressedAt(), wantsSnap, -1);
        document().preview(edit::setBeatLength(before(), before().beats[static_cast<std::size_t>(m_beat)].id,
                                               end - span.start));
    }
    void finish() override {
        const auto& beat = before().beats[static_cast<std::size_t>(m_beat)];
        const auto& now = schedule().beats[static_cast<std::size_t>(m_beat)];
        const auto& changed = preview().schedule()->beats[static_cast<std::size_t>(m_beat)];
        const bool longer = changed.end - changed.start > now.end - now.start;
        document().commit((longer ? QObject::tr("lengthen beat %1") : QObject::tr("shorten beat %1"))
                              .arg(toQString(beat.name)));
    }

private:
    int m_beat;
};

/// The grip of a wait asks "what if loading takes this long?": it changes the conditions, not the document.
class WaitDrag : public TimeDrag {
public:
    WaitDrag(const DragContext& context, double pressedAt, int beat)
        : TimeDrag(context, pressedAt), m_beat(beat), m_before(context.preview.conditions()) {
        const auto& wait = before().beats[static_cast<std::size_t>(beat)];
        Millis latest = -1;
        for (std::size_t g = 0; g < before().gates.size(); ++g) {
            const auto& span = schedule().gates[g];
            if (model::needsGate(wait, before().gates[g]) && !isNever(span.start) && span.open > latest) {
                latest = span.open;
                m_gate = static_cast<int>(g);
            }
        }
    }
    void moveToTime(double time, bool) override {
        if (m_gate < 0) {
            return;
        }
        const auto& span = schedule().beats[static_cast<std::size_t>(m_beat)];
        const double end = (isNever(span.end) ? pressedAt() : span.end) + time - pressedAt();
        auto conditions = m_before;
        const auto& gate = schedule().gates[static_cast<std::size_t>(m_gate)];
        conditions.gateTimes[before().gates[static_cast<std::size_t>(m_gate)].id] =
            std::max(0, static_cast<Millis>(std::lround(end)) - gate.start);
        preview().setConditions(conditions);
    }
    void finish() override {}
    void cancel() override { preview().setConditions(m_before); }

private:
    int m_beat;
    int m_gate = -1;
    schedule::Conditions m_before;
};

class GateEndDrag : public TimeDrag {
public:
    GateEndDrag(const DragContext& context, double pressedAt, int gate)
        : TimeDrag(context, pressedAt), m_gate(gate) {}
    void moveToTime(double time, bool wantsSnap) override {
        const auto& span = schedule().gates[static_cast<std::size_t>(m_gate)];
        const Millis open =
            snap((isNever(span.open) ? pressedAt() : span.open) + time - pressedAt(), wantsSnap, -1);
        document().preview(edit::setGateTime(before(), before().gates[static_cast<std::size_t>(m_gate)].id,
                                             edit::GateTime::Typical, std::max(0, open - span.start)));
    }
    void finish() override {
        document().commit(QObject::tr("typical time of gate %1")
                              .arg(toQString(before().gates[static_cast<std::size_t>(m_gate)].name)));
    }

private:
    int m_gate;
};

}

std::unique_ptr<ScoreDrag> makeTimeDrag(const DragContext& context, const ScoreHit& hit, double time) {
    using Part = ScoreHit::Part;
    const auto& schedule = *context.shown;
    const bool typical = context.preview.conditions().loading == schedule::Loading::Typical;
    switch (hit.part) {
    case Part::Axis:
        return std::make_unique<NeedleDrag>(context, time);
    case Part::Cue:
    case Part::CueStart:
    case Part::CueEnd:
        if (schedule.cues[static_cast<std::size_t>(hit.index)].dropped()) {
            return nullptr;
        }
        if (hit.part == Part::Cue) {
            return std::make_unique<CueMoveDrag>(context, time, hit.index);
        }
        return std::make_unique<CueEdgeDrag>(context, time, hit.index, hit.part == Part::CueStart);
    case Part::BeatEnd:
        return std::make_unique<BeatEndDrag>(context, time, hit.index);
    case Part::WaitGrip:
        return std::make_unique<WaitDrag>(context, time, hit.index);
    case Part::GateEnd:
        // Only the typical time is drawn as the bar's end; under other loading the bar is not its to change.
        return typical ? std::make_unique<GateEndDrag>(context, time, hit.index) : nullptr;
    default:
        return nullptr;
    }
}

}
