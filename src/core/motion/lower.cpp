// SPDX-License-Identifier: MIT
#include "core/motion/lower.h"

#include "core/model/moves.h"

#include <algorithm>

namespace scaena::motion {

using model::Easing;
using model::MoveKind;

namespace {

constexpr std::string_view kPropertyWords[kProperties] = {"opacity", "x",        "y",     "scale-x",
                                                          "scale-y", "rotation", "flip",  "reveal",
                                                          "draw",    "travel",   "panel", "clip"};

const Easing kGoing = model::CubicBezier{0.42, 0, 0.58, 1};
constexpr double kAwayAt = 0.3;     // of a cue of a layer that stays: when it is farthest away
constexpr double kStillSeen = 0.35; // of the layer, then

/// Collects the tracks of one cue; the helpers say each common shape once.
class Builder {
public:
    explicit Builder(const model::Cue& cue) : m_cue(cue), m_move(cue.move), m_easing(model::easingOf(cue)) {}

    [[nodiscard]] double number(std::string_view key) const { return model::numberOf(m_move, key); }
    [[nodiscard]] double part(std::string_view key) const { return number(key) / 100; }
    [[nodiscard]] std::string choice(std::string_view key) const { return model::choiceOf(m_move, key); }
    [[nodiscard]] bool isOut() const { return goes("out"); }
    [[nodiscard]] bool stays() const { return goes(model::kStay); }
    [[nodiscard]] bool goes(std::string_view direction) const {
        return model::findParameter(m_move.kind, "direction") && choice("direction") == direction;
    }

    void add(Property property, std::vector<Keyframe> keyframes) {
        m_lowered.tracks.push_back({property, std::move(keyframes)});
    }
    void addBothScales(const std::vector<Keyframe>& keyframes) {
        add(Property::ScaleX, keyframes);
        add(Property::ScaleY, keyframes);
    }

    /// From where it is to `away` and back with the cue's easing: what a layer does that is in sight already.
    void visit(Property property, double away) {
        const double rest = neutral(property);
        add(property, {{0, rest, Basis::OnTop, kGoing},
                       {kAwayAt, away, Basis::OnTop, m_easing},
                       {1, rest, Basis::OnTop}});
    }

    /// From `away` to the property's rest with the cue's easing; the other way round for a move outwards.
    void arrive(Property property, double away) {
        const double rest = neutral(property);
        if (stays()) {
            visit(property, away);
        } else if (isOut()) {
            const bool factor = property == Property::ScaleX || property == Property::ScaleY;
            add(property, {{0, factor ? 1.0 : 0.0, Basis::OnTop, m_easing}, {1, away}});
        } else {
            add(property, {{0, away, Basis::Absolute, m_easing}, {1, rest}});
        }
    }

