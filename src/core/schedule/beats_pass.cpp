// SPDX-License-Identifier: MIT
#include "core/schedule/beats_pass.h"

#include "core/model/graph.h"
#include "core/schedule/targets.h"

#include <algorithm>
#include <unordered_map>

namespace scaena::schedule {

using model::AnchorKind;
using model::BeatKind;

namespace {

bool dataIsInMemory(model::StartKind start) {
    return start == model::StartKind::Hot || start == model::StartKind::Recreated;
}

std::unordered_map<Id, int> cueIndices(const model::Sequence& sequence) {
    std::unordered_map<Id, int> map;
    for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
        map.emplace(sequence.cues[i].id, static_cast<int>(i));
    }
    return map;
}

}

BeatsPass::BeatsPass(const model::Sequence& sequence, const Conditions& conditions)
    : m_sequence(sequence), m_conditions(conditions), m_gateOrder(model::gatesInOrder(sequence)),
      m_cuesOfBeat(sequence.beats.size()), m_hangsOnEnd(sequence.cues.size()),
      m_anchorCue(sequence.cues.size(), -1), m_plans(sequence.cues.size()) {
    const auto indices = cueIndices(sequence);
    for (int cue : model::cuesInOrder(sequence)) {
        const auto& it = sequence.cues[cue];
        if (it.anchor.kind == AnchorKind::With || it.anchor.kind == AnchorKind::After) {
            m_anchorCue[cue] = indices.at(it.anchor.cue);
            const int other = m_anchorCue[cue];
            // What follows a cue that repeats while waiting hangs on the end of the wait, too.
            const bool endless =
                it.anchor.kind == AnchorKind::After && sequence.cues[other].repeat.whileWaiting;
            m_hangsOnEnd[cue] = (m_hangsOnEnd[other] || endless) && sequence.cues[other].beat == it.beat;
        } else {
            m_hangsOnEnd[cue] = it.anchor.kind == AnchorKind::BeatEnd;
        }
        m_cuesOfBeat[model::indexOf(sequence.beats, it.beat)].push_back(cue);
    }
}

void BeatsPass::run(Schedule& schedule) {
    const auto& beats = m_sequence.beats;
    schedule.beats.resize(beats.size());
    schedule.gates.assign(m_sequence.gates.size(), {kNever, kNever, false, false});
    markNeeded(schedule);
    Millis now = 0;
    for (std::size_t i = 0; i < beats.size(); ++i) {
        m_reached = i;
        schedule.beats[i].start = now;
        const bool over = isNever(now) || schedule.outcome == Outcome::Message;
        if (over || !model::playsOn(m_sequence, beats[i], m_conditions.start)) {
            skipBeat(schedule, i, over ? kNever : now);
        } else {
            schedule.beats[i].played = true;
            if (beats[i].kind == BeatKind::Opening) {
                runOpening(schedule, now);
            } else if (beats[i].kind == BeatKind::Wait) {
                runWait(schedule, i, now);
            } else {
                runFixed(schedule, i, now);
            }
        }
        dropUncarried(schedule, i);
        now = schedule.beats[i].end;
    }
    resolveGates(schedule);
    schedule.cues.resize(m_plans.size());
    for (std::size_t i = 0; i < m_plans.size(); ++i) {
        schedule.cues[i].start = m_plans[i].start;
        schedule.cues[i].end = m_plans[i].stop;
        schedule.cues[i].dropped = m_plans[i].form == CuePlan::Form::EndState;
        schedule.cues[i].cut =
            schedule.cues[i].cut || m_plans[i].form == CuePlan::Form::Blend || m_plans[i].settle > 0;
    }
}

Millis BeatsPass::lengthOf(const model::Cue& cue) const { return cue.length * cue.repeat.times; }

std::vector<int> staticCueOrder(const model::Sequence& sequence) {
    const Conditions any; // the order does not depend on them
    return BeatsPass(sequence, any).staticOrder();
}

