// SPDX-License-Identifier: MIT
#include "core/edit/layer_edits.h"

#include "core/edit/edits.h"
#include "core/edit/tidy.h"
#include "core/model/contents_visit.h"
#include "core/model/limits.h"
#include "core/valid/validate.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::edit {

using namespace model;

namespace {

LayerId freeLayerId(const Sequence& sequence, const std::string& name) {
    return freeId(sequence.layers, name, "layer");
}

Place& placeFor(Layer& layer, bool landscape) {
    return landscape && layer.landscape ? *layer.landscape : layer.place;
}

double bounded(double value) { return std::clamp(value, -limits::kFarthest, limits::kFarthest); }
double tenth(double value) { return std::round(value * 10) / 10; }

/// Calls `visit` for every colour reference of the sequence.
template <typename AnySequence, typename Visit>
void visitColours(AnySequence& sequence, Visit visit) {
    visit(sequence.opening.colour);
    visit(sequence.appIcon.colour);
    for (auto& layer : sequence.layers) {
        eachColour(layer.contents, visit);
    }
}

}

Sequence addLayer(Sequence sequence, Layer layer, const LayerId& above, LayerId& made) {
    layer.id = made = freeLayerId(sequence, layer.name);
    const int index = indexOf(sequence.layers, above);
    const auto at = index < 0 ? sequence.layers.end() : sequence.layers.begin() + index + 1;
    const bool isPart = layer.art() && !layer.art()->part.empty();
    if (canBeIcon(layer.kind()) && sequence.opening.icon.empty() && !isPart) {
        sequence.opening.icon = layer.id;
        sequence.opening.layers.push_back(layer.id);
    }
    if (layer.as<FooterContent>() && sequence.opening.footer.empty()) {
        sequence.opening.footer = layer.id;
        sequence.opening.layers.push_back(layer.id);
    }
    sequence.layers.insert(at, std::move(layer));
    return sequence;
}

Sequence removeLayer(Sequence sequence, const LayerId& layer) {
    const int index = indexOf(sequence.layers, layer);
    if (index < 0) {
        return sequence;
    }
    const LayerId outer = sequence.layers[static_cast<std::size_t>(index)].group;
    for (auto& it : sequence.layers) {
        if (it.group == layer) {
            it.group = outer;
        }
    }
    sequence.layers.erase(sequence.layers.begin() + index);
    return tidied(std::move(sequence));
}

Sequence duplicateLayer(Sequence sequence, const LayerId& layer, LayerId& made) {
    const int index = indexOf(sequence.layers, layer);
    if (index < 0) {
        return sequence;
    }
    Layer copy = sequence.layers[static_cast<std::size_t>(index)];
    copy.id = made = freeLayerId(sequence, copy.id);
    copy.name = (copy.name + " 2").substr(0, limits::kNameLength);
    sequence.layers.insert(sequence.layers.begin() + index + 1, copy);
    std::map<CueId, CueId> copies;
    const auto cues = sequence.cues;
    for (auto cue : cues) {
        if (cue.layer != layer) {
            continue;
        }
        const CueId before = cue.id;
        cue.id = copies[before] = freeId(sequence.cues, before, "cue");
        cue.layer = made;
        sequence.cues.push_back(std::move(cue));
    }
    for (auto& cue : sequence.cues) {
        if (cue.layer == made && copies.count(cue.anchor.cue) > 0) {
            cue.anchor.cue = copies[cue.anchor.cue];
        }
    }
    return sequence;
}

Sequence reorderLayer(Sequence sequence, const LayerId& layer, std::size_t to) {
    const int index = indexOf(sequence.layers, layer);
    if (index < 0) {
        return sequence;
    }
    Layer moved = std::move(sequence.layers[static_cast<std::size_t>(index)]);
    sequence.layers.erase(sequence.layers.begin() + index);
    const auto at = static_cast<std::ptrdiff_t>(std::min(to, sequence.layers.size()));
    sequence.layers.insert(sequence.layers.begin() + at, std::move(moved));
    return sequence;
}

Sequence makeIcon(Sequence sequence, const LayerId& layer) {
    sequence.opening.icon = layer;
    auto& shown = sequence.opening.layers;
    if (std::find(shown.begin(), shown.end(), layer) == shown.end()) {
        shown.push_back(layer);
    }
    return sequence;
}

Sequence makeFooter(Sequence sequence, const LayerId& layer) {
    auto* it = findThing(sequence.layers, layer);
    auto* artwork = it ? it->as<ArtworkContent>() : nullptr;
    if (!artwork) {
        return sequence;
    }
    FooterContent footer;
    static_cast<ArtContent&>(footer) = *artwork;
    it->contents = std::move(footer);
    const double fit =
        std::min({1.0, 200 / std::max(1.0, it->place.width), 80 / std::max(1.0, it->place.height)});
    it->place = {AnchorPoint::Bottom, 0, -100, it->place.width * fit, it->place.height * fit};
    sequence.opening.footer = layer;
    return tidied(std::move(sequence));
}

