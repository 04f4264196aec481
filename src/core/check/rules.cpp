// SPDX-License-Identifier: MIT
#include "core/check/rules.h"

namespace scaena::check {

namespace {

using edit::Kind;

constexpr Kind kLayers[] = {Kind::Layer};
constexpr Kind kLayersAndOpening[] = {Kind::Layer, Kind::Sequence};
constexpr Kind kLayersAndColours[] = {Kind::Layer, Kind::Colour, Kind::Sequence};
constexpr Kind kCarried[] = {Kind::Layer, Kind::Beat, Kind::Cue, Kind::Sequence};
constexpr Kind kEverything[] = {Kind::Layer, Kind::Beat, Kind::Gate, Kind::Cue, Kind::Colour, Kind::Sequence};

constexpr Rule kRules[] = {
    {"unreadable", "art, clips and pictures that cannot be read", kLayersAndColours, true, unreadable},
    {"seam", "what jumps where the app takes over from the system's frame", kEverything, false, seams},
    {"not-carried", "cues a target does not play", kCarried, false, notCarried},
    {"letters-missing", "characters no typeface here has", kLayers, true, missingLetters},
    {"picture", "pictures platforms read differently, or not at all", kLayers, true, pictures},
    {"clip-as-pictures", "clips that become pictures", kLayers, false, bakedClips},
    {"no-icon", "nothing an app icon could be made of", kLayersAndOpening, false, missingIcon},
    {"opening-ground", "grounds the system's frame shows otherwise", kLayersAndOpening, false,
     openingGrounds},
    {"few-pixels", "pictures enlarged beyond their pixels", kCarried, true, fewPixels},
    {"icon-cut", "motion of the icon that a system cuts", kCarried, false, iconMotion},
};

}

std::span<const Rule> rules() { return kRules; }

model::Sequence mended(model::Sequence sequence, const Finding& finding) {
    return finding.remedy ? finding.remedy->mend(std::move(sequence)) : sequence;
}

}