std::vector<int> BeatsPass::staticOrder() const {
    constexpr Millis kBeatEnd = 100'000'000;
    std::vector<Millis> offset(m_plans.size());
    std::vector<int> order;
    for (const auto& cues : m_cuesOfBeat) {
        for (int index : cues) {
            const auto& cue = m_sequence.cues[index];
            const int other = m_anchorCue[index];
            Millis from = cue.anchor.kind == AnchorKind::BeatEnd ? kBeatEnd : 0;
            if (other >= 0 && m_sequence.cues[other].beat == cue.beat) {
                const bool after = cue.anchor.kind == AnchorKind::After;
                from = offset[other] + (!after ? 0
                                        : m_sequence.cues[other].repeat.whileWaiting
                                            ? kBeatEnd
                                            : lengthOf(m_sequence.cues[other]));
            }
            offset[index] = std::clamp(from + cue.anchor.offset, 0, 4 * kBeatEnd);
        }
        auto ofBeat = cues;
        std::sort(ofBeat.begin(), ofBeat.end(),
                  [&](int a, int b) { return std::pair(offset[a], a) < std::pair(offset[b], b); });
        order.insert(order.end(), ofBeat.begin(), ofBeat.end());
    }
    return order;
}

// --- Gates
// -----------------------------------------------------------------------------------------------------------

void BeatsPass::markNeeded(Schedule& schedule) const {
    bool anyWait = false;
    for (const auto& beat : m_sequence.beats) {
        if (beat.kind == BeatKind::Wait && model::playsOn(m_sequence, beat, m_conditions.start)) {
            anyWait = true;
            for (std::size_t g = 0; g < m_sequence.gates.size(); ++g) {
                schedule.gates[g].needed =
                    schedule.gates[g].needed || model::needsGate(beat, m_sequence.gates[g]);
            }
        }
    }
    for (std::size_t g = 0; !anyWait && g < m_sequence.gates.size(); ++g) {
        schedule.gates[g].needed = !m_sequence.gates[g].optional;
    }
}

Millis BeatsPass::loadingTime(const model::Gate& gate) const {
    if (dataIsInMemory(m_conditions.start)) {
        return 0;
    }
    if (const auto own = m_conditions.gateTimes.find(gate.id); own != m_conditions.gateTimes.end()) {
        return own->second;
    }
    switch (m_conditions.loading) {
    case Loading::Fast:
        return gate.fast;
    case Loading::Slow:
        return gate.slow;
    case Loading::Never:
        return kNever;
    case Loading::Typical:
        break;
    }
    return gate.typical;
}

Millis BeatsPass::gateAnchor(const Schedule& schedule, const model::Gate& gate) const {
    if (gate.start == model::GateStart::Process || dataIsInMemory(m_conditions.start)) {
        return 0;
    }
    if (gate.start == model::GateStart::FirstFrame) {
        return m_reached == 0 && schedule.beats[0].end == 0 ? kNever : schedule.beats[0].end;
    }
    const int beat = model::indexOf(m_sequence.beats, gate.beat);
    return static_cast<std::size_t>(beat) <= m_reached ? schedule.beats[beat].start : kNever;
}

void BeatsPass::resolveGates(Schedule& schedule) const {
    for (int index : m_gateOrder) {
        const auto& gate = m_sequence.gates[index];
        auto& span = schedule.gates[index];
        span.start = gateAnchor(schedule, gate);
        for (const auto& need : gate.needs) {
            span.start = std::max(span.start, schedule.gates[model::indexOf(m_sequence.gates, need)].open);
        }
        if (isNever(span.start)) {
            span.start = span.open = kNever;
            continue;
        }
        const Millis takes = loadingTime(gate);
        span.timedOut = gate.timeOut && takes > *gate.timeOut;
        span.open = plus(span.start, span.timedOut ? *gate.timeOut : takes);
    }
}

Millis BeatsPass::neededReady(const Schedule& schedule) const {
    Millis ready = 0;
    for (const auto& gate : schedule.gates) {
        ready = gate.needed ? std::max(ready, gate.open) : ready;
    }
    return ready;
}

// --- Beats
// -----------------------------------------------------------------------------------------------------------

void BeatsPass::skipBeat(Schedule& schedule, std::size_t beat, Millis now) {
    schedule.beats[beat].start = schedule.beats[beat].end = now;
    const bool everPlays = model::playsOn(m_sequence, m_sequence.beats[beat], m_conditions.start);
    for (int cue : m_cuesOfBeat[beat]) {
        m_plans[cue] = {everPlays ? CuePlan::Form::Play : CuePlan::Form::EndState, now, now, 0, !everPlays};
    }
}