Sequence replaceContents(Sequence sequence, const LayerId& layer, Contents contents, std::string& problem) {
    auto next = sequence;
    auto* it = findThing(next.layers, layer);
    if (!it) {
        return sequence;
    }
    it->contents = std::move(contents);
    for (const auto& cue : next.cues) {
        if (cue.layer == layer && !canMove(next, layer, cue.move.kind)) {
            problem =
                fmt::format("its cue “{}” ({}) cannot be made by what it would become: remove that cue first",
                            cue.id, moves::definitionOf(cue.move.kind).label);
            return sequence;
        }
    }
    next = tidied(std::move(next));
    if (const auto problems = valid::problemsOf(next); !problems.empty()) {
        problem = problems.front().message;
        return sequence;
    }
    return next;
}

Sequence renameLayer(Sequence sequence, const LayerId& layer, const std::string& name) {
    return changeLayer(std::move(sequence), layer,
                       [&](Layer& it) { it.name = name.substr(0, limits::kNameLength); });
}

Sequence groupLayers(Sequence sequence, const std::vector<LayerId>& layers, LayerId& made) {
    // What lies within another chosen group comes along with it.
    std::vector<LayerId> within;
    for (const auto& id : layers) {
        const auto members = membersOf(sequence, id);
        within.insert(within.end(), members.begin(), members.end());
    }
    const auto isIn = [](const std::vector<LayerId>& list, const LayerId& id) {
        return std::find(list.begin(), list.end(), id) != list.end();
    };
    std::vector<int> chosen;
    double left = 1e9;
    double top = 1e9;
    double right = -1e9;
    double bottom = -1e9;
    const Layer* first = nullptr;
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        const auto& it = sequence.layers[i];
        if (!isIn(layers, it.id) || isIn(within, it.id) || coversScreen(it.kind())) {
            continue;
        }
        first = first ? first : &it;
        chosen.push_back(static_cast<int>(i));
        const Point way = wayOf(it.place);
        left = std::min(left, way.x - it.place.width / 2);
        right = std::max(right, way.x + it.place.width / 2);
        top = std::min(top, way.y - it.place.height / 2);
        bottom = std::max(bottom, way.y + it.place.height / 2);
    }
    if (chosen.empty()) {
        return sequence;
    }
    Layer group;
    group.name = "Group";
    group.contents = GroupContent{};
    group.id = made = freeLayerId(sequence, group.name);
    group.group = first->group;
    // The box is exact for members of one anchor point; others only make it less tight, nothing moves.
    group.place = {first->place.anchor, (left + right) / 2, (top + bottom) / 2, right - left, bottom - top};
    group.place.safeArea = first->place.safeArea;
    if (first->place.xMeasure == PlaceMeasure::Screen) {
        group.place.xMeasure = PlaceMeasure::Screen;
        group.place.x = first->place.x;
    }
    if (first->place.yMeasure == PlaceMeasure::Screen) {
        group.place.yMeasure = PlaceMeasure::Screen;
        group.place.y = first->place.y;
    }
    for (int i : chosen) {
        sequence.layers[static_cast<std::size_t>(i)].group = made;
    }
    sequence.layers.insert(sequence.layers.begin() + chosen.back() + 1, std::move(group));
    return sequence;
}

Sequence ungroup(Sequence sequence, const LayerId& group) {
    const auto* it = findThing(std::as_const(sequence).layers, group);
    return it && it->as<GroupContent>() ? removeLayer(std::move(sequence), group) : sequence;
}

std::vector<LayerId> membersOf(const Sequence& sequence, const LayerId& group) {
    std::vector<LayerId> members;
    for (const auto& layer : sequence.layers) {
        LayerId outer = layer.group;
        for (std::size_t depth = 0; !outer.empty() && depth < sequence.layers.size(); ++depth) {
            if (outer == group) {
                members.push_back(layer.id);
                break;
            }
            const auto* next = findThing(sequence.layers, outer);
            outer = next ? next->group : LayerId();
        }
    }
    return members;
}

namespace {

/// As people would write it: tenths of a dp, hundredths of a percent.
Place roundedOff(Place place) {
    const auto tidy = [](double value, PlaceMeasure measure) {
        return bounded(measure == PlaceMeasure::Dp ? tenth(value) : std::round(value * 100) / 100);
    };
    place.x = tidy(place.x, place.xMeasure);
    place.y = tidy(place.y, place.yMeasure);
    return place;
}

}

Sequence moveLayer(Sequence sequence, const LayerId& layer, Point by, const PlacesOn& on) {
    auto moved = membersOf(sequence, layer);
    moved.push_back(layer);
    for (const auto& id : moved) {
        if (auto* it = findThing(sequence.layers, id)) {
            auto& place = placeFor(*it, on.landscape());
            const Point centre = on.centreOf(place);
            place = roundedOff(on.centredAt(place, {centre.x + by.x, centre.y + by.y}));
        }
    }
    return sequence;
}

