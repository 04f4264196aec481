// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/score/lane_cache.h"
#include "app/arrange/score/score_layout.h"
#include "app/document/filmstrip.h"
#include "app/document/selection.h"

class QPainter;

namespace scaena::app {

/// Paints the score. Holds nothing; everything comes from the schedule and the layout.
class ScorePainter {
public:
    ScorePainter(QPainter& painter, const schedule::Schedule& schedule, const ScoreLayout& layout,
                 const Selection& selection)
        : m_painter(painter), m_schedule(schedule), m_layout(layout), m_selection(selection) {}

    /// What lies outside is not painted.
    void seeOnly(const QRectF& part) { m_seen = part; }
    /// Everything but the needle, which alone moves while playing.
    void paintPage(const Filmstrip& strip, const ScoreHit& hover, LaneCache& lanes);
    void needle(double time);
    /// A thread that is being pulled, and the box of what it would hold; empty for nothing.
    void thread(QPointF from, QPointF to, const QRectF& target);
    void rubberBand(const QRectF& rect);
    /// A beat's whole name and length over its neighbours, where the page has no room for them.
    void beatName(int beat);
    /// What a drag makes of the time to the first screen, beside the pointer.
    void total(QPointF at, Millis before);
    /// Where a move that is dragged would begin.
    void dropMark(int layer, double time);

private:
    void labels();
    void axis();
    void beats();
    void beatTab(const QRectF& tab, const model::Beat& beat);
    void film(const Filmstrip& strip);
    void lanes();
    void cues(const ScoreHit& hover, LaneCache& cache);
    void lane(int layer, const std::vector<int>& cues, int hovered, LaneCache& cache);
    [[nodiscard]] std::size_t laneKey(int layer, const std::vector<int>& cues, int hovered) const;
    void cue(int index, bool selected, bool hovered);
    void cueCurve(int index, const QRectF& rect, const QColor& ink);
    void threads();
    void knobs(int index);
    void layerLabel(int index, bool chosen);
    void lockSign(QPointF at);
    void gates();
    void gate(int index);
    void waitRibbon();
    [[nodiscard]] QRectF beatTextRect(int beat) const;
    [[nodiscard]] QString beatLength(int beat) const;
    void chip(QRectF rect, const QString& text, const QFont& font, const QColor& ink);
    void label(const QRectF& row, const QString& text, bool strong, bool quiet);
    [[nodiscard]] bool isSeen(const QRectF& row) const {
        return m_seen.isNull() || (row.bottom() >= m_seen.top() - 2 && row.top() <= m_seen.bottom() + 2);
    }
    [[nodiscard]] const model::Sequence& sequence() const { return *m_schedule.sequence; }

    QPainter& m_painter;
    const schedule::Schedule& m_schedule;
    const ScoreLayout& m_layout;
    const Selection& m_selection;
    QRectF m_seen; ///< null: all of it
};

/// Fills a beat's span with its colour and pattern; shared with the card and the legend.
void paintBeatPattern(QPainter& painter, const QRectF& rect, model::BeatKind kind);

}
