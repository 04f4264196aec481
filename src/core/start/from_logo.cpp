// SPDX-License-Identifier: MIT
#include "core/start/from_logo.h"

#include "core/start/first_sequence.h"

#include <algorithm>

namespace scaena::start {

using namespace model;

namespace {

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
            if (const auto* shape = std::get_if<art::Shape>(&child)) {
                const Rect box = art::bounds(art::mapped(shape->path, map));
                count(shape->fill, box.width * box.height);
                count(shape->stroke.paint, (box.width + box.height) * shape->stroke.width * map.meanScale());
            }
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

}

std::vector<Colour> coloursOf(const art::Art& art) {
    std::vector<Colour> colours;
    for (const auto& found : weightedColours(art)) {
        colours.push_back(found.colour);
    }
    return colours;
}

std::vector<Colour> largeColoursOf(const art::Art& art) {
    std::vector<Colour> colours;
    const auto found = weightedColours(art);
    for (const auto& it : found) {
        if (it.area >= found.front().area * 0.7) {
            colours.push_back(it.colour);
        }
    }
    return colours;
}

Sequence sequenceFromLogo(const art::Art& art, const std::string& artPath, const std::string& name) {
    FirstSequence parts;
    parts.name = name;
    parts.colours = largeColoursOf(art);
    parts.logo.art()->art = artPath;
    parts.shape = {art.viewBox.width, art.viewBox.height};
    return makeFirstSequence(parts);
}

}