void BeatsPass::runOpening(Schedule& schedule, Millis now) {
    auto& span = schedule.beats[0];
    const bool unloaded =
        m_conditions.start == model::StartKind::First || m_conditions.start == model::StartKind::Cold;
    span.end = now + openingLength(deviceOr(m_conditions.device), m_conditions.start) +
               (unloaded ? targetOr(m_conditions.target).startUp : 0);
    placeCues(0, now, span.end, false);
    placeCues(0, now, span.end, true);
    for (int cue : m_cuesOfBeat[0]) {
        auto& plan = m_plans[cue];
        if (plan.stop > span.end) {
            // The system takes its picture away at the end of the opening; the first frame shows the cue's
            // end state.
            plan.stop = std::max(plan.start, span.end);
            plan.settle = 1;
        }
    }
    resolveGates(schedule);
}

/// Of what the target cannot carry only the end state is seen, from the beat's start on.
void BeatsPass::dropUncarried(const Schedule& schedule, std::size_t beat) {
    const auto& target = targetOr(m_conditions.target);
    for (int cue : m_cuesOfBeat[beat]) {
        if (carryOf(m_sequence, m_sequence.cues[cue], target).how == Carry::Dropped) {
            m_plans[cue] = {CuePlan::Form::EndState, schedule.beats[beat].start, schedule.beats[beat].start,
                            0, true};
        }
    }
}

void BeatsPass::runFixed(Schedule& schedule, std::size_t beat, Millis now) {
    const auto& it = m_sequence.beats[beat];
    auto& span = schedule.beats[beat];
    span.end = kNever;
    placeCues(beat, now, kNever, false);
    span.end = it.length ? now + *it.length : lastCueEnd(beat, now);
    placeCues(beat, now, span.end, true);
    if (it.yield != model::Yield::Never && (it.kind == BeatKind::Play || it.kind == BeatKind::Hold)) {
        resolveGates(schedule);
        const Millis ready = neededReady(schedule);
        if (ready < span.end) {
            yieldAt(schedule, beat, std::max(ready, now));
        }
    }
}

void BeatsPass::runWait(Schedule& schedule, std::size_t beat, Millis now) {
    const auto& it = m_sequence.beats[beat];
    auto& span = schedule.beats[beat];
    resolveGates(schedule);
    Millis end = plus(now, it.atLeast);
    for (std::size_t g = 0; g < m_sequence.gates.size(); ++g) {
        if (model::needsGate(it, m_sequence.gates[g])) {
            end = std::max(end, schedule.gates[g].open);
        }
    }
    const Millis latest = it.atMost ? plus(now, *it.atMost) : kNever;
    span.timedOut = end > latest;
    span.end = std::min(end, latest);
    placeCues(beat, now, span.end, false);
    endRepeats(beat, span);
    span.end = std::min(span.end, latest);
    for (int cue : m_cuesOfBeat[beat]) {
        if (m_sequence.cues[cue].repeat.whileWaiting && m_plans[cue].stop > span.end) {
            cutRepeat(m_sequence.cues[cue], m_plans[cue], span.end);
        }
    }
    placeCues(beat, now, span.end, true);
    decideOutcome(schedule, it, span.end);
}

void BeatsPass::decideOutcome(Schedule& schedule, const model::Beat& wait, Millis end) {
    std::optional<model::TimeOutAction> action;
    const auto take = [&action](model::TimeOutAction other) {
        action = action ? std::max(*action, other) : other;
    };
    if (schedule.beats[model::indexOf(m_sequence.beats, wait.id)].timedOut) {
        take(wait.onTimeOut);
    }
    for (std::size_t g = 0; g < m_sequence.gates.size(); ++g) {
        const auto& span = schedule.gates[g];
        if (span.timedOut && span.open <= end && model::needsGate(wait, m_sequence.gates[g])) {
            take(m_sequence.gates[g].onTimeOut);
        }
    }
    if (!action) {
        return;
    }
    const auto outcome = *action == model::TimeOutAction::GoOn      ? Outcome::WentOn
                         : *action == model::TimeOutAction::Offline ? Outcome::Offline
                                                                    : Outcome::Message;
    if (outcome > schedule.outcome) {
        schedule.outcome = outcome;
        schedule.outcomeAt = end;
    }
}

