// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/times.h"
#include "core/model/outcome.h"

#include <vector>

namespace scaena::schedule {

struct BeatSpan {
    Millis start = 0, end = 0;
    bool played = false;   ///< this kind of start plays it, and it was reached
    bool yielded = false;  ///< it gave way before its full length
    bool timedOut = false; ///< wait: its own `atMost` ended it
    [[nodiscard]] bool endless() const { return played && !isNever(start) && isNever(end); }
};

struct CueSpan {
    /// What is seen of it from `start` to `end`.
    enum class Form {
        Play,    ///< its tracks
        Blend,   ///< a straight blend from what is there to its end state
        EndState ///< its end state at once, at start
    };
    Millis start = kNever, end = kNever; ///< kNever: not as far as is known
    Form form = Form::Play;
    Millis settle = 0;        ///< after `end`: a straight blend to rest
    bool neverPlays = false;  ///< whatever the gates do: its beat is left out, or the target cannot carry it
    Millis pausedAt = kNever; ///< it stands still from here on, `paused` long: the system plays no more of it
    Millis paused = 0;

    /// Only its end state is seen.
    [[nodiscard]] bool dropped() const { return form == Form::EndState; }
    /// It was ended early by a yield or with its wait.
    [[nodiscard]] bool cut() const { return form == Form::Blend || settle > 0; }
};

struct GateSpan {
    Millis start = kNever, open = kNever; ///< kNever where it does not happen
    bool timedOut = false;                ///< at `open` it was given up
    bool needed = false;                  ///< some wait that plays needs it
};

/// A stretch of the wait ribbon.
struct WaitSpan {
    enum class Kind { Opening, Covered, Idle, Added };
    Kind kind = Kind::Opening;
    Millis start = 0, end = 0;
};

/// What the launch costs the person who waits. All in ms from the tap; kNever where it does not happen.
/// opening + covered + idle = ready, and ready + added = shown unless the app was shown before it was ready.
struct Metrics {
    Millis opening = 0; ///< length of the static frame
    Millis ready = 0;   ///< all needed gates open (or given up) and code running
    Millis shown = 0;   ///< the first screen can be used
    Millis added = 0;   ///< shown − ready, never below 0: waiting for the show alone
    Millis covered = 0; ///< loading time during which the show was playing
    Millis idle = 0;    ///< loading time with nothing moving
    std::vector<WaitSpan> ribbon;
};

/// When everything of one launch is. The lists are parallel to the plan's.
struct Timing {
    std::vector<BeatSpan> beats;
    std::vector<CueSpan> cues;
    std::vector<GateSpan> gates;
    model::Outcome outcome = model::Outcome::Complete;
    Millis outcomeAt = kNever; ///< when a time-out decided; layers shown for an outcome appear then
    Millis end =
        0; ///< last time worth showing: the hand-off is over, or an endless wait has been shown a while
    Metrics metrics;

    /// The beat that plays at that time.
    [[nodiscard]] int beatAt(double t) const;
};

}
