// SPDX-License-Identifier: MIT
#include "export/common/outlines.h"

#include "core/project/shown_art.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

class OutlineCollector {
public:
    explicit OutlineCollector(const model::Layer& layer) : m_layer(layer) {}

    void group(const art::Group& group, const Matrix& outer, double outerOpacity) {
        const Matrix map = outer * group.transform;
        for (const auto& child : group.children) {
            if (const auto* shape = std::get_if<art::Shape>(&child)) {
                add(*shape, shape->fill, map, outerOpacity * group.opacity * shape->opacity, 0);
                add(*shape, shape->stroke.paint, map, outerOpacity * group.opacity * shape->opacity,
                    shape->stroke.width * map.meanScale());
            } else if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&child)) {
                this->group(**inner, map, outerOpacity * group.opacity);
            }
        }
    }
    std::vector<OutlineData> take() { return std::move(m_outlines); }

private:
    void add(const art::Shape& shape, const art::Paint& paint, const Matrix& map, double opacity,
             double width) {
        if (std::holds_alternative<std::monostate>(paint)) {
            return;
        }
        OutlineData outline{
            art::toText(art::mapped(shape.path, map)), paletteColour(paint, width > 0), {}, width};
        if (outline.ref.empty()) {
            outline.colour = faded(plainColour(paint), opacity);
        }
        m_outlines.push_back(std::move(outline));
    }

    /// The colour of the palette that stands for this paint, or nothing.
    [[nodiscard]] model::ColourRef paletteColour(const art::Paint& paint, bool stroke) const {
        if (const auto* shape = m_layer.as<model::ShapeContent>()) {
            return stroke ? shape->strokeColour : shape->colour;
        }
        if (std::holds_alternative<art::CurrentColour>(paint)) {
            return model::tintOf(m_layer);
        }
        const auto* colour = std::get_if<Colour>(&paint);
        const auto* drawing = m_layer.art();
        if (!colour || !drawing) {
            return {};
        }
        const auto found = drawing->recolour.find(toHex({colour->r, colour->g, colour->b, 255}));
        return found == drawing->recolour.end() ? model::ColourRef() : found->second;
    }

    /// A thin line shows little of a gradient; its first colour stands for it.
    static Colour plainColour(const art::Paint& paint) {
        if (const auto* colour = std::get_if<Colour>(&paint)) {
            return *colour;
        }
        const auto* gradient = std::get_if<art::Gradient>(&paint);
        return gradient ? gradient->stops.front().colour : Colour{0, 0, 0, 255};
    }

    static Colour faded(Colour colour, double opacity) {
        colour.a = static_cast<std::uint8_t>(std::lround(colour.a * opacity));
        return colour;
    }

    const model::Layer& m_layer;
    std::vector<OutlineData> m_outlines;
};

}

bool isDrawn(const model::Sequence& sequence, const LayerId& layer) {
    return std::any_of(sequence.cues.begin(), sequence.cues.end(), [&](const model::Cue& c) {
        return c.layer == layer && c.move.kind == model::MoveKind::Draw;
    });
}

std::vector<OutlineData> outlinesOf(const ExportInput& input, const model::Layer& layer,
                                    model::Appearance appearance) {
    if (!isDrawn(input.sequence, layer.id)) {
        return {};
    }
    if (const auto* text = layer.as<model::TextContent>()) {
        const auto path = input.outliner.outline(*text, input.artFiles.bytesOf(text->fontFile));
        return {{art::toText(path), text->colour, {}, 0}};
    }
    model::Layer asDrawn = layer;
    if (auto* drawing = asDrawn.art()) {
        drawing->recolour.clear(); // the collector names the palette's colours itself
    }
    const auto art = project::shownArt(input.sequence, input.artFiles, asDrawn, appearance);
    if (!art) {
        return {};
    }
    const Rect box{-layer.place.width / 2, -layer.place.height / 2, layer.place.width, layer.place.height};
    OutlineCollector collector(layer);
    collector.group(art->root, art::fitInto(art->viewBox, box), 1);
    return collector.take();
}

}
