// SPDX-License-Identifier: MIT
#include "core/edit/opening_edits.h"

#include "core/edit/layer_edits.h"
#include "core/edit/tidy.h"
#include "core/model/limits.h"

#include <algorithm>
#include <cmath>

namespace scaena::edit {

using namespace model;

namespace {

constexpr double kSmallestIcon = 16; // dp

double toTenth(double value) { return std::round(value * 10) / 10; }

bool isIn(const std::vector<LayerId>& layers, const LayerId& id) {
    return std::find(layers.begin(), layers.end(), id) != layers.end();
}

/// Whether the place is where newer Android draws the icon.
bool isAt(const Place& place, Point shift) {
    const Point way = wayOf(place);
    return shareOf(place) == Point{0.5, 0.5} && !place.safeArea && std::abs(way.x - shift.x) < 0.05 &&
           std::abs(way.y - shift.y) < 0.05;
}

ArtworkContent* iconArtwork(Sequence& sequence) {
    auto* layer = findThing(sequence.layers, sequence.opening.icon);
    return layer ? layer->as<ArtworkContent>() : nullptr;
}

/// A layer that is there while the system shows it, beneath the one it stands for.
Sequence openWithStandIn(Sequence sequence, Layer layer, const LayerId& above, LayerId& made) {
    layer.hidden = layer.locked = false;
    made = layer.id;
    sequence.layers.insert(sequence.layers.begin() + indexOf(sequence.layers, above), std::move(layer));
    sequence.cues.push_back(givingWay(sequence, made, sequence.beats[1].id));
    sequence.opening.icon = made;
    sequence.opening.iconShift = {};
    return showInStill(std::move(sequence), made, true);
}

}

Sequence clearIcon(Sequence sequence) {
    sequence.opening.icon.clear();
    sequence.opening.iconShift = {};
    return sequence;
}

Sequence sizeIcon(Sequence sequence, double longest) {
    const LayerId icon = sequence.opening.icon;
    const auto* layer = findThing(std::as_const(sequence).layers, icon);
    if (!layer) {
        return sequence;
    }
    const double now = std::max({layer->place.width, layer->place.height, 1.0});
    const double grow = std::max(kSmallestIcon, longest) / now;
    const auto grown = [grow](const Place& place) {
        return Size{toTenth(place.width * grow), toTenth(place.height * grow)};
    };
    const Size upright = grown(layer->place);
    const auto wide = layer->landscape ? std::optional(grown(*layer->landscape)) : std::nullopt;
    sequence = resizeLayer(std::move(sequence), icon, upright, false);
    return wide ? resizeLayer(std::move(sequence), icon, *wide, true) : sequence;
}

Sequence shiftIcon(Sequence sequence, Point to) {
    auto* layer = findThing(sequence.layers, sequence.opening.icon);
    if (!layer) {
        return sequence;
    }
    const auto bounded = [](double value) {
        return toTenth(std::clamp(value, -limits::kIconShift, limits::kIconShift));
    };
    const Point before = sequence.opening.iconShift;
    const Point after{bounded(to.x), bounded(to.y)};
    for (Place* place : {&layer->place, layer->landscape ? &*layer->landscape : nullptr}) {
        if (place && isAt(*place, before)) {
            place->x = after.x;
            place->y = after.y;
        }
    }
    sequence.opening.iconShift = after;
    return sequence;
}

Sequence fitIcon(Sequence sequence, const PaintedCircle& painted, double visible) {
    const auto* layer = findThing(std::as_const(sequence).layers, sequence.opening.icon);
    if (!layer || painted.radius <= 0) {
        return sequence;
    }
    const double longest = std::max({layer->place.width, layer->place.height, 1.0});
    // The box itself is never drawn larger than the circle, so art with room around it stays smaller.
    const double fitted = std::min(visible, visible / 2 / painted.radius);
    const Size box{layer->place.width / longest * fitted, layer->place.height / longest * fitted};
    sequence = sizeIcon(std::move(sequence), std::floor(fitted * 10) / 10);
    return shiftIcon(std::move(sequence),
                     {(0.5 - painted.middle.x) * box.width, (0.5 - painted.middle.y) * box.height});
}

Sequence setPlate(Sequence sequence, const ColourRef& colour, double visibleOnPlate) {
    auto* artwork = iconArtwork(sequence);
    if (!artwork) {
        return sequence;
    }
    if (colour.empty()) {
        artwork->plate.reset();
        return sequence;
    }
    if (artwork->plate) {
        artwork->plate->colour = colour;
        return sequence;
    }
    artwork->plate = Plate{colour, visibleOnPlate, {}};
    const auto& place = findThing(sequence.layers, sequence.opening.icon)->place;
    const bool isLarger = std::max(place.width, place.height) > visibleOnPlate;
    return isLarger ? sizeIcon(std::move(sequence), visibleOnPlate) : sequence;
}

Sequence setPlateDiameter(Sequence sequence, double diameter) {
    if (auto* artwork = iconArtwork(sequence); artwork && artwork->plate) {
        artwork->plate->diameter = std::round(std::clamp(diameter, 1.0, limits::kFarthest));
    }
    return sequence;
}

Sequence setFooter(Sequence sequence, const LayerId& layer) {
    const auto* it = findThing(std::as_const(sequence).layers, layer);
    if (!it) {
        return sequence;
    }
    if (it->as<ArtworkContent>()) {
        if (sequence.opening.icon == layer) {
            sequence = clearIcon(std::move(sequence));
        }
        sequence = makeFooter(std::move(sequence), layer);
    } else if (canBeFooter(it->kind())) {
        sequence.opening.footer = layer;
    } else {
        return sequence;
    }
    return showInStill(std::move(sequence), layer, true);
}

Cue givingWay(const Sequence& sequence, const LayerId& layer, const BeatId& beat) {
    Cue gone;
    gone.id = freeId(sequence.cues, std::string(layer) + "-gives-way", "cue");
    gone.layer = layer;
    gone.beat = beat;
    gone.length = 0;
    gone.move = {MoveKind::Fade, {{"from", 0.0}, {"to", 0.0}}};
    gone.reduced = ReducedMotion::Keep;
    return gone;
}

namespace {

/// A layer in the clip's box that shows the frame.
Layer frameLayer(const Sequence& sequence, const Layer& clip, const ClipStill& still, const char* named) {
    Layer layer = clip;
    layer.id = freeId(sequence.layers, std::string(clip.id) + "-still", "still");
    layer.name = (clip.name + named).substr(0, limits::kNameLength);
    ImageContent pictures;
    pictures.pictures.push_back({still.light, still.density, false, {}});
    if (!still.dark.empty()) {
        pictures.pictures.push_back({still.dark, still.density, true, {}});
    }
    layer.contents = std::move(pictures);
    return layer;
}

}

Sequence openWithClip(Sequence sequence, const LayerId& clip, const ClipStill& still, LayerId& made) {
    const auto* moving = findThing(std::as_const(sequence).layers, clip);
    if (!moving || !moving->as<ClipContent>() || sequence.beats.size() < 2) {
        return sequence;
    }
    Layer layer = frameLayer(sequence, *moving, still, ", first frame");
    return openWithStandIn(std::move(sequence), std::move(layer), clip, made);
}

Sequence addClipFrame(Sequence sequence, const LayerId& clip, const ClipStill& still, LayerId& made) {
    const int index = indexOf(sequence.layers, clip);
    made = {};
    if (index < 0 || !sequence.layers[static_cast<std::size_t>(index)].as<ClipContent>()) {
        return sequence;
    }
    Layer layer = frameLayer(sequence, sequence.layers[static_cast<std::size_t>(index)], still, ", a frame");
    made = layer.id;
    sequence.layers.insert(sequence.layers.begin() + index + 1, std::move(layer));
    return sequence;
}

Sequence openWithTogether(Sequence sequence, const std::vector<LayerId>& layers, const Place& place,
                          const std::string& light, const std::string& dark, LayerId& made) {
    const auto lowest = std::ranges::find_if(std::as_const(sequence).layers,
                                             [&](const auto& it) { return isIn(layers, it.id); });
    if (lowest == std::as_const(sequence).layers.end() || sequence.beats.size() < 2) {
        return sequence;
    }
    const LayerId above = lowest->id;
    Layer layer;
    layer.id = freeId(sequence.layers, "together", "together");
    layer.name = (lowest->name + " and others").substr(0, limits::kNameLength);
    layer.place = place;
    ArtworkContent art;
    art.art = light;
    art.darkArt = dark;
    layer.contents = std::move(art);
    for (const auto& id : layers) {
        sequence = showInStill(std::move(sequence), id, false);
    }
    return openWithStandIn(std::move(sequence), std::move(layer), above, made);
}

Sequence openWithAppIcon(Sequence sequence, double longest, double visibleOnPlate) {
    const auto* layer = iconLayer(sequence);
    if (!layer) {
        return sequence;
    }
    const auto id = layer->id;
    const auto ground = iconColour(sequence);
    sequence = makeIcon(std::move(sequence), id);
    sequence = setPlate(std::move(sequence), ground == sequence.opening.colour ? ColourRef() : ground,
                        visibleOnPlate);
    return sizeIcon(std::move(sequence), longest);
}

Sequence clearFooter(Sequence sequence) {
    sequence.opening.footer.clear();
    return sequence;
}

Sequence showInStill(Sequence sequence, const LayerId& layer, bool shows) {
    auto& layers = sequence.opening.layers;
    if (shows && !isIn(layers, layer) && findThing(std::as_const(sequence).layers, layer)) {
        layers.push_back(layer);
    } else if (!shows) {
        std::erase(layers, layer);
    }
    return sequence;
}

const Layer* groundOf(const Sequence& sequence) {
    const Layer* lowest = nullptr;
    for (const auto& layer : sequence.layers) {
        if (layer.as<BackdropContent>() && isIn(sequence.opening.layers, layer.id)) {
            if (pictureOf(layer)) {
                return &layer;
            }
            lowest = lowest ? lowest : &layer;
        }
    }
    return lowest;
}

Sequence withGround(Sequence sequence, LayerId& ground) {
    if (const auto* there = groundOf(sequence)) {
        ground = there->id;
        return sequence;
    }
    Layer layer;
    layer.name = "Ground";
    layer.contents = BackdropContent{{sequence.opening.colour, {}, 180, {}}, 0, {}};
    sequence = addLayer(std::move(sequence), std::move(layer), {}, ground);
    sequence = reorderLayer(std::move(sequence), ground, 0);
    return showInStill(std::move(sequence), ground, true);
}

}
