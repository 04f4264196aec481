// SPDX-License-Identifier: MIT
#include "core/moves/definition.h"
#include "core/moves/lower.h"

#include <algorithm>

namespace scaena::moves {

using motion::Basis;
using motion::Keyframe;
using motion::LoweredCue;
using motion::Property;
using motion::Track;

namespace {

bool isMotion(Property property) { return property != Property::Opacity; }

/// At its end from the very start; before the cue, too, where nothing else decides.
void restAtEnd(Track& track) {
    const auto end = track.keyframes.back();
    track.keyframes = {end, end};
    track.keyframes.front().at = 0;
}

/// As it was up to that part of the cue, and at its end from there on.
void jumpAt(Track& track, double part) {
    auto first = track.keyframes.front();
    auto end = track.keyframes.back();
    first.easing = model::kLinear;
    auto held = first;
    held.at = part;
    auto there = end;
    there.at = part;
    track.keyframes = {first, held, there, end};
}

bool startsHidden(const Track& track) {
    const bool hides = track.property == Property::Opacity || track.property == Property::Reveal ||
                       track.property == Property::Draw;
    const auto& first = track.keyframes.front();
    return hides && first.basis == Basis::Absolute && first.value == 0;
}

/// A clip's end is where it rests.
bool endsAtRest(const Track& track) {
    return track.property == Property::Clip || track.keyframes.back().value == neutral(track.property);
}

}

LoweredCue calm(const model::Cue& cue) { return calm(cue, lower(cue)); }

LoweredCue calm(const model::Cue& cue, LoweredCue lowered) {
    if (cue.reduced == model::ReducedMotion::Keep) {
        return lowered;
    }
    auto& tracks = lowered.tracks;
    const bool moves =
        std::any_of(tracks.begin(), tracks.end(), [](const Track& t) { return isMotion(t.property); });
    if (definitionOf(cue.move.kind).calm == CalmForm::Rest) {
        tracks.clear();
        return lowered;
    }
    if (cue.reduced == model::ReducedMotion::Drop) {
        std::for_each(tracks.begin(), tracks.end(), [](Track& track) { jumpAt(track, 0); });
        return lowered;
    }
    if (!moves) {
        return lowered;
    }
    const double over = cue.length > 0 ? std::min(1.0, double(kCalmFade) / cue.length) : 1.0;
    const bool comesIn = std::any_of(tracks.begin(), tracks.end(), startsHidden);
    const auto opacity = std::find_if(tracks.begin(), tracks.end(),
                                      [](const Track& t) { return t.property == Property::Opacity; });
    const Keyframe before{0, 1, Basis::OnTop}; // as it was
    // Not on top of what was there: the cue may begin while the layer still fades in.
    Keyframe after{1, 1};
    // A move that ends out of sight (pushed through, risen away, irised shut) fades out.
    bool vanishes = opacity != tracks.end() && opacity->keyframes.back().value == 0;
    for (auto& track : tracks) {
        const bool shut = track.property == Property::Reveal || track.property == Property::Draw;
        vanishes = vanishes || (shut && track.keyframes.back().value == 0);
    }
    if (opacity != tracks.end()) {
        after = comesIn ? after : opacity->keyframes.back();
        tracks.erase(opacity);
    }
    std::vector<Keyframe> fade;
    if (vanishes) {
        tracks.clear(); // the layer only fades where it is; nothing else of the move would be seen
        fade = {before, {over, 0}, {1, 0}};
    } else if (comesIn) {
        std::for_each(tracks.begin(), tracks.end(), restAtEnd);
        fade = {{0, 0}, {over, 1}, after};
    } else if (std::all_of(tracks.begin(), tracks.end(), endsAtRest)) {
        std::for_each(tracks.begin(), tracks.end(), restAtEnd); // it is there already, and stays
        return lowered;
    } else {
        // It goes elsewhere: out of sight here, in sight there, and until then where it was.
        std::for_each(tracks.begin(), tracks.end(), [&](Track& track) { jumpAt(track, over / 2); });
        auto back = after;
        back.at = over;
        fade = {before, {over / 2, 0}, back, after};
    }
    if (over >= 1) {
        fade.erase(fade.end() - 2); // the fade takes the whole cue
    }
    tracks.push_back({Property::Opacity, fade});
    return lowered;
}

}
