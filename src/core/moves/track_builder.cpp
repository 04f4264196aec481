// SPDX-License-Identifier: MIT
#include "core/moves/track_builder.h"

namespace scaena::moves {

using motion::Basis;
using motion::Keyframe;
using motion::Property;

namespace {
constexpr double kAwayAt = 0.3;     // of a cue of a layer that stays: when it is farthest away
constexpr double kStillSeen = 0.35; // of the layer, then
}

TrackBuilder::TrackBuilder(const model::Cue& cue) : m_cue(cue), m_easing(easingOf(cue)) {}

bool TrackBuilder::goes(std::string_view direction) const {
    return findParameter(m_cue.move.kind, "direction") && choice("direction") == direction;
}

TrackBuilder::Way TrackBuilder::way(motion::Axis axis, std::string_view key) const {
    return {motion::wayAlong(axis, measure()), measure() == motion::Measure::Dp ? number(key) : part(key)};
}

void TrackBuilder::add(Property property, std::vector<Keyframe> keyframes) {
    m_lowered.tracks.push_back({property, std::move(keyframes)});
}

void TrackBuilder::addBothScales(const std::vector<Keyframe>& keyframes) {
    add(Property::ScaleX, keyframes);
    add(Property::ScaleY, keyframes);
}

void TrackBuilder::visit(Property property, double away) {
    const double rest = motion::neutral(property);
    add(property,
        {{0, rest, Basis::OnTop, kGoing}, {kAwayAt, away, Basis::OnTop, m_easing}, {1, rest, Basis::OnTop}});
}

void TrackBuilder::arrive(Property property, double away) {
    const double rest = motion::neutral(property);
    if (stays()) {
        visit(property, away);
    } else if (isOut()) {
        const bool factor = property == Property::ScaleX || property == Property::ScaleY;
        add(property, {{0, factor ? 1.0 : 0.0, Basis::OnTop, m_easing}, {1, away}});
    } else {
        add(property, {{0, away, Basis::Absolute, m_easing}, {1, rest}});
    }
}

void TrackBuilder::fadeAlong() {
    const double over = part("fade");
    if (over <= 0 || stays()) {
        return;
    }
    if (isOut()) {
        std::vector<Keyframe> keys = {{0, 1, Basis::OnTop}};
        if (over < 1) {
            keys.push_back({1 - over, 1, Basis::OnTop});
        }
        keys.push_back({1, 0});
        add(Property::Opacity, keys);
        return;
    }
    std::vector<Keyframe> keys = {{0, 0}, {over, 1}};
    if (over < 1) {
        keys.push_back({1, 1});
    }
    add(Property::Opacity, keys);
}

void TrackBuilder::progress(Property property) {
    if (stays()) { // not all the way, or nothing of the layer would be left
        add(property,
            {{0, 1, Basis::Absolute, kGoing}, {kAwayAt, kStillSeen, Basis::Absolute, m_easing}, {1, 1}});
    } else if (isOut()) {
        add(property, {{0, 1, Basis::Absolute, m_easing}, {1, 0}});
    } else {
        add(property, {{0, 0, Basis::Absolute, m_easing}, {1, 1}});
    }
}

}
