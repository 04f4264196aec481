// SPDX-License-Identifier: MIT
#include "app/arrange/score/score_layout.h"

#include <algorithm>
#include <cmath>

namespace scaena::app {

namespace {
constexpr double kRightMargin = 26; // where the pencil marks stand
constexpr double kLeastLane = 20, kMostLane = 34;
constexpr double kRowPart = 0.8; // height of a row in a lane of several, as a part of a lane of one
constexpr double kEdge = 5;      // pixels to either side of an edge that take hold of it
constexpr double kLeastSeen = 4; // pixels; a shorter beat gets a tab

/// Height of a lane with so many rows, in lanes with one.
double laneWeight(int rows) { return rows > 1 ? rows * kRowPart : rows; }

}

void ScoreLayout::update(const schedule::Schedule& schedule, QSizeF room, double scrollMs, double visibleMs,
                         bool keepsRows) {
    m_schedule = &schedule;
    m_left = kLabelWidth;
    m_right = std::max(m_left + 50, room.width() - kRightMargin);
    m_scroll = scrollMs;
    m_pixelsPerMs = (m_right - m_left) / std::max(1.0, visibleMs);
    const auto& plan = *schedule.plan;
    if (!keepsRows || m_lanes.rowOfCue.size() != plan.cues.size() ||
        m_lanes.rows.size() != plan.layers.size()) {
        m_lanes = laneRows(schedule);
    }
    m_stripTop = m_beatTop + kBeatHeight + kAxisHeight + 2;
    m_lanesTop = m_stripTop + kStripHeight + 8;
    const double gates = 18 + kGateHeight * double(plan.gates.size());
    const double below = 4 + gates + 8 + kWaitHeight + 8;
    double weight = 0;
    for (const int rows : m_lanes.rows) {
        weight += laneWeight(rows);
    }
    const double lane = std::clamp(std::floor((room.height() - m_lanesTop - below) / std::max(1.0, weight)),
                                   kLeastLane, kMostLane);
    m_rowHeight = std::floor(lane * kRowPart);
    // The layer on top of the others stands on top of the page.
    m_laneTops.assign(plan.layers.size() + 1, m_lanesTop);
    double top = m_lanesTop;
    for (std::size_t layer = plan.layers.size(); layer-- > 0;) {
        m_laneTops[layer] = top;
        top += m_lanes.rows[layer] > 1 ? m_rowHeight * m_lanes.rows[layer] : lane * m_lanes.rows[layer];
    }
    m_laneTops.back() = top;
    m_gatesTop = top + 4;
    m_waitTop = m_gatesTop + gates + 8;
    m_height = m_waitTop + kWaitHeight + 8;
}

QRectF ScoreLayout::laneRow(int layer) const {
    const auto at = static_cast<std::size_t>(layer);
    const double bottom = layer > 0 ? m_laneTops[at - 1] : m_laneTops.back();
    return row(m_laneTops[at], bottom - m_laneTops[at]);
}

QRectF ScoreLayout::gateRow(int gate) const { return row(m_gatesTop + 18 + kGateHeight * gate, kGateHeight); }

double ScoreLayout::shownEnd(Millis time) const { return isNever(time) ? m_schedule->end : time; }

QRectF ScoreLayout::beatRect(int beat) const {
    const auto& span = m_schedule->beats[static_cast<std::size_t>(beat)];
    if (!span.played || isNever(span.start)) {
        return {};
    }
    const double x = xOf(span.start);
    return {x, m_beatTop, xOf(shownEnd(span.end)) - x, kBeatHeight};
}

QRectF ScoreLayout::beatTab(int beat) const {
    const auto rect = beatRect(beat);
    const auto& span = m_schedule->beats[static_cast<std::size_t>(beat)];
    if (!span.played || isNever(span.start) || rect.width() >= kLeastSeen) {
        return {};
    }
    double x = xOf(span.start);
    for (int earlier = beat - 1; earlier > 0; --earlier) { // several in one place stand side by side
        const auto& before = m_schedule->beats[static_cast<std::size_t>(earlier)];
        if (!before.played || beatRect(earlier).width() >= kLeastSeen) {
            break;
        }
        x += kTabWidth;
    }
    return {x, m_beatTop, kTabWidth, kBeatHeight};
}

QRectF ScoreLayout::cueRect(int cue) const {
    const auto& span = m_schedule->cues[static_cast<std::size_t>(cue)];
    const int layer = layerOf(cue);
    if (isNever(span.start) || layer < 0 || m_lanes.rows[static_cast<std::size_t>(layer)] == 0) {
        return {};
    }
    QRectF lane = laneRow(layer);
    if (m_lanes.rows[static_cast<std::size_t>(layer)] > 1) {
        lane = row(lane.y() + m_rowHeight * m_lanes.rowOfCue[static_cast<std::size_t>(cue)], m_rowHeight);
    }
    lane.adjust(0, 3, 0, -3);
    const double x = xOf(span.start);
    return {x, lane.y(), std::max(3.0, xOf(shownEnd(span.end)) - x), lane.height()};
}

int ScoreLayout::nextInRow(int cue) const {
    const auto startOf = [&](int it) { return m_schedule->cues[static_cast<std::size_t>(it)].start; };
    int next = -1;
    for (int i = 0; i < static_cast<int>(m_lanes.rowOfCue.size()); ++i) {
        const bool sameRow =
            layerOf(i) == layerOf(cue) &&
            m_lanes.rowOfCue[static_cast<std::size_t>(i)] == m_lanes.rowOfCue[static_cast<std::size_t>(cue)];
        if (i != cue && sameRow && !isNever(startOf(i)) && startOf(i) >= startOf(cue) &&
            (next < 0 || startOf(i) < startOf(next))) {
            next = i;
        }
    }
    return next;
}

QRectF ScoreLayout::gateRect(int gate) const {
    const auto& span = m_schedule->gates[static_cast<std::size_t>(gate)];
    if (isNever(span.start)) {
        return {};
    }
    const QRectF lane = gateRow(gate).adjusted(0, 5, 0, -5);
    const double x = xOf(span.start);
    return {x, lane.y(), std::max(2.0, xOf(shownEnd(span.open)) - x), lane.height()};
}

QPointF ScoreLayout::knob(int cue, bool end) const {
    const QRectF rect = cueRect(cue);
    return {end ? rect.right() + 4 : rect.left() - 4, rect.bottom() - 1};
}

int ScoreLayout::layerAt(double y) const {
    for (std::size_t layer = 0; layer + 1 < m_laneTops.size(); ++layer) {
        const double bottom = layer > 0 ? m_laneTops[layer - 1] : m_laneTops.back();
        if (y >= m_laneTops[layer] && y < bottom) {
            return static_cast<int>(layer);
        }
    }
    return -1;
}

std::optional<ScoreHit> ScoreLayout::knobAt(QPointF at, int cue) const {
    if (cue < 0 || cueRect(cue).isEmpty()) {
        return std::nullopt;
    }
    for (const bool end : {true, false}) {
        const QPointF away = at - knob(cue, end);
        if (std::hypot(away.x(), away.y()) <= kEdge) {
            return ScoreHit{end ? ScoreHit::Part::KnobEnd : ScoreHit::Part::KnobStart, cue};
        }
    }
    return std::nullopt;
}

std::optional<ScoreHit> ScoreLayout::beatAt(QPointF at) const {
    using Part = ScoreHit::Part;
    if (at.y() < m_beatTop || at.y() >= m_beatTop + kBeatHeight) {
        return std::nullopt;
    }
    const auto& beats = m_schedule->sequence->beats;
    const int count = static_cast<int>(beats.size());
    const auto kindOf = [&](int beat) { return beats[static_cast<std::size_t>(beat)].kind; };
    const auto endOf = [&](int beat) {
        return ScoreHit{kindOf(beat) == model::BeatKind::Wait ? Part::WaitGrip : Part::BeatEnd, beat};
    };
    for (int i = 1; i < count; ++i) {
        if (beatTab(i).contains(at)) {
            return endOf(i);
        }
    }
    for (int i = count - 1; i >= 0; --i) {
        const QRectF rect = beatRect(i);
        const bool near = std::abs(at.x() - rect.right()) <= kEdge;
        if (!rect.isEmpty() && near && kindOf(i) != model::BeatKind::Opening) {
            return endOf(i);
        }
    }
    for (int i = 0; i < count; ++i) {
        if (beatRect(i).contains(at)) {
            return ScoreHit{Part::Beat, i};
        }
    }
    return std::nullopt;
}

/// The last cue lies on top, edges before bodies, so that a short cue can still be lengthened.
std::optional<ScoreHit> ScoreLayout::cueAt(QPointF at) const {
    using Part = ScoreHit::Part;
    const auto near = [&](double x) { return std::abs(at.x() - x) <= kEdge; };
    for (int i = static_cast<int>(m_schedule->sequence->cues.size()) - 1; i >= 0; --i) {
        const QRectF rect = cueRect(i);
        if (rect.isEmpty() || !rect.adjusted(-kEdge, -3, kEdge, 3).contains(at)) {
            continue;
        }
        if (near(rect.right()) && at.x() >= rect.center().x()) {
            return ScoreHit{Part::CueEnd, i};
        }
        if (rect.width() > 4 * kEdge && near(rect.left())) {
            return ScoreHit{Part::CueStart, i};
        }
        if (rect.adjusted(-1, -3, 1, 3).contains(at)) {
            return ScoreHit{Part::Cue, i};
        }
    }
    return std::nullopt;
}

std::optional<ScoreHit> ScoreLayout::gateAt(QPointF at) const {
    for (int i = 0; i < static_cast<int>(m_schedule->sequence->gates.size()); ++i) {
        const QRectF rect = gateRect(i);
        if (!rect.isEmpty() && std::abs(at.x() - rect.right()) <= kEdge && gateRow(i).contains(at)) {
            return ScoreHit{ScoreHit::Part::GateEnd, i};
        }
        if (gateRow(i).adjusted(-kLabelWidth, 0, 0, 0).contains(at)) {
            return ScoreHit{ScoreHit::Part::Gate, i};
        }
    }
    return std::nullopt;
}

ScoreHit ScoreLayout::hit(QPointF at, int knobs) const {
    if (const auto found = knobAt(at, knobs)) {
        return *found;
    }
    if (axisRow().contains(at) || stripRow().contains(at)) {
        return {ScoreHit::Part::Axis, -1};
    }
    for (const auto& found : {beatAt(at), cueAt(at), gateAt(at)}) {
        if (found) {
            return *found;
        }
    }
    for (int i = 0; i < static_cast<int>(m_schedule->sequence->layers.size()); ++i) {
        if (laneRow(i).adjusted(-kLabelWidth, 0, 0, 0).contains(at)) {
            return {at.x() < m_left ? ScoreHit::Part::Label : ScoreHit::Part::Lane, i};
        }
    }
    return {};
}

}
