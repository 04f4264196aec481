// SPDX-License-Identifier: MIT
#include "app/compose/score/score_layout.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

namespace scaena::app {

namespace {
constexpr double kRightMargin = 26; // where the pencil marks stand
constexpr double kLeastLane = 22, kMostLane = 34;
constexpr double kEdge = 5; // pixels to either side of an edge that take hold of it
}

void ScoreLayout::update(const schedule::Schedule& schedule, QSizeF room, double scrollMs, double visibleMs) {
    m_schedule = &schedule;
    m_left = kLabelWidth;
    m_right = std::max(m_left + 50, room.width() - kRightMargin);
    m_scroll = scrollMs;
    m_pixelsPerMs = (m_right - m_left) / std::max(1.0, visibleMs);
    const auto& sequence = *schedule.sequence;
    std::unordered_map<Id, int> layers;
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        layers.emplace(sequence.layers[i].id, static_cast<int>(i));
    }
    m_layerOfCue.clear();
    for (const auto& cue : sequence.cues) {
        const auto found = layers.find(cue.layer);
        m_layerOfCue.push_back(found == layers.end() ? -1 : found->second);
    }
    m_stripTop = m_beatTop + kBeatHeight + kAxisHeight + 2;
    m_lanesTop = m_stripTop + kStripHeight + 8;
    const double gates = 18 + kGateHeight * double(sequence.gates.size());
    const double below = 4 + gates + 8 + kWaitHeight + 8;
    const double layerCount = std::max(1.0, double(sequence.layers.size()));
    m_laneHeight =
        std::clamp(std::floor((room.height() - m_lanesTop - below) / layerCount), kLeastLane, kMostLane);
    m_gatesTop = m_lanesTop + m_laneHeight * double(sequence.layers.size()) + 4;
    m_waitTop = m_gatesTop + gates + 8;
    m_height = m_waitTop + kWaitHeight + 8;
}

QRectF ScoreLayout::laneRow(int layer) const {
    // The layer on top of the others stands on top of the page.
    const auto count = static_cast<int>(m_schedule->sequence->layers.size());
    return row(m_lanesTop + m_laneHeight * (count - 1 - layer), m_laneHeight);
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

QRectF ScoreLayout::cueRect(int cue) const {
    const auto& span = m_schedule->cues[static_cast<std::size_t>(cue)];
    const int layer = m_layerOfCue[static_cast<std::size_t>(cue)];
    if (isNever(span.start) || layer < 0) {
        return {};
    }
    const QRectF lane = laneRow(layer).adjusted(0, 3, 0, -3);
    const double x = xOf(span.start);
    return {x, lane.y(), std::max(3.0, xOf(shownEnd(span.end)) - x), lane.height()};
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
    const auto count = static_cast<int>(m_schedule->sequence->layers.size());
    const int row = static_cast<int>(std::floor((y - m_lanesTop) / m_laneHeight));
    return row < 0 || row >= count ? -1 : count - 1 - row;
}

ScoreHit ScoreLayout::hit(QPointF at, int knobs) const {
    using Part = ScoreHit::Part;
    if (knobs >= 0 && !cueRect(knobs).isEmpty()) {
        for (const bool end : {true, false}) {
            const QPointF away = at - knob(knobs, end);
            if (std::hypot(away.x(), away.y()) <= kEdge) {
                return {end ? Part::KnobEnd : Part::KnobStart, knobs};
            }
        }
    }
    const auto near = [&](double x) { return std::abs(at.x() - x) <= kEdge; };
    if (axisRow().contains(at) || stripRow().contains(at)) {
        return {Part::Axis, -1};
    }
    const auto& sequence = *m_schedule->sequence;
    if (at.y() >= m_beatTop && at.y() < m_beatTop + kBeatHeight) {
        for (int i = static_cast<int>(sequence.beats.size()) - 1; i >= 0; --i) {
            const QRectF rect = beatRect(i);
            if (!rect.isEmpty() && near(rect.right()) &&
                sequence.beats[static_cast<std::size_t>(i)].kind != model::BeatKind::Opening) {
                return {sequence.beats[static_cast<std::size_t>(i)].kind == model::BeatKind::Wait
                            ? Part::WaitGrip
                            : Part::BeatEnd,
                        i};
            }
        }
        for (int i = 0; i < static_cast<int>(sequence.beats.size()); ++i) {
            if (beatRect(i).contains(at)) {
                return {Part::Beat, i};
            }
        }
    }
    // The last cue lies on top, edges before bodies, so that a short cue can still be lengthened.
    for (int i = static_cast<int>(sequence.cues.size()) - 1; i >= 0; --i) {
        const QRectF rect = cueRect(i);
        if (rect.isEmpty() || !rect.adjusted(-kEdge, -3, kEdge, 3).contains(at)) {
            continue;
        }
        const bool roomy = rect.width() > 4 * kEdge;
        if (near(rect.right()) && at.x() >= rect.center().x()) {
            return {Part::CueEnd, i};
        }
        if (roomy && near(rect.left())) {
            return {Part::CueStart, i};
        }
        if (rect.adjusted(-1, -3, 1, 3).contains(at)) {
            return {Part::Cue, i};
        }
    }
    for (int i = 0; i < static_cast<int>(sequence.gates.size()); ++i) {
        const QRectF rect = gateRect(i);
        if (!rect.isEmpty() && near(rect.right()) && gateRow(i).contains(at)) {
            return {Part::GateEnd, i};
        }
        if (gateRow(i).adjusted(-kLabelWidth, 0, 0, 0).contains(at)) {
            return {Part::Gate, i};
        }
    }
    for (int i = 0; i < static_cast<int>(sequence.layers.size()); ++i) {
        if (laneRow(i).adjusted(-kLabelWidth, 0, 0, 0).contains(at)) {
            return {at.x() < m_left ? Part::Label : Part::Lane, i};
        }
    }
    return {};
}

}
