// SPDX-License-Identifier: MIT
#pragma once

#include "core/schedule/carry.h"
#include "core/schedule/conditions.h"
#include "core/schedule/devices.h"
#include "core/schedule/timeline.h"

#include <memory>

namespace scaena::schedule {

/// How the launch ended: everything was there; a time-out let it go on without; it took the offline way; or
/// it stays with a message.
enum class Outcome { Complete, WentOn, Offline, Message };

struct BeatSpan {
    Millis start = 0, end = 0;
    bool played = false;   ///< this kind of start plays it, and it was reached
    bool yielded = false;  ///< it gave way before its full length
    bool timedOut = false; ///< wait: its own `atMost` ended it
    [[nodiscard]] bool endless() const { return played && !isNever(start) && isNever(end); }
};

struct CueSpan {
    Millis start = 0, end = 0;
    bool dropped =
        false;        ///< the target cannot carry it, or its beat does not play: only its end state is seen
    bool cut = false; ///< it was ended early by a yield or with its wait
};

struct GateSpan {
    Millis start = 0, open = 0; ///< kNever where it does not happen
    bool timedOut = false;      ///< at `open` it was given up
    bool needed = false;        ///< some wait that plays needs it
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

/// A sequence resolved under conditions. Immutable; safe to read from several threads.
struct Schedule {
    std::shared_ptr<const model::Sequence> sequence;
    Conditions conditions;
    Size screen;                 ///< dp
    Rect safeArea;               ///< dp; what the system's bars leave free
    std::vector<BeatSpan> beats; ///< parallel to the sequence's lists
    std::vector<CueSpan> cues;
    std::vector<GateSpan> gates;
    std::vector<std::array<PropertyTimeline, motion::kProperties>> layers;
    Outcome outcome = Outcome::Complete;
    Millis outcomeAt = kNever; ///< when a time-out decided; layers shown for an outcome appear then
    Millis end =
        0; ///< last time worth showing: the hand-off is over, or an endless wait has been shown a while
    Metrics metrics;

    /// The beat that plays at that time.
    [[nodiscard]] int beatAt(double t) const;
    [[nodiscard]] const PropertyTimeline& timeline(int layer, motion::Property property) const {
        return layers[static_cast<std::size_t>(layer)][static_cast<std::size_t>(property)];
    }
};

}
