// SPDX-License-Identifier: MIT
#include "core/moves/families.h"
#include "core/moves/track_builder.h"

namespace scaena::moves {

using model::MoveKind;
using motion::Basis;
using motion::Property;

namespace {

/// A fade out begins with what is there, so that it never flashes a half-transparent layer to full.
void fade(TrackBuilder& it) {
    const double to = it.part("to");
    const bool leaving = to < 1 && !it.says("from");
    it.add(Property::Opacity, {leaving ? motion::Keyframe{0, 1, Basis::OnTop, it.easing()}
                                       : motion::Keyframe{0, it.part("from"), Basis::Absolute, it.easing()},
                               {1, to}});
}

void iris(TrackBuilder& it) {
    it.uncoverBy({motion::RevealShape::Kind::Iris, it.part("x"), it.part("y")});
    it.progress(Property::Reveal);
}

void wipe(TrackBuilder& it) {
    const auto from = it.choice("from");
    motion::RevealShape shape{motion::RevealShape::Kind::Wipe, 0, 0};
    shape.x = from == "left" ? 1 : from == "right" ? -1 : 0;
    shape.y = from == "top" ? 1 : from == "bottom" ? -1 : 0;
    it.uncoverBy(shape);
    it.progress(Property::Reveal);
}

void draw(TrackBuilder& it) {
    it.fillFrom(it.part("fill"));
    it.progress(Property::Draw);
}

void play(TrackBuilder& it) { it.progress(Property::Clip); }

}

std::vector<MoveDefinition> reveals() {
    return {
        {.kind = MoveKind::Fade,
         .label = "Fade",
         .does = "fades",
         .parameters = {number("from", "From", "%", 0, 0, 100), number("to", "To", "%", 100, 0, 100)},
         .easing = kEaseOut,
         .length = 400,
         .unsuited = forAll,
         .lower = fade,
         .inSight = {{"to", 40.0}}}, // from what is there, and not to nothing
        {MoveKind::Iris,
         "Iris",
         "opens in a circle",
         {direction(), number("x", "Centre across", "%", 50, 0, 100),
          number("y", "Centre down", "%", 50, 0, 100)},
         kEaseInOut,
         600,
         forSingleLayers,
         iris},
        {MoveKind::Wipe,
         "Wipe",
         "is wiped in",
         {direction(), choice("from", "From", {"left", "right", "top", "bottom"})},
         kEaseInOut,
         500,
         forSingleLayers,
         wipe},
        {MoveKind::Draw,
         "Draw",
         "draws itself",
         {direction(), number("fill", "Fill from", "%", 100 * motion::kFillFrom, 0, 100)},
         kEaseInOut,
         900,
         forOutlines,
         draw},
        {MoveKind::Play, "Play", "plays its clip", {}, model::kLinear, 1000, forClips, play},
    };
}

}
