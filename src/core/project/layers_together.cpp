// SPDX-License-Identifier: MIT
#include "core/project/layers_together.h"

#include "core/project/shown_art.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::project {

using model::Appearance;

namespace {

/// From the layer's box, whose corner is the origin, to where it stands about its anchor.
Matrix standing(const model::Layer& layer) {
    const auto& place = layer.place;
    const Point pivot{layer.pivot.x * place.width, layer.pivot.y * place.height};
    const Point way = model::wayOf(place);
    return Matrix::translation(way.x - place.width / 2 + pivot.x, way.y - place.height / 2 + pivot.y) *
           Matrix::rotation(place.turn) * Matrix::translation(-pivot.x, -pivot.y);
}

void tint(art::Paint& paint, Colour colour) {
    if (const auto* it = std::get_if<art::CurrentColour>(&paint)) {
        colour.a = static_cast<std::uint8_t>(std::lround(colour.a * it->alpha));
        paint = colour;
    }
}

void tint(art::Group& group, Colour colour) {
    for (auto& node : group.children) {
        if (auto* shape = std::get_if<art::Shape>(&node)) {
            tint(shape->fill, colour);
            tint(shape->stroke.paint, colour);
        } else if (auto* inner = std::get_if<std::unique_ptr<art::Group>>(&node)) {
            tint(**inner, colour);
        }
    }
}

class Joiner {
public:
    Joiner(const model::Sequence& sequence, const ArtFiles& artFiles)
        : m_sequence(sequence), m_artFiles(artFiles) {}

    Together run(const std::vector<LayerId>& ids) {
        Together made;
        std::vector<const model::Layer*> layers;
        for (const auto& layer : m_sequence.layers) {
            if (std::ranges::find(ids, layer.id) != ids.end() && canJoin(layer)) {
                layers.push_back(&layer);
            }
        }
        if (layers.size() < 2) {
            made.whyNot = "takes two drawings at least: art, footer marks or shapes";
            return made;
        }
        const auto& first = layers.front()->place;
        for (const auto* layer : layers) {
            if (!hangTogether(*layers.front(), *layer)) {
                made.whyNot =
                    fmt::format("cannot join “{}” and “{}”: their places hang on other points of the "
                                "screen, so that they stand otherwise to each other on each device",
                                layers.front()->name, layer->name);
                return made;
            }
        }
        const Rect box = boundsOf(layers);
        made.light = drawn(layers, box, Appearance::Light);
        made.dark = drawn(layers, box, Appearance::Dark);
        if (!made.light || !made.dark) {
            made.light = made.dark = nullptr;
            made.whyNot = "cannot join them: the file of one of them cannot be drawn";
            return made;
        }
        if (!m_differs) {
            made.dark = nullptr;
        }
        made.place = {first.anchor, box.x + box.width / 2, box.y + box.height / 2, box.width, box.height};
        made.place.safeArea = first.safeArea;
        return made;
    }

private:
    static Rect boundsOf(const std::vector<const model::Layer*>& layers) {
        double left = 1e9, top = 1e9, right = -1e9, bottom = -1e9;
        const auto reach = [&](Point at) {
            left = std::min(left, at.x);
            right = std::max(right, at.x);
            top = std::min(top, at.y);
            bottom = std::max(bottom, at.y);
        };
        for (const auto* layer : layers) {
            const auto map = standing(*layer);
            const Size size{layer->place.width, layer->place.height};
            for (const Point corner :
                 {Point{0, 0}, {size.width, 0}, {0, size.height}, {size.width, size.height}}) {
                reach(map.map(corner));
            }
            if (const auto* plate = model::plateOf(*layer)) {
                const Point middle = map.map({size.width / 2, size.height / 2});
                reach({middle.x - plate->diameter / 2, middle.y - plate->diameter / 2});
                reach({middle.x + plate->diameter / 2, middle.y + plate->diameter / 2});
            }
        }
        return {left, top, right - left, bottom - top};
    }

    std::shared_ptr<const art::Art> drawn(const std::vector<const model::Layer*>& layers, const Rect& box,
                                          Appearance appearance) {
        auto all = std::make_shared<art::Art>();
        all->viewBox = {0, 0, box.width, box.height};
        const auto colourOf = [&](const model::ColourRef& ref) {
            m_differs = m_differs || model::colourOf(m_sequence.palette, ref, Appearance::Light) !=
                                         model::colourOf(m_sequence.palette, ref, Appearance::Dark);
            return model::colourOf(m_sequence.palette, ref, appearance);
        };
        for (const auto* layer : layers) {
            const auto one = shownArt(m_sequence, m_artFiles, *layer, appearance);
            if (!one) {
                return nullptr;
            }
            m_differs = m_differs || differsByNight(*layer);
            const Size size{layer->place.width, layer->place.height};
            const auto place = Matrix::translation(-box.x, -box.y) * standing(*layer);
            if (const auto* plate = model::plateOf(*layer)) {
                art::Shape disc;
                disc.path = art::ellipsePath(place.map({size.width / 2, size.height / 2}),
                                             plate->diameter / 2, plate->diameter / 2);
                disc.fill = colourOf(plate->colour);
                all->root.children.emplace_back(std::move(disc));
            }
            auto group = art::cloneGroup(one->root);
            tint(*group,
                 model::tintOf(*layer).empty() ? Colour{0, 0, 0, 255} : colourOf(model::tintOf(*layer)));
            auto placed = std::make_unique<art::Group>();
            placed->transform = place * art::fitInto(one->viewBox, {0, 0, size.width, size.height});
            placed->children.emplace_back(std::move(group));
            all->root.children.emplace_back(std::move(placed));
        }
        return all;
    }

    const model::Sequence& m_sequence;
    const ArtFiles& m_artFiles;
    bool m_differs = false;
};

}

bool canJoin(const model::Layer& layer) {
    return layer.art() != nullptr || layer.as<model::ShapeContent>() != nullptr;
}

bool hangTogether(const model::Layer& one, const model::Layer& other) {
    const auto anchorOf = [](const model::Layer& it) { return model::fractions(it.place.anchor); };
    return anchorOf(one) == anchorOf(other) && one.place.safeArea == other.place.safeArea &&
           model::shareOf(one.place) == anchorOf(one) && model::shareOf(other.place) == anchorOf(other);
}

Together layersTogether(const model::Sequence& sequence, const ArtFiles& artFiles,
                        const std::vector<LayerId>& layers) {
    return Joiner(sequence, artFiles).run(layers);
}

}
