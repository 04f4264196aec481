// SPDX-License-Identifier: MIT
#include "core/schedule/timekeeper.h"

#include "core/schedule/devices.h"
#include "core/schedule/metrics.h"

#include <algorithm>

namespace scaena::schedule {

using model::AnchorKind;
using model::BeatKind;

namespace {

std::size_t at(plan::Index index) { return static_cast<std::size_t>(index); }

bool dataIsInMemory(model::StartKind start) {
    return start == model::StartKind::Hot || start == model::StartKind::Recreated;
}

model::Outcome outcomeOf(model::TimeOutAction action) {
    switch (action) {
    case model::TimeOutAction::Offline:
        return model::Outcome::Offline;
    case model::TimeOutAction::Message:
        return model::Outcome::Message;
    case model::TimeOutAction::GoOn:
        break;
    }
    return model::Outcome::WentOn;
}

Millis loadingTime(const plan::Gate& gate, Loading loading) {
    switch (loading) {
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

}

Launch launchOf(const plan::Plan& plan, const Conditions& conditions) {
    const bool unloaded =
        conditions.start == model::StartKind::First || conditions.start == model::StartKind::Cold;
    Launch launch{conditions.start,
                  openingLength(deviceOf(conditions.device), conditions.start) +
                      (unloaded ? plan.target->startUp : 0),
                  {}};
    launch.loading.reserve(plan.gates.size());
    for (std::size_t g = 0; g < plan.gates.size(); ++g) {
        const auto own = conditions.gateTimes.find(plan.document->gates[g].id);
        const Millis takes =
            own != conditions.gateTimes.end() ? own->second : loadingTime(plan.gates[g], conditions.loading);
        launch.loading.push_back(dataIsInMemory(conditions.start) ? 0 : takes);
    }
    return launch;
}

Timing time(const plan::Plan& plan, const Conditions& conditions) {
    Timekeeper keeper(plan);
    keeper.time(launchOf(plan, conditions));
    return keeper.take();
}

Millis longestShown(const plan::Plan& plan) {
    Timekeeper keeper(plan);
    const Launch never{model::StartKind::First, 0, std::vector<Millis>(plan.gates.size(), kNever)};
    return keeper.time(never).metrics.shown; // no gate that opens sooner makes it longer
}

int Timing::beatAt(double t) const {
    int found = 0;
    for (std::size_t i = 0; i < beats.size(); ++i) {
        if (beats[i].played && beats[i].start <= t && beats[i].end > beats[i].start) {
            found = static_cast<int>(i);
        }
    }
    return found;
}

const Timing& Timekeeper::time(const Launch& launch) {
    m_launch = &launch;
    const auto& beats = m_plan.beats;
    m_timing.outcome = model::Outcome::Complete;
    m_timing.outcomeAt = kNever;
    m_timing.beats.assign(beats.size(), {});
    m_timing.cues.assign(m_plan.cues.size(), {});
    m_timing.gates.assign(m_plan.gates.size(), {});
    markNeeded();
    Millis now = 0;
    for (std::size_t i = 0; i < beats.size(); ++i) {
        m_reached = i;
        m_timing.beats[i].start = now;
        const bool over = isNever(now) || m_timing.outcome == model::Outcome::Message;
        if (over || !plays(beats[i])) {
            skipBeat(i, over ? kNever : now);
        } else {
            m_timing.beats[i].played = true;
            if (beats[i].kind == BeatKind::Opening) {
                runOpening(now);
            } else if (beats[i].kind == BeatKind::Wait) {
                runWait(i, now);
            } else {
                runFixed(i, now);
            }
        }
        dropUncarried(i);
        now = m_timing.beats[i].end;
    }
    resolveGates();
    m_timing.end = lastTime();
    measure(m_timing, m_moving);
    return m_timing;
}

Millis Timekeeper::lastTime() const {
    Millis last = 0;
    for (const auto& beat : m_timing.beats) {
        if (beat.endless()) {
            return beat.start + kEndlessShown;
        }
        last = isNever(beat.end) ? last : std::max(last, beat.end);
    }
    return m_timing.outcome == model::Outcome::Message ? last + kEndlessShown / 4 : last;
}

// --- Gates

void Timekeeper::markNeeded() {
    bool anyWait = false;
    for (const auto& beat : m_plan.beats) {
        if (beat.kind == BeatKind::Wait && plays(beat)) {
            anyWait = true;
            for (const auto gate : beat.waitsFor) {
                m_timing.gates[at(gate)].needed = true;
            }
        }
    }
    for (std::size_t g = 0; !anyWait && g < m_plan.gates.size(); ++g) {
        m_timing.gates[g].needed = !m_plan.gates[g].optional;
    }
}

Millis Timekeeper::gateAnchor(const plan::Gate& gate) const {
    if (gate.start == model::GateStart::Process || dataIsInMemory(m_launch->start)) {
        return 0;
    }
    if (gate.start == model::GateStart::FirstFrame) {
        const Millis opened = m_timing.beats[0].end;
        return m_reached == 0 && opened == 0 ? kNever : opened;
    }
    return at(gate.beat) <= m_reached ? m_timing.beats[at(gate.beat)].start : kNever;
}

void Timekeeper::resolveGates() {
    for (const auto index : m_plan.gateOrder) {
        const auto& gate = m_plan.gates[at(index)];
        auto& span = m_timing.gates[at(index)];
        span.start = gateAnchor(gate);
        for (const auto need : gate.needs) {
            span.start = std::max(span.start, m_timing.gates[at(need)].open);
        }
        if (isNever(span.start)) {
            span.start = span.open = kNever;
            continue;
        }
        const Millis takes = m_launch->loading[at(index)];
        span.timedOut = gate.timeOut && takes > *gate.timeOut;
        span.open = plus(span.start, span.timedOut ? *gate.timeOut : takes);
    }
}

Millis Timekeeper::neededReady() const {
    Millis ready = 0;
    for (const auto& gate : m_timing.gates) {
        ready = gate.needed ? std::max(ready, gate.open) : ready;
    }
    return ready;
}

// --- Beats

void Timekeeper::skipBeat(std::size_t beat, Millis now) {
    m_timing.beats[beat].start = m_timing.beats[beat].end = now;
    const bool everPlays = plays(m_plan.beats[beat]);
    for (const auto cue : m_plan.beats[beat].cues) {
        m_timing.cues[at(cue)] = {now, now, everPlays ? CueSpan::Form::Play : CueSpan::Form::EndState, 0,
                                  !everPlays};
    }
}

void Timekeeper::runOpening(Millis now) {
    auto& span = m_timing.beats[0];
    span.end = now + m_launch->opening;
    placeCues(0, now, span.end, false);
    for (const auto index : m_plan.beats[0].cues) {
        const auto& cue = m_plan.cues[at(index)];
        const bool isHeld = m_plan.target->opening.holdsIcon && !cue.isDropped() && !cue.continues;
        const Millis rest = m_timing.cues[at(index)].end;
        span.end = isHeld && !isNever(rest) ? std::max(span.end, rest) : span.end;
    }
    placeCues(0, now, span.end, true);
    for (const auto index : m_plan.beats[0].cues) {
        auto& cue = m_timing.cues[at(index)];
        if (m_plan.cues[at(index)].continues) {
            continueAfter(span.end, cue);
        } else if (cue.end > span.end) {
            // The system takes its picture away at the end of the opening; the first frame shows the cue's
            // end state.
            cue.end = std::max(cue.start, span.end);
            cue.settle = 1;
        }
    }
    resolveGates();
}

/// The player takes the icon over as it stands. Where the system has come to the end of what it plays, it has
/// been standing for a while.
void Timekeeper::continueAfter(Millis opening, CueSpan& cue) const {
    const Millis longest = m_plan.target->opening.longestAnimation;
    if (opening > longest && cue.end > longest) {
        cue.pausedAt = longest;
        cue.paused = opening - longest;
        cue.end = plus(cue.end, cue.paused);
    }
}

/// Of what the target cannot carry only the end state is seen, from the beat's start on.
void Timekeeper::dropUncarried(std::size_t beat) {
    const Millis start = m_timing.beats[beat].start;
    for (const auto cue : m_plan.beats[beat].cues) {
        if (m_plan.cues[at(cue)].isDropped()) {
            m_timing.cues[at(cue)] = {start, start, CueSpan::Form::EndState, 0, true};
        }
    }
}

void Timekeeper::runFixed(std::size_t beat, Millis now) {
    const auto& it = m_plan.beats[beat];
    auto& span = m_timing.beats[beat];
    span.end = kNever;
    placeCues(beat, now, kNever, false);
    span.end = it.length ? now + *it.length : lastCueEnd(beat, now);
    placeCues(beat, now, span.end, true);
    if (it.yield != model::Yield::Never && (it.kind == BeatKind::Play || it.kind == BeatKind::Hold)) {
        resolveGates();
        const Millis ready = neededReady();
        if (ready < span.end) {
            yieldAt(beat, std::max(ready, now));
        }
    }
}

void Timekeeper::runWait(std::size_t beat, Millis now) {
    const auto& it = m_plan.beats[beat];
    auto& span = m_timing.beats[beat];
    resolveGates();
    Millis end = plus(now, it.atLeast);
    for (const auto gate : it.waitsFor) {
        end = std::max(end, m_timing.gates[at(gate)].open);
    }
    const Millis latest = it.atMost ? plus(now, *it.atMost) : kNever;
    span.timedOut = end > latest;
    span.end = std::min(end, latest);
    placeCues(beat, now, span.end, false);
    endRepeats(beat, span);
    span.end = std::min(span.end, latest);
    for (const auto cue : it.cues) {
        if (m_plan.cues[at(cue)].repeat.whileWaiting && m_timing.cues[at(cue)].end > span.end) {
            cutRepeat(at(cue), span.end);
        }
    }
    placeCues(beat, now, span.end, true);
    decideOutcome(beat, span.end);
}

void Timekeeper::decideOutcome(std::size_t wait, Millis end) {
    std::optional<model::TimeOutAction> action;
    const auto take = [&action](model::TimeOutAction other) {
        action = action ? std::max(*action, other) : other;
    };
    if (m_timing.beats[wait].timedOut) {
        take(m_plan.beats[wait].onTimeOut);
    }
    for (const auto gate : m_plan.beats[wait].waitsFor) {
        const auto& span = m_timing.gates[at(gate)];
        if (span.timedOut && span.open <= end) {
            take(m_plan.gates[at(gate)].onTimeOut);
        }
    }
    if (action && outcomeOf(*action) > m_timing.outcome) {
        m_timing.outcome = outcomeOf(*action);
        m_timing.outcomeAt = end;
    }
}

// --- Cues

/// Gives start and end to those cues of a beat whose chain of anchors does (or does not) lead to the beat's
/// end. A cue never starts before its beat, and in a wait one that hangs on the end never before that end: a
/// player could not know.
void Timekeeper::placeCues(std::size_t beat, Millis beatStart, Millis beatEnd, bool hangingOnEnd) {
    const bool elastic = m_plan.beats[beat].kind == BeatKind::Wait;
    for (const auto index : m_plan.beats[beat].cues) {
        const auto& cue = m_plan.cues[at(index)];
        if (cue.hangsOnEnd != hangingOnEnd) {
            continue;
        }
        Millis from = beatStart;
        if (cue.anchor == AnchorKind::BeatEnd) {
            from = beatEnd;
        } else if (cue.other >= 0) {
            const auto& other = m_timing.cues[at(cue.other)];
            from = cue.anchor == AnchorKind::With ? other.start : other.end;
        }
        const Millis earliest = elastic && hangingOnEnd ? beatEnd : beatStart;
        auto& span = m_timing.cues[at(index)];
        span.form = CueSpan::Form::Play;
        span.start = isNever(from) ? kNever : std::max(earliest, from + cue.offset);
        span.end = cue.repeat.whileWaiting ? kNever : plus(span.start, cue.duration());
    }
}

Millis Timekeeper::lastCueEnd(std::size_t beat, Millis beatStart) const {
    Millis end = beatStart;
    for (const auto cue : m_plan.beats[beat].cues) {
        if (!m_plan.cues[at(cue)].hangsOnEnd && !isNever(m_timing.cues[at(cue)].end)) {
            end = std::max(end, m_timing.cues[at(cue)].end);
        }
    }
    return end;
}

void Timekeeper::yieldAt(std::size_t beat, Millis ready) {
    const auto& it = m_plan.beats[beat];
    auto& span = m_timing.beats[beat];
    const Millis fullEnd = span.end;
    Millis gives = ready;
    bool anyToBlend = false;
    for (const auto cue : it.cues) {
        const auto& played = m_timing.cues[at(cue)];
        if (it.yield == model::Yield::AfterCues && played.start <= ready && played.end > ready) {
            gives = std::max(gives, played.end);
        }
    }
    gives = std::min(gives, fullEnd);
    for (const auto cue : it.cues) {
        const auto& played = m_timing.cues[at(cue)];
        anyToBlend = anyToBlend || played.start >= gives || played.end > gives;
    }
    span.end = std::min(fullEnd, gives + (anyToBlend ? it.blend : 0));
    span.yielded = true;
    for (const auto cue : it.cues) {
        auto& played = m_timing.cues[at(cue)];
        if (played.start >= gives) {
            played = {gives, span.end, CueSpan::Form::Blend, 0, false};
        } else if (played.end > gives) {
            played.end = gives;
            played.settle = std::max(1, span.end - gives);
        }
    }
}

/// Ends the cues that repeat while the wait lasts; those that finish their cycle may move its end.
void Timekeeper::endRepeats(std::size_t beat, BeatSpan& span) {
    const Millis end = span.end;
    if (isNever(end)) {
        return;
    }
    for (const auto index : m_plan.beats[beat].cues) {
        const auto& cue = m_plan.cues[at(index)];
        auto& played = m_timing.cues[at(index)];
        if (!cue.repeat.whileWaiting || isNever(played.start)) {
            continue;
        }
        if (played.start >= end) {
            played = {end, end, CueSpan::Form::EndState, 0, false};
        } else if (cue.repeat.end == model::RepeatEnd::Finish) {
            const Millis cycle = cue.length * (cue.repeat.alternate ? 2 : 1);
            played.end = played.start + (end - played.start + cycle - 1) / cycle * cycle;
            span.end = std::max(span.end, played.end);
        } else {
            cutRepeat(at(index), end);
        }
    }
}

void Timekeeper::cutRepeat(std::size_t cue, Millis end) {
    auto& played = m_timing.cues[cue];
    played.end = end;
    const auto& repeat = m_plan.cues[cue].repeat;
    if (!isNever(end) && repeat.end == model::RepeatEnd::Settle) {
        played.settle = std::max(1, repeat.settle);
    }
}

}