    /// The fade that goes with a movement, over `fade` percent of the cue: at its start, or at its end when
    /// leaving.
    void fadeAlong() {
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

    void arriveFromSide() {
        const auto from = choice("from");
        const bool upright = from == "above" || from == "below";
        const double sign = from == "above" || from == "left" ? -1 : 1;
        arrive(upright ? Property::Y : Property::X, sign * number("distance"));
        fadeAlong();
    }

    void progress(Property property, double start, double end) {
        if (stays()) { // not all the way, or nothing of the layer would be left
            const double most = start + (end - start) * kStillSeen;
            add(property,
                {{0, end, Basis::Absolute, kGoing}, {kAwayAt, most, Basis::Absolute, m_easing}, {1, end}});
            return;
        }
        add(property, isOut() ? std::vector<Keyframe>{{0, end, Basis::Absolute, m_easing}, {1, start}}
                              : std::vector<Keyframe>{{0, start, Basis::Absolute, m_easing}, {1, end}});
    }

    LoweredCue build() {
        switch (m_move.kind) {
        case MoveKind::Fade:
            fade();
            break;
        case MoveKind::Rise:
            arrive(Property::Y, number("distance"));
            fadeAlong();
            break;
        case MoveKind::Drop:
            arrive(Property::Y, -number("distance"));
            fadeAlong();
            break;
        case MoveKind::Bounce:
        case MoveKind::Spring:
            arriveFromSide();
            break;
        case MoveKind::Pop:
            pop();
            break;
        case MoveKind::Turn:
            arrive(Property::Rotation, number("angle"));
            fadeAlong();
            break;
        case MoveKind::Flip:
            arrive(Property::Flip, number("angle"));
            fadeAlong();
            break;
        case MoveKind::Iris:
            m_lowered.reveal = {RevealShape::Kind::Iris, part("x"), part("y")};
            progress(Property::Reveal, 0, 1);
            break;
        case MoveKind::Wipe:
            m_lowered.reveal = wipeShape();
            progress(Property::Reveal, 0, 1);
            break;
        case MoveKind::Draw:
            m_lowered.fillFrom = part("fill");
            progress(Property::Draw, 0, 1);
            break;
        case MoveKind::Pulse:
            pulse();
            break;
        case MoveKind::PushThrough:
            pushThrough();
            break;
        case MoveKind::Settle:
            settle();
            break;
        case MoveKind::Travel:
            progress(Property::Travel, 0, 1);
            break;
        case MoveKind::Panel:
            progress(Property::Panel, 0, 1);
            break;
        case MoveKind::Size:
            addBothScales({{0, 1, Basis::OnTop, m_easing}, {1, part("to")}});
            break;
        case MoveKind::Shift:
            shift(Property::X, number("across"));
            shift(Property::Y, number("down"));
            break;
        case MoveKind::Sway:
            sway(Property::Rotation, number("angle"));
            sway(Property::X, number("across"));
            break;
        case MoveKind::Play:
            progress(Property::Clip, 0, 1);
            break;
        case MoveKind::Poses:
            poses();
            break;
        }
        return std::move(m_lowered);
    }

private:
    /// A fade out begins with what is there, so that it never flashes a half-transparent layer to full.
    void fade() {
        const double from = part("from");
        const double to = part("to");
        const bool leaving = to < 1 && m_move.parameters.count("from") == 0;
        add(Property::Opacity,
            {leaving ? Keyframe{0, 1, Basis::OnTop, m_easing} : Keyframe{0, from, Basis::Absolute, m_easing},
             {1, to}});
    }

    void pop() {
        const double from = part("from");
        const double over = part("over");
        if (stays()) {
            addBothScales({{0, 1, Basis::OnTop, kGoing},
                           {0.45, 1 + over, Basis::OnTop, m_easing},
                           {1, 1, Basis::OnTop}});
        } else if (isOut()) {
            addBothScales(
                {{0, 1, Basis::OnTop, kGoing}, {0.3, 1 + over, Basis::Absolute, m_easing}, {1, from}});
        } else {
            addBothScales(
                {{0, from, Basis::Absolute, m_easing}, {0.65, 1 + over, Basis::Absolute, kGoing}, {1, 1}});
        }
        fadeAlong();
    }

    void settle() {
        if (stays()) {
            visit(Property::ScaleX, part("from"));
            visit(Property::ScaleY, part("from"));
            return;
        }
        addBothScales({{0, part("from"), Basis::Absolute, m_easing}, {1, 1}});
        fadeAlong();
    }

    void pulse() {
        addBothScales({{0, 1, Basis::OnTop, m_easing},
                       {0.5, part("size"), Basis::OnTop, m_easing},
                       {1, 1, Basis::OnTop}});
        if (part("dim") < 1) {
            add(Property::Opacity, {{0, 1, Basis::OnTop, m_easing},
                                    {0.5, part("dim"), Basis::OnTop, m_easing},
                                    {1, 1, Basis::OnTop}});
        }
    }

    void pushThrough() {
        const double turn = part("turning-point");
        const double fadeFrom = turn + (1 - turn) * 0.4;
        std::vector<Keyframe> scale = {{0, 1, Basis::OnTop, model::CubicBezier{0, 0, 0.58, 1}}};
        if (turn > 0) {
            scale.push_back({turn, part("dip"), Basis::Absolute, m_easing});
        } else {
            scale.front().easing = m_easing;
        }
        scale.push_back({1, number("size")});
        addBothScales(scale);
        add(Property::Opacity, {{0, 1, Basis::OnTop}, {fadeFrom, 1, Basis::OnTop}, {1, 0}});
    }

    /// From where it is, so that two shifts add up.
    void shift(Property property, double by) {
        if (by != 0) {
            add(property, {{0, 0, Basis::OnTop, m_easing}, {1, by, Basis::OnTop}});
        }
    }

    /// To one side, through the middle to the other, and back to where it began.
    void sway(Property property, double reach) {
        if (reach != 0) {
            add(property, {{0, 0, Basis::OnTop, m_easing},
                           {0.25, reach, Basis::OnTop, m_easing},
                           {0.75, -reach, Basis::OnTop, m_easing},
                           {1, 0, Basis::OnTop}});
        }
    }

    void poses() {
        pose(Property::Opacity, &model::Pose::opacity);
        pose(Property::X, &model::Pose::x);
        pose(Property::Y, &model::Pose::y);
        pose(Property::ScaleX, &model::Pose::scaleX);
        pose(Property::ScaleY, &model::Pose::scaleY);
        pose(Property::Rotation, &model::Pose::turn);
    }

    /// The property through all poses that name it. Where the first or last pose does not, it begins with
    /// what is there and keeps the last value.
    void pose(Property property, std::optional<double> model::Pose::*member) {
        std::vector<Keyframe> keys;
        for (const auto& it : m_cue.poses) {
            if (const auto& value = it.*member) {
                if (keys.empty() && it.at > 0) {
                    const double nothing = property == Property::Opacity || property == Property::ScaleX ||
                                                   property == Property::ScaleY
                                               ? 1
                                               : 0;
                    keys.push_back({0, nothing, Basis::OnTop, m_easing});
                }
                keys.push_back({it.at, *value, Basis::Absolute, it.easing.value_or(m_easing)});
            }
        }
        if (keys.empty()) {
            return;
        }
        if (keys.back().at < 1 || keys.size() < 2) {
            auto last = keys.back();
            last.at = 1;
            keys.push_back(last);
        }
        add(property, std::move(keys));
    }

    [[nodiscard]] RevealShape wipeShape() const {
        const auto from = choice("from");
        RevealShape shape{RevealShape::Kind::Wipe, 0, 0};
        shape.x = from == "left" ? 1 : from == "right" ? -1 : 0;
        shape.y = from == "top" ? 1 : from == "bottom" ? -1 : 0;
        return shape;
    }

    const model::Cue& m_cue;
    const model::Move& m_move;
    Easing m_easing;
    LoweredCue m_lowered;
};

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

std::string_view propertyWord(Property property) {
    return kPropertyWords[static_cast<std::size_t>(property)];
}

LoweredCue lower(const model::Cue& cue) { return Builder(cue).build(); }

LoweredCue lowerReduced(const model::Cue& cue) { return lowerReduced(cue, lower(cue)); }

LoweredCue lowerReduced(const model::Cue& cue, LoweredCue lowered) {
    if (cue.reduced == model::ReducedMotion::Keep) {
        return lowered;
    }
    const bool emphasis = cue.move.kind == MoveKind::Pulse || cue.move.kind == MoveKind::Sway;
    auto& tracks = lowered.tracks;
    const bool moves =
        std::any_of(tracks.begin(), tracks.end(), [](const Track& t) { return isMotion(t.property); });
    if (emphasis) {
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
    const double over = cue.length > 0 ? std::min(1.0, double(kReducedFade) / cue.length) : 1.0;
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
