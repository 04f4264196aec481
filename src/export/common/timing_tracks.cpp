// SPDX-License-Identifier: MIT
#include "export/common/timing_tracks.h"

#include <algorithm>

namespace scaena::exporting {

namespace {

/// Whether a track holds its property where nothing moves it.
bool isNothing(const motion::Track& track) {
    return std::all_of(track.keyframes.begin(), track.keyframes.end(), [&](const motion::Keyframe& key) {
        return key.basis == motion::Basis::Absolute && key.value == motion::neutral(track.property);
    });
}

const motion::Track* findTrack(const std::vector<motion::Track>& tracks, motion::Property property) {
    const auto found = std::find_if(tracks.begin(), tracks.end(),
                                    [&](const auto& track) { return track.property == property; });
    return found == tracks.end() ? nullptr : &*found;
}

/// Whether what is done to the width is done to the height, too.
bool scalesEvenly(const std::vector<motion::Track>& tracks) {
    const auto* across = findTrack(tracks, motion::Property::ScaleX);
    const auto* down = findTrack(tracks, motion::Property::ScaleY);
    return (across == nullptr && down == nullptr) ||
           (across != nullptr && down != nullptr && across->keyframes == down->keyframes);
}

std::string propertyOf(const motion::Track& track, const LayerTracks& layer) {
    return layer.isEven && track.property == motion::Property::ScaleX
               ? "scale"
               : std::string(motion::propertyWord(track.property));
}

/// How near straight pieces have to come to a curve: what grows a layer tenfold throws its far parts ten
/// times as wide of the mark.
double toleranceOf(const motion::Track& track) {
    if (track.property != motion::Property::ScaleX && track.property != motion::Property::ScaleY) {
        return motion::kFlattenTolerance;
    }
    const auto [least, most] = std::minmax_element(
        track.keyframes.begin(), track.keyframes.end(),
        [](const motion::Keyframe& a, const motion::Keyframe& b) { return a.value < b.value; });
    return motion::kFlattenTolerance / std::max(1.0, most->value - least->value);
}

/// The one curve of all its pieces, or each piece's own.
CodeCall& addEasings(CodeCall& call, const motion::Track& track) {
    const auto& keys = track.keyframes;
    const double tolerance = toleranceOf(track);
    const bool isOne = std::all_of(keys.begin(), keys.end() - 1,
                                   [&](const auto& key) { return key.easing == keys.front().easing; });
    if (isOne) {
        const auto& easing = keys.front().easing;
        return call.named("easing", easingValue(easing, tolerance), easing == model::kLinear);
    }
    CodeList easings{CodeList::Of::Things, {}};
    for (std::size_t i = 0; i + 1 < keys.size(); ++i) {
        easings.items.push_back(easingValue(keys[i].easing, tolerance));
    }
    return call.named("easings", {std::move(easings)});
}

CodeValue trackValue(const motion::Track& track, const std::string& property) {
    CodeList values{CodeList::Of::Numbers, {}}, at{CodeList::Of::Numbers, {}};
    int onTop = 0; // they come first: a move does not go back to what was there before
    for (const auto& key : track.keyframes) {
        values.items.push_back({key.value});
        at.items.push_back({key.at});
        onTop += key.basis == motion::Basis::OnTop ? 1 : 0;
    }
    const bool isWhole =
        track.keyframes.size() == 2 && track.keyframes.front().at == 0 && track.keyframes.back().at == 1;
    CodeCall call("Track");
    call.named("property", {CodeWord{"Property", property}})
        .named("values", {std::move(values)})
        .named("at", {std::move(at)}, isWhole)
        .named("onTop", {onTop}, onTop == 0);
    return addEasings(call, track).value();
}

}

CodeValue easingValue(const model::Easing& easing, double tolerance) {
    CodeCall call("Easing");
    const auto ofKind = [&call](const char* kind) -> CodeCall& {
        return call.named("kind", {CodeWord{"EasingKind", kind}});
    };
    if (const auto* b = std::get_if<model::CubicBezier>(&easing)) {
        return call.named("x1", {b->x1})
            .named("y1", {b->y1})
            .named("x2", {b->x2})
            .named("y2", {b->y2})
            .value();
    }
    if (const auto* s = std::get_if<model::Steps>(&easing)) {
        using Jump = model::Steps::Jump;
        const bool atStart = s->jump == Jump::Start || s->jump == Jump::Both;
        const int jumps = s->count + (s->jump == Jump::Both ? 1 : s->jump == Jump::None ? -1 : 0);
        return ofKind("steps")
            .named("steps", {s->count})
            .named("atStart", {true}, !atStart)
            .named("jumps", {jumps}, jumps == 1)
            .value();
    }
    if (const auto* it = std::get_if<model::Bounce>(&easing); it && it->bounces > 0) {
        return ofKind("bounces")
            .named("bounces", {it->bounces})
            .named("restitution", {it->restitution})
            .value();
    }
    if (const auto* it = std::get_if<model::Spring>(&easing)) {
        if (const auto swing = motion::swingOf(*it)) {
            return ofKind("spring").named("swing", {swing->radians}).named("decay", {swing->decay}).value();
        }
    }
    const auto stops = std::holds_alternative<model::LinearStops>(easing)
                           ? std::get<model::LinearStops>(easing)
                           : motion::flatten(easing, tolerance);
    CodeList list{CodeList::Of::Numbers, {}};
    for (const auto& stop : stops.stops) {
        list.items.push_back({stop.at});
        list.items.push_back({stop.value});
    }
    return ofKind("stops").named("stops", {std::move(list)}).value();
}

std::vector<LayerTracks> layerTracks(const plan::Plan& plan) {
    LayerTracks first;
    first.isCalm.fill(true);
    first.isCalm[static_cast<std::size_t>(motion::Property::Reveal)] = false;
    first.isCalm[static_cast<std::size_t>(motion::Property::Draw)] = false;
    std::vector<LayerTracks> all(plan.layers.size(), first);
    for (const auto& cue : plan.cues) {
        auto& layer = all[static_cast<std::size_t>(cue.layer)];
        layer.isEven = layer.isEven && scalesEvenly(cue.moves->tracks) && scalesEvenly(cue.calm->tracks);
        for (const auto& track : cue.calm->tracks) {
            auto& isCalm = layer.isCalm[static_cast<std::size_t>(track.property)];
            isCalm = isCalm && isNothing(track);
        }
    }
    return all;
}

bool movesMore(const std::vector<motion::Track>& tracks) {
    return std::any_of(tracks.begin(), tracks.end(),
                       [](const auto& track) { return track.property != motion::Property::Opacity; });
}

CodeValue tracksValue(const std::vector<motion::Track>& tracks, const LayerTracks& layer, bool leavesOut) {
    CodeList list{CodeList::Of::Things, {}};
    for (const auto& track : tracks) {
        if ((layer.isEven && track.property == motion::Property::ScaleY) ||
            (leavesOut && layer.isCalm[static_cast<std::size_t>(track.property)])) {
            continue;
        }
        list.items.push_back(trackValue(track, propertyOf(track, layer)));
    }
    return {std::move(list)};
}

}
