// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/lane_rows.h"

#include <QPointF>
#include <QRectF>
#include <QSizeF>
#include <optional>
#include <vector>

namespace scaena::app {

/// What lies at a point of the score.
struct ScoreHit {
    enum class Part {
        Nothing,
        Axis,
        Beat,
        BeatEnd,
        WaitGrip,
        Cue,
        CueStart,
        CueEnd,
        KnobStart, ///< of the selected cue: pulls a thread for "with"
        KnobEnd,   ///< … and for "after"
        Lane,
        Label, ///< the name of a layer
        Gate,
        GateEnd
    };
    Part part = Part::Nothing;
    int index = -1; ///< of the beat, cue, layer or gate
};

/// Where everything on the score lies: a pure function of schedule, width and view. In widget pixels.
class ScoreLayout {
public:
    /// `room` is the height to fill if the lanes can be made to fit it. `keepsRows`: the cues stay in the
    /// rows in which they stand, whatever overlaps by now; so that nothing jumps while one is dragged.
    void update(const schedule::Schedule& schedule, QSizeF room, double scrollMs, double visibleMs,
                bool keepsRows = false);

    [[nodiscard]] double xOf(double time) const { return m_left + (time - m_scroll) * m_pixelsPerMs; }
    [[nodiscard]] double timeAt(double x) const { return m_scroll + (x - m_left) / m_pixelsPerMs; }
    [[nodiscard]] double pixelsPerMs() const { return m_pixelsPerMs; }
    [[nodiscard]] double left() const { return m_left; }
    [[nodiscard]] double right() const { return m_right; }
    [[nodiscard]] double height() const { return m_height; }

    [[nodiscard]] QRectF beatRow() const { return row(m_beatTop, kBeatHeight); }
    [[nodiscard]] QRectF axisRow() const { return row(m_beatTop + kBeatHeight, kAxisHeight); }
    [[nodiscard]] QRectF stripRow() const { return row(m_stripTop, kStripHeight); }
    [[nodiscard]] QRectF waitRow() const { return row(m_waitTop, kWaitHeight); }
    [[nodiscard]] double gatesTop() const { return m_gatesTop; }
    [[nodiscard]] QRectF laneRow(int layer) const;
    [[nodiscard]] QRectF gateRow(int gate) const;
    [[nodiscard]] QRectF beatRect(int beat) const;
    /// Where a beat that is too short to be seen can be taken hold of: a tab in the beat row. Empty for
    /// others.
    [[nodiscard]] QRectF beatTab(int beat) const;
    /// Empty for a cue that does not play.
    [[nodiscard]] QRectF cueRect(int cue) const;
    [[nodiscard]] QRectF gateRect(int gate) const;
    /// Where the threads of a cue are pulled from.
    [[nodiscard]] QPointF knob(int cue, bool end) const;
    /// `knobs`: the cue whose knobs can be taken hold of, or -1.
    [[nodiscard]] ScoreHit hit(QPointF at, int knobs = -1) const;
    /// The layer a cue moves, or -1.
    [[nodiscard]] int layerOf(int cue) const { return m_lanes.layerOfCue[static_cast<std::size_t>(cue)]; }
    /// The next cue in the same row after it, or -1.
    [[nodiscard]] int nextInRow(int cue) const;
    /// The layer whose lane is at that height, or -1.
    [[nodiscard]] int layerAt(double y) const;

    static constexpr double kBeatHeight = 26, kAxisHeight = 18, kStripHeight = 64, kGateHeight = 20,
                            kWaitHeight = 20, kLabelWidth = 104, kTabWidth = 11;

private:
    [[nodiscard]] std::optional<ScoreHit> knobAt(QPointF at, int cue) const;
    [[nodiscard]] std::optional<ScoreHit> beatAt(QPointF at) const;
    [[nodiscard]] std::optional<ScoreHit> cueAt(QPointF at) const;
    [[nodiscard]] std::optional<ScoreHit> gateAt(QPointF at) const;
    [[nodiscard]] QRectF row(double top, double height) const {
        return {m_left, top, m_right - m_left, height};
    }
    [[nodiscard]] double shownEnd(Millis time) const;

    const schedule::Schedule* m_schedule = nullptr;
    LaneRows m_lanes;
    std::vector<double> m_laneTops; // of each layer, and where the lanes end
    double m_rowHeight = 28;        // of one row of a lane that has several
    double m_left = kLabelWidth, m_right = 100, m_scroll = 0, m_pixelsPerMs = 0.1;
    double m_beatTop = 6, m_stripTop = 0, m_lanesTop = 0, m_gatesTop = 0, m_waitTop = 0, m_height = 0;
};

}
