// SPDX-License-Identifier: MIT
#include "core/start/from_logo.h"

#include "core/model/limits.h"

#include <algorithm>
#include <cmath>

namespace scaena::start {

using namespace model;

namespace {

/// Longest line through the logo, so that none of it is cut by the opening's circle of 192 dp.
constexpr double kLogoDiagonal = 184;

struct Weighted {
    Colour colour;
    double area = 0;
};

int distance(Colour a, Colour b) { return std::abs(a.r - b.r) + std::abs(a.g - b.g) + std::abs(a.b - b.b); }

class ColourCounter {
public:
    void group(const art::Group& group, const Matrix& outer) {
        const Matrix map = outer * group.transform;
        for (const auto& child : group.children) {
            if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&child)) {
                this->group(**inner, map);
                continue;
            }
            const auto& shape = std::get<art::Shape>(child);
            const Rect box = art::bounds(art::mapped(shape.path, map));
            count(shape.fill, box.width * box.height);
            count(shape.stroke.paint, (box.width + box.height) * shape.stroke.width * map.meanScale());
        }
    }
    std::vector<Weighted> take() {
        std::stable_sort(m_found.begin(), m_found.end(),
                         [](const Weighted& a, const Weighted& b) { return a.area > b.area; });
        return std::move(m_found);
    }

private:
    void count(const art::Paint& paint, double area) {
        if (const auto* colour = std::get_if<Colour>(&paint)) {
            add(*colour, area);
        } else if (const auto* gradient = std::get_if<art::Gradient>(&paint)) {
            for (const auto& stop : gradient->stops) {
                add(stop.colour, area / static_cast<double>(gradient->stops.size()));
            }
        }
    }
    void add(Colour colour, double area) {
        if (colour.a < 128 || area <= 0) {
            return;
        }
        colour.a = 255;
        for (auto& known : m_found) {
            if (distance(known.colour, colour) < 40) {
                known.area += area;
                return;
            }
        }
        m_found.push_back({colour, area});
    }
    std::vector<Weighted> m_found;
};

std::vector<Weighted> weightedColours(const art::Art& art) {
    ColourCounter counter;
    counter.group(art.root, {});
    return counter.take();
}

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

Palette paletteFor(const std::vector<Weighted>& found) {
    // Only what covers about as much as the largest colour meets the canvas; a small mark lies upon the
    // others.
    std::vector<Colour> colours;
    for (const auto& it : found) {
        if (it.area >= found.front().area * 0.7) {
            colours.push_back(it.colour);
        }
    }
    const Colour white{255, 255, 255, 255};
    const Colour night{0x12, 0x14, 0x1A, 255};
    const Colour brand = colours.empty() ? Colour{0x23, 0x27, 0x2F, 255} : colours.front();
    const Colour day =
        readableCanvas(colours, {mix(white, brand, 0.06), white, mix(night, brand, 0.2), night});
    const Colour dark =
        readableCanvas(colours, {mix(night, brand, 0.1), night, mix(white, brand, 0.12), white});
    const auto inkOn = [&](Colour canvas) {
        return luminance(canvas) > 0.3 ? Colour{0x23, 0x27, 0x2F, 255} : Colour{0xF4, 0xF1, 0xEA, 255};
    };
    return {{"canvas", "Canvas", day, dark, {}},
            {"brand", "Brand", brand, brand, {}},
            {"ink", "Ink", inkOn(day), inkOn(dark), {}},
            {"paper", "Paper", white, night, {}},
            {"quiet", "Quiet", {0xDD, 0xDD, 0xE2, 255}, {0x33, 0x38, 0x42, 255}, {}}};
}

std::vector<Layer> layersFor(const art::Art& art, const std::string& artPath, const std::string& name) {
    Layer first;
    first.id = "first-screen";
    first.name = "First screen";
    first.kind = LayerKind::FirstScreen;
    first.firstScreen.background = "paper";
    first.firstScreen.blocks = {{BlockKind::Bar, 96, "brand", {}},    {BlockKind::Heading, 56, "quiet", {}},
                                {BlockKind::List, 80, "quiet", {}},   {BlockKind::List, 80, "quiet", {}},
                                {BlockKind::Cards, 160, "quiet", {}}, {BlockKind::List, 80, "quiet", {}}};
    Layer backdrop;
    backdrop.id = "backdrop";
    backdrop.name = "Backdrop";
    backdrop.kind = LayerKind::Backdrop;
    backdrop.fill.colour = "canvas";
    Layer logo;
    logo.id = "logo";
    logo.name = "Logo";
    logo.art = artPath;
    logo.tint = "ink";
    const double scale = kLogoDiagonal / std::hypot(art.viewBox.width, art.viewBox.height);
    logo.place.width = std::max(1.0, std::round(art.viewBox.width * scale));
    logo.place.height = std::max(1.0, std::round(art.viewBox.height * scale));
    Layer title;
    title.id = "title";
    title.name = "Title";
    title.kind = LayerKind::Text;
    title.text.text = name;
    title.text.colour = "ink";
    title.text.size = name.size() > 18 ? 22 : 30;
    title.text.bold = true;
    title.place = {AnchorPoint::Centre, 0, std::round(logo.place.height / 2 + 44), 300, 40, {}};
    return {first, backdrop, logo, title};
}

}

std::vector<Colour> coloursOf(const art::Art& art) {
    std::vector<Colour> colours;
    for (const auto& found : weightedColours(art)) {
        colours.push_back(found.colour);
    }
    return colours;
}

Sequence sequenceFromLogo(const art::Art& art, const std::string& artPath, const std::string& name) {
    Sequence sequence;
    sequence.name = spoken(name.substr(0, limits::kNameLength));
    sequence.palette = paletteFor(weightedColours(art));
    const auto isDark = [](Colour colour) { return luminance(colour) < 0.3; };
    const auto* canvas = find(sequence.palette, "canvas");
    sequence.bars.content = isDark(canvas->light) == isDark(canvas->dark)
                                ? (isDark(canvas->light) ? BarContent::Light : BarContent::Dark)
                                : BarContent::Auto;
    sequence.opening.colour = "canvas";
    sequence.opening.icon = "logo";
    sequence.opening.layers = {"backdrop", "logo"};
    sequence.layers = layersFor(art, artPath, sequence.name);
    sequence.beats = {
        beatOf("opening", "Opening", BeatKind::Opening, {}), beatOf("arrive", "Arrive", BeatKind::Play, {}),
        beatOf("rest", "Rest", BeatKind::Hold, 300), beatOf("hand-off", "Hand-off", BeatKind::HandOff, {})};
    // The logo stands in the static frame already: to fade it in once more would be a flash. It settles
    // there, and its name fades in and rises.
    sequence.cues = {
        cueOf("logo-settles", "logo", "opening", 0, 450, {MoveKind::Settle, {{"from", 86.0}, {"fade", 0.0}}}),
        cueOf("title-rises", "title", "arrive", 60, 500,
              {MoveKind::Rise, {{"distance", 18.0}, {"fade", 100.0}}}),
        cueOf("title-leaves", "title", "hand-off", 0, 160, {MoveKind::Fade, {{"to", 0.0}}}),
        cueOf("logo-leaves", "logo", "hand-off", 0, 420, {MoveKind::PushThrough, {{"size", 5.0}}}),
        cueOf("backdrop-leaves", "backdrop", "hand-off", 120, 300, {MoveKind::Fade, {{"to", 0.0}}})};
    return sequence;
}

}
