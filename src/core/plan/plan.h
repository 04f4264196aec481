// SPDX-License-Identifier: MIT
#pragma once

#include "core/plan/carry.h"
#include "core/plan/lowered_moves.h"

#include <memory>

namespace scaena::plan {

/// Index of a thing in its list of the plan, or -1 for none.
using Index = int;

/// The beats, gates, layers and cues below stand in the document's order and refer to each other by their
/// places there. Times are ms; what `optional` or -1 means is said in core/model.
struct Beat {
    model::BeatKind kind = model::BeatKind::Play;
    std::optional<Millis> length;
    std::vector<Index> gates;    ///< wait: as the document names them; empty: all that are not optional
    std::vector<Index> waitsFor; ///< wait: all it needs
    Millis atLeast = 0;
    std::optional<Millis> atMost;
    model::TimeOutAction onTimeOut = model::TimeOutAction::GoOn;
    model::Yield yield = model::Yield::Never;
    Millis blend = 0;
    std::array<bool, model::kStartKinds> plays{}; ///< for each kind of start
    std::vector<Index> cues;                      ///< each after the ones it hangs on
};

struct Gate {
    model::GateStart start = model::GateStart::Process;
    Index beat = -1;          ///< for GateStart::Beat
    std::vector<Index> needs; ///< gates that have to be open before its loading starts
    Millis typical = 0, fast = 0, slow = 0;
    std::optional<Millis> timeOut;
    model::TimeOutAction onTimeOut = model::TimeOutAction::GoOn;
    bool optional = false;
};

struct Layer {
    const model::Layer* source = nullptr; ///< in the plan's document; contents and places
    Index parent = -1;                    ///< its group
    std::vector<Index> gates;             ///< of a progress layer, as the document names them; empty: all
    int frames = 0;                       ///< clips: pictures it is played as; 0: at any moment
    bool inOpening = false;               ///< named among the opening's layers
};

struct Repeat {
    int times = 1;
    bool whileWaiting = false, alternate = false;
    model::RepeatEnd end = model::RepeatEnd::Cut;
    Millis settle = 0;
};

struct Cue {
    Index layer = -1, beat = -1;
    model::AnchorKind anchor = model::AnchorKind::BeatStart;
    Index other = -1; ///< the cue it hangs on, for With and After
    Millis offset = 0;
    Millis length = 0; ///< of one cycle
    Repeat repeat;
    bool adds = false;       ///< lies over what is there
    bool continues = false;  ///< of the opening: the player carries it on from where the system leaves it
    bool hangsOnEnd = false; ///< its chain of anchors leads to the end of its own beat
    CueCarry carry;          ///< how the target gets it
    MovesPtr moves;          ///< as the target plays it
    MovesPtr calm;           ///< the same under reduced motion

    [[nodiscard]] bool isDropped() const { return carry.how == Carry::Dropped; }
    /// From its start to its end, where nothing cuts it and it does not repeat for as long as its wait lasts.
    [[nodiscard]] Millis duration() const { return length * repeat.times; }
    /// Its last cycle runs backwards, so that it ends where it began.
    [[nodiscard]] bool endsBackwards() const {
        return repeat.alternate && (repeat.whileWaiting || repeat.times % 2 == 0);
    }
};

/// What a sequence does on one target, whatever the conditions: names looked up, moves lowered to tracks,
/// what the target cannot play replaced. Immutable; safe to read from several threads. It is made from a
/// document and can never be taken for one.
struct Plan {
    std::shared_ptr<const model::Sequence> document;
    const Target* target = nullptr;
    std::vector<Beat> beats;
    std::vector<Gate> gates;
    std::vector<Layer> layers;
    std::vector<Cue> cues;
    std::vector<Index> gateOrder; ///< each gate after the ones it needs
    std::vector<Index> playOrder; ///< beat by beat, each cue after the one it hangs on
    /// Beat by beat, by offsets from the beat's start. It decides which cue a property has before its first
    /// one, and which of two that start together wins, and does not depend on what gates do.
    std::vector<Index> cueOrder;
    Index icon = -1, footer = -1;  ///< layers of the opening
    bool hasOfflineScreen = false; ///< a first screen of its own for the offline way
};
using PlanPtr = std::shared_ptr<const Plan>;

}
