// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/schedule.h"

namespace scaena::schedule {

/// How a cue is to be turned into segments; filled by BeatsPass, read by buildTimelines.
struct CuePlan {
    enum class Form {
        Play,    ///< its tracks, from start to stop
        Blend,   ///< a straight blend from what is there to its end state, from start to stop
        EndState ///< its end state at once, at start
    };
    Form form = Form::Play;
    Millis start = kNever; ///< kNever: not as far as is known
    Millis stop = kNever;
    Millis settle = 0;
    bool neverPlays = false; ///< whatever the gates do: its beat is left out, or the target cannot carry it
};

/// The static order of a sequence's cues (see BeatsPass::staticOrder), for exports.
[[nodiscard]] std::vector<int> staticCueOrder(const model::Sequence& sequence);

/// Walks through the beats in their order and fixes the times of beats, cues and gates. It only ever looks at
/// gates whose loading can have begun, so that a player that does not know the future comes to the same
/// result.
class BeatsPass {
public:
    BeatsPass(const model::Sequence& sequence, const Conditions& conditions);
    void run(Schedule& schedule);
    [[nodiscard]] const std::vector<CuePlan>& plans() const { return m_plans; }
    /// Cues in the order in which they come by their place in the document alone: beat by beat, by their
    /// offsets from the beat's start. It decides which cue a property has before its first one, and must not
    /// depend on what gates do.
    [[nodiscard]] std::vector<int> staticOrder() const;

private:
    void resolveGates(Schedule& schedule) const;
    [[nodiscard]] Millis gateAnchor(const Schedule& schedule, const model::Gate& gate) const;
    [[nodiscard]] Millis loadingTime(const model::Gate& gate) const;
    [[nodiscard]] Millis neededReady(const Schedule& schedule) const;
    void markNeeded(Schedule& schedule) const;

    void skipBeat(Schedule& schedule, std::size_t beat, Millis now);
    void runFixed(Schedule& schedule, std::size_t beat, Millis now);
    void dropUncarried(const Schedule& schedule, std::size_t beat);
    void runOpening(Schedule& schedule, Millis now);
    void runWait(Schedule& schedule, std::size_t beat, Millis now);
    void decideOutcome(Schedule& schedule, const model::Beat& wait, Millis end);

    void placeCues(std::size_t beat, Millis beatStart, Millis beatEnd, bool hangingOnEnd);
    [[nodiscard]] Millis lastCueEnd(std::size_t beat, Millis beatStart) const;
    void yieldAt(Schedule& schedule, std::size_t beat, Millis ready);
    void endRepeats(std::size_t beat, BeatSpan& span);
    void cutRepeat(const model::Cue& cue, CuePlan& plan, Millis at) const;
    [[nodiscard]] Millis lengthOf(const model::Cue& cue) const;

    const model::Sequence& m_sequence;
    const Conditions& m_conditions;
    std::vector<int> m_gateOrder;
    std::vector<std::vector<int>> m_cuesOfBeat; // each in an order that follows the anchors
    std::vector<bool> m_hangsOnEnd; // the chain of a cue's anchors leads to the end of its own beat
    std::vector<int> m_anchorCue;   // index of the cue it hangs on, or -1
    std::vector<CuePlan> m_plans;
    std::size_t m_reached = 0; // beats up to and including this one have begun
};

}