// --- Cues
// ------------------------------------------------------------------------------------------------------------

/// Gives start and stop to those cues of a beat whose chain of anchors does (or does not) lead to the beat's
/// end. A cue never starts before its beat, and in a wait one that hangs on the end never before that end: a
/// player could not know.
void BeatsPass::placeCues(std::size_t beat, Millis beatStart, Millis beatEnd, bool hangingOnEnd) {
    const bool elastic = m_sequence.beats[beat].kind == BeatKind::Wait;
    for (int index : m_cuesOfBeat[beat]) {
        if (m_hangsOnEnd[index] != hangingOnEnd) {
            continue;
        }
        const auto& cue = m_sequence.cues[index];
        Millis from = beatStart;
        if (cue.anchor.kind == AnchorKind::BeatEnd) {
            from = beatEnd;
        } else if (m_anchorCue[index] >= 0) {
            const auto& other = m_plans[m_anchorCue[index]];
            from = cue.anchor.kind == AnchorKind::With ? other.start : other.stop;
        }
        const Millis earliest = elastic && hangingOnEnd ? beatEnd : beatStart;
        auto& plan = m_plans[index];
        plan.form = CuePlan::Form::Play;
        plan.start = isNever(from) ? kNever : std::max(earliest, from + cue.anchor.offset);
        plan.stop = cue.repeat.whileWaiting ? kNever : plus(plan.start, lengthOf(cue));
    }
}

Millis BeatsPass::lastCueEnd(std::size_t beat, Millis beatStart) const {
    Millis end = beatStart;
    for (int cue : m_cuesOfBeat[beat]) {
        if (!m_hangsOnEnd[cue] && !isNever(m_plans[cue].stop)) {
            end = std::max(end, m_plans[cue].stop);
        }
    }
    return end;
}

void BeatsPass::yieldAt(Schedule& schedule, std::size_t beat, Millis ready) {
    const auto& it = m_sequence.beats[beat];
    auto& span = schedule.beats[beat];
    const Millis fullEnd = span.end;
    Millis at = ready;
    bool anyToBlend = false;
    for (int cue : m_cuesOfBeat[beat]) {
        const auto& plan = m_plans[cue];
        if (it.yield == model::Yield::AfterCues && plan.start <= ready && plan.stop > ready) {
            at = std::max(at, plan.stop);
        }
    }
    at = std::min(at, fullEnd);
    for (int cue : m_cuesOfBeat[beat]) {
        anyToBlend = anyToBlend || m_plans[cue].start >= at || m_plans[cue].stop > at;
    }
    span.end = std::min(fullEnd, at + (anyToBlend ? it.blend : 0));
    span.yielded = true;
    for (int cue : m_cuesOfBeat[beat]) {
        auto& plan = m_plans[cue];
        if (plan.start >= at) {
            plan = {CuePlan::Form::Blend, at, span.end, 0};
        } else if (plan.stop > at) {
            plan.stop = at;
            plan.settle = std::max(1, span.end - at);
        }
    }
}

/// Ends the cues that repeat while the wait lasts; those that finish their cycle may move its end.
void BeatsPass::endRepeats(std::size_t beat, BeatSpan& span) {
    const Millis end = span.end;
    if (isNever(end)) {
        return;
    }
    for (int index : m_cuesOfBeat[beat]) {
        const auto& cue = m_sequence.cues[index];
        auto& plan = m_plans[index];
        if (!cue.repeat.whileWaiting || isNever(plan.start)) {
            continue;
        }
        if (plan.start >= end) {
            plan = {CuePlan::Form::EndState, end, end, 0};
        } else if (cue.repeat.end == model::RepeatEnd::Finish) {
            const Millis cycle = cue.length * (cue.repeat.alternate ? 2 : 1);
            plan.stop = plan.start + (end - plan.start + cycle - 1) / cycle * cycle;
            span.end = std::max(span.end, plan.stop);
        } else {
            cutRepeat(cue, plan, end);
        }
    }
}

void BeatsPass::cutRepeat(const model::Cue& cue, CuePlan& plan, Millis at) const {
    plan.stop = at;
    if (!isNever(at) && cue.repeat.end == model::RepeatEnd::Settle) {
        plan.settle = std::max(1, cue.repeat.settle);
    }
}

}
