// SPDX-License-Identifier: MIT
#include "core/start/first_sequence.h"

#include "core/model/limits.h"

#include <algorithm>
#include <cmath>

namespace scaena::start {

using namespace model;

namespace {

/// Longest line through the logo, so that none of it is cut by the opening's circle of 192 dp.
constexpr double kLogoDiagonal = 184;

/// "fern-and-moss" as "Fern and moss".
std::string spoken(std::string name) {
    std::replace_if(
        name.begin(), name.end(), [](char c) { return c == '-' || c == '_'; }, ' ');
    if (!name.empty() && name.front() >= 'a' && name.front() <= 'z') {
        name.front() = static_cast<char>(name.front() - 'a' + 'A');
    }
    return name;
}

/// A canvas for day or night on which every main colour of the logo can be told from it: `wished` if that is
/// so, else the first of the alternatives that is, else the one with the most contrast.
Colour readableCanvas(const std::vector<Colour>& logo, std::initializer_list<Colour> wishes) {
    Colour best = *wishes.begin();
    double bestContrast = 0;
    for (const auto& wish : wishes) {
        double least = 21;
        for (const auto& colour : logo) {
            least = std::min(least, contrastRatio(colour, wish));
        }
        if (least >= 1.6) {
            return wish;
        }
        if (least > bestContrast) {
            bestContrast = least;
            best = wish;
        }
    }
    return best;
}

Beat beatOf(const char* id, const char* name, BeatKind kind, std::optional<Millis> length) {
    Beat beat;
    beat.id = id;
    beat.name = name;
    beat.kind = kind;
    beat.length = length;
    return beat;
}

Cue cueOf(const char* id, const char* layer, const char* beat, Millis offset, Millis length, Move move) {
    Cue cue;
    cue.id = id;
    cue.layer = layer;
    cue.beat = beat;
    cue.anchor.offset = offset;
    cue.length = length;
    cue.move = std::move(move);
    return cue;
}

Palette paletteFor(const FirstSequence& parts) {
    const auto& colours = parts.colours;
    const Colour white{255, 255, 255, 255};
    const Colour night{0x12, 0x14, 0x1A, 255};
    const Colour brand = colours.empty() ? Colour{0x23, 0x27, 0x2F, 255} : colours.front();
    const Colour day =
        parts.canvas
            ? *parts.canvas
            : readableCanvas(colours, {mix(white, brand, 0.06), white, mix(night, brand, 0.2), night});
    const Colour dark =
        parts.darkCanvas
            ? *parts.darkCanvas
            : readableCanvas(colours, {mix(night, brand, 0.1), night, mix(white, brand, 0.12), white});
    const auto inkOn = [&](Colour canvas) {
        return luminance(canvas) > 0.3 ? Colour{0x23, 0x27, 0x2F, 255} : Colour{0xF4, 0xF1, 0xEA, 255};
    };
    return {{"canvas", "Canvas", day, dark, {}},
            {"brand", "Brand", brand, brand, {}},
            {"ink", "Ink", inkOn(day), inkOn(dark), {}},
            {"paper", "Paper", white, night, {}},
            {"quiet", "Quiet", {0xDD, 0xDD, 0xE2, 255}, {0x33, 0x38, 0x42, 255}, {}}};
}

std::vector<Layer> layersFor(const FirstSequence& parts, const std::string& name) {
    Layer first;
    first.id = "first-screen";
    first.name = "First screen";
    auto& screen = first.contents.emplace<FirstScreenContent>();
    screen.background = "paper";
    screen.blocks = {{BlockKind::Bar, 96, "brand", {}},    {BlockKind::Heading, 56, "quiet", {}},
                     {BlockKind::List, 80, "quiet", {}},   {BlockKind::List, 80, "quiet", {}},
                     {BlockKind::Cards, 160, "quiet", {}}, {BlockKind::List, 80, "quiet", {}}};
    Layer backdrop;
    backdrop.id = "backdrop";
    backdrop.name = "Backdrop";
    backdrop.contents = BackdropContent{.fill = {.colour = "canvas"}};
    Layer logo = parts.logo;
    logo.id = "logo";
    logo.name = "Logo";
    if (auto* drawing = logo.art(); drawing && parts.usesCurrentColour) {
        drawing->tint = "ink";
    }
    const double longest = std::max({parts.shape.width, parts.shape.height, 1e-9});
    const double scale =
        std::min(kLogoDiagonal / std::max(1e-9, std::hypot(parts.shape.width, parts.shape.height)),
                 parts.mostDp / longest);
    logo.place.width = std::max(1.0, std::round(parts.shape.width * scale));
    logo.place.height = std::max(1.0, std::round(parts.shape.height * scale));
    Layer title;
    title.id = "title";
    title.name = "Title";
    auto& text = title.contents.emplace<TextContent>();
    text.text = name;
    text.colour = "ink";
    text.size = name.size() > 18 ? 22 : 30;
    text.bold = true;
    title.place = {AnchorPoint::Centre, 0, std::round(logo.place.height / 2 + 44), 300, 40, {}};
    return {first, backdrop, logo, title};
}

}

Sequence makeFirstSequence(const FirstSequence& parts) {
    Sequence sequence;
    sequence.name = spoken(parts.name.substr(0, limits::kNameLength));
    sequence.palette = paletteFor(parts);
    const auto isDark = [](Colour colour) { return luminance(colour) < 0.3; };
    const auto* canvas = find(sequence.palette, "canvas");
    sequence.bars.content = isDark(canvas->light) == isDark(canvas->dark)
                                ? (isDark(canvas->light) ? BarContent::Light : BarContent::Dark)
                                : BarContent::Auto;
    sequence.opening.colour = "canvas";
    sequence.opening.icon = "logo";
    sequence.opening.layers = {"backdrop", "logo"};
    sequence.layers = layersFor(parts, sequence.name);
    sequence.beats = {
        beatOf("opening", "Opening", BeatKind::Opening, {}), beatOf("arrive", "Arrive", BeatKind::Play, {}),
        beatOf("rest", "Rest", BeatKind::Hold, 300), beatOf("hand-off", "Hand-off", BeatKind::HandOff, {})};
    // The logo stands in the static frame already: to fade it in once more would be a flash. It settles
    // there, and its name fades in and rises.
    const bool vector = parts.logo.as<ArtworkContent>() != nullptr;
    sequence.cues = {
        vector ? cueOf("logo-settles", "logo", "opening", 0, 450,
                       {MoveKind::Settle, {{"from", 86.0}, {"fade", 0.0}}})
               : cueOf("logo-nods", "logo", "arrive", 0, 420, {MoveKind::Pulse, {{"size", 105.0}}}),
        cueOf("title-rises", "title", "arrive", 60, 500,
              {MoveKind::Rise, {{"distance", 18.0}, {"fade", 100.0}}}),
        cueOf("title-leaves", "title", "hand-off", 0, 160, {MoveKind::Fade, {{"to", 0.0}}}),
        cueOf("logo-leaves", "logo", "hand-off", 0, 420, {MoveKind::PushThrough, {{"size", 5.0}}}),
        cueOf("backdrop-leaves", "backdrop", "hand-off", 120, 300, {MoveKind::Fade, {{"to", 0.0}}})};
    return sequence;
}

}