Sequence resizeLayer(Sequence sequence, const LayerId& layer, Size size, bool landscape) {
    auto* it = findThing(sequence.layers, layer);
    if (!it) {
        return sequence;
    }
    auto& place = placeFor(*it, landscape);
    const Size before{std::max(0.1, place.width), std::max(0.1, place.height)};
    const Point centre = wayOf(place);
    place.width = tenth(std::clamp(size.width, 1.0, limits::kFarthest));
    place.height = tenth(std::clamp(size.height, 1.0, limits::kFarthest));
    const auto growText = [](Layer& of, double by) {
        if (auto* text = of.as<TextContent>()) {
            text->size = tenth(std::clamp(text->size * by, 1.0, 1000.0));
        }
    };
    growText(*it, place.height / before.height);
    const double across = place.width / before.width;
    const double down = place.height / before.height;
    for (const auto& id : membersOf(sequence, layer)) {
        auto* member = findThing(sequence.layers, id);
        auto& inner = placeFor(*member, landscape);
        // Ways in parts of the screen or of the member itself stay what they are.
        if (inner.xMeasure == PlaceMeasure::Dp) {
            inner.x = tenth(centre.x + (inner.x - centre.x) * across);
        }
        if (inner.yMeasure == PlaceMeasure::Dp) {
            inner.y = tenth(centre.y + (inner.y - centre.y) * down);
        }
        inner.width = tenth(std::max(1.0, inner.width * across));
        inner.height = tenth(std::max(1.0, inner.height * down));
        growText(*member, down);
    }
    return sequence;
}

Sequence turnLayer(Sequence sequence, const LayerId& layer, double degrees, bool landscape) {
    return changeLayer(std::move(sequence), layer, [&](Layer& it) {
        placeFor(it, landscape).turn = tenth(std::clamp(degrees, -3600.0, 3600.0));
    });
}

Sequence reanchorLayer(Sequence sequence, const LayerId& layer, AnchorPoint anchor, bool safeArea,
                       const PlacesOn& on) {
    return changeLayer(std::move(sequence), layer, [&](Layer& it) {
        auto& place = placeFor(it, on.landscape());
        const Point centre = on.centreOf(place);
        place.anchor = anchor;
        place.safeArea = safeArea;
        place = roundedOff(on.centredAt(place, centre));
    });
}

Place measured(Place place, PlaceMeasure across, PlaceMeasure down, const PlacesOn& on) {
    const Point centre = on.centreOf(place);
    place.xMeasure = across;
    place.yMeasure = down;
    return roundedOff(on.centredAt(std::move(place), centre));
}

Sequence takeApart(Sequence sequence, const LayerId& layer, const std::vector<ArtPart>& parts,
                   LayerId& made) {
    const int index = indexOf(sequence.layers, layer);
    if (index < 0 || parts.empty() ||
        !sequence.layers[static_cast<std::size_t>(index)].as<ArtworkContent>()) {
        return sequence;
    }
    // The whole becomes the group and keeps its id, so that its cues go on moving everything.
    auto& whole = sequence.layers[static_cast<std::size_t>(index)];
    const Layer before = whole;
    made = whole.id;
    whole.contents = GroupContent{};
    int at = index;
    for (const auto& part : parts) {
        Layer piece = before;
        piece.name = part.id.substr(0, limits::kNameLength);
        piece.id = freeLayerId(sequence, part.id);
        auto& drawing = piece.get<ArtworkContent>();
        drawing.part = part.id;
        drawing.plate.reset();
        piece.group = made;
        piece.pivot = part.middle;
        piece.destination.reset();
        sequence.layers.insert(sequence.layers.begin() + ++at, std::move(piece));
    }
    std::rotate(sequence.layers.begin() + index, sequence.layers.begin() + index + 1,
                sequence.layers.begin() + at + 1);
    return tidied(std::move(sequence));
}

Sequence addColour(Sequence sequence, const std::string& name, Colour light, Colour dark, ColourId& made) {
    made = freeId(sequence.palette, name, "colour");
    sequence.palette.push_back({made, name.substr(0, limits::kNameLength), light, dark, {}});
    return sequence;
}

Sequence removeColour(Sequence sequence, const ColourId& colour, const ColourId& instead) {
    if (colour == instead || !find(sequence.palette, colour) || !find(sequence.palette, instead)) {
        return sequence;
    }
    visitColours(sequence, [&](ColourRef& ref) { ref = ref == colour ? instead : ref; });
    std::erase_if(sequence.palette, [&](const PaletteColour& it) { return it.id == colour; });
    return sequence;
}

bool isColourUsed(const Sequence& sequence, const ColourId& colour) {
    bool used = false;
    visitColours(sequence, [&](const ColourRef& ref) { used = used || ref == colour; });
    return used;
}

}
