// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/plan.h"
#include "core/schedule/conditions.h"
#include "core/schedule/timing.h"

#include <span>

namespace scaena::schedule {

/// What of the conditions a launch's times depend on.
struct Launch {
    model::StartKind start = model::StartKind::Cold;
    Millis opening = 0;          ///< length of the static frame
    std::vector<Millis> loading; ///< of each gate, from the start of its loading; kNever: it never opens
};
[[nodiscard]] Launch launchOf(const plan::Plan& plan, const Conditions& conditions);

/// How long an endless wait is shown in previews.
inline constexpr Millis kEndlessShown = 6000;

/// Fixes the times of launches of one plan, one after another; allocates nothing once it has done a few.
/// Walks through the beats in their order and only ever looks at gates whose loading can have begun, so that
/// a player that does not know the future comes to the same result. docs/time-model.md states the rules. Each
/// thread needs one of its own. The plan must outlive it.
class Timekeeper {
public:
    explicit Timekeeper(const plan::Plan& plan) : m_plan(plan) {}
    /// Valid until the next call.
    const Timing& time(const Launch& launch);
    /// The last launch's timing, to keep.
    [[nodiscard]] Timing take() { return std::move(m_timing); }

private:
    void resolveGates();
    [[nodiscard]] Millis gateAnchor(const plan::Gate& gate) const;
    [[nodiscard]] Millis neededReady() const;
    void markNeeded();

    [[nodiscard]] bool plays(const plan::Beat& beat) const {
        return beat.plays[static_cast<std::size_t>(m_launch->start)];
    }
    void skipBeat(std::size_t beat, Millis now);
    void runFixed(std::size_t beat, Millis now);
    void dropUncarried(std::size_t beat);
    void runOpening(Millis now);
    void continueAfter(Millis opening, CueSpan& cue) const;
    void runWait(std::size_t beat, Millis now);
    void decideOutcome(std::size_t wait, Millis end);

    void placeCues(std::size_t beat, Millis beatStart, Millis beatEnd, bool hangingOnEnd);
    [[nodiscard]] Millis lastCueEnd(std::size_t beat, Millis beatStart) const;
    void yieldAt(std::size_t beat, Millis ready);
    void endRepeats(std::size_t beat, BeatSpan& span);
    void cutRepeat(std::size_t cue, Millis at);
    [[nodiscard]] Millis lastTime() const;

    const plan::Plan& m_plan;
    const Launch* m_launch = nullptr;
    Timing m_timing;
    std::vector<WaitSpan> m_moving; // room for the figures
    std::size_t m_reached = 0;      // beats up to and including this one have begun
};

/// How long a first launch lasts at most without its opening; kNever if it can last for ever.
[[nodiscard]] Millis longestShown(const plan::Plan& plan);

/// One launch.
[[nodiscard]] Timing time(const plan::Plan& plan, const Conditions& conditions);

}
