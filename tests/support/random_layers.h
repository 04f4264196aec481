// SPDX-License-Identifier: MIT
#pragma once

#include "support/builders.h"
#include "support/random.h"

#include <algorithm>

namespace scaena::test {

/// The files random sequences name; whoever exports them puts some there (support/export_helper.h).
inline constexpr const char* kRandomArt = "logo.svg";
inline constexpr const char* kRandomPicture = "photo.png";

/// Layers of every kind, in groups within groups about other pivots, in turned places and places of their own
/// for screens held sideways, beside the safe area; and an opening made of some of them.
class RandomLayers {
public:
    explicit RandomLayers(Random& random) : m_random(random) {}

    void addTo(model::Sequence& sequence) {
        dressBackdrop(model::findThing(sequence.layers, "backdrop")->get<model::BackdropContent>());
        for (std::size_t kind = 0; kind < std::variant_size_v<model::Contents>; ++kind) {
            if (m_random.oneIn(2)) {
                add(sequence, static_cast<model::LayerKind>(kind));
            }
        }
        add(sequence, model::LayerKind::Group);
        add(sequence, model::LayerKind::Group);
        joinGroups(sequence);
        dressOpening(sequence.opening, sequence.layers);
    }

private:
    void add(model::Sequence& sequence, model::LayerKind kind) {
        if (kind == model::LayerKind::FirstScreen) {
            return; // a second one has a meaning of its own; it comes with an outcome below
        }
        model::Layer made;
        made.id = model::freeId(sequence.layers, model::word(kind), "layer");
        made.name = made.id;
        made.contents = contents(kind, sequence);
        if (!model::coversScreen(kind)) {
            made.place = place();
            made.landscape = m_random.oneIn(3) ? std::optional(place()) : std::nullopt;
            made.destination = m_random.oneIn(2) ? std::optional(place()) : std::nullopt;
            made.pivot =
                m_random.oneIn(2) ? Point{0.5, 0.5} : Point{m_random.below(5) / 4.0, m_random.below(5) / 4.0};
        }
        if (!model::coversScreen(kind) && m_random.oneIn(6)) {
            made.copies = copies();
        }
        if (kind == model::LayerKind::Text && m_random.oneIn(3)) {
            made.shownWhen = m_random.oneIn(2) ? model::ShownWhen::Offline : model::ShownWhen::Message;
        }
        sequence.layers.push_back(std::move(made));
    }

    model::Copies copies() {
        model::Copies made;
        made.form = m_random.word<model::CopyForm>();
        made.count = 2 + m_random.below(2);
        made.columns = 1 + m_random.below(2);
        made.across = m_random.within(60);
        made.down = m_random.within(60);
        made.radius = m_random.within(60);
        made.later = m_random.below(200);
        made.turn = m_random.oneIn(2) ? 0 : m_random.within(90);
        made.size = m_random.oneIn(2) ? 100 : 60 + m_random.below(60);
        made.opacity = m_random.oneIn(2) ? 100 : 40 + m_random.below(60);
        return made;
    }

    model::Place place() {
        model::Place made;
        made.anchor = static_cast<model::AnchorPoint>(m_random.below(9));
        made.x = m_random.within(100);
        made.y = m_random.within(200);
        made.width = 20 + m_random.below(200);
        made.height = 20 + m_random.below(200);
        made.turn = m_random.oneIn(2) ? 0 : m_random.within(180);
        made.safeArea = m_random.oneIn(3);
        for (auto [way, measure] : {std::pair(&made.x, &made.xMeasure), std::pair(&made.y, &made.yMeasure)}) {
            *measure = static_cast<model::PlaceMeasure>(m_random.oneIn(2) ? 0 : m_random.below(3));
            *way *= *measure == model::PlaceMeasure::Screen ? 0.2 : 1; // it stays on the screen
        }
        return made;
    }

    ColourId colour(const model::Sequence& sequence) { return m_random.anyOf(sequence.palette).id; }
    ColourId colourOrNone(const model::Sequence& sequence) {
        return m_random.oneIn(2) ? ColourId() : colour(sequence);
    }

    void dressBackdrop(model::BackdropContent& it) {
        if (m_random.oneIn(2)) {
            it.fill.to = "ink";
            it.fill.angle = m_random.within(360);
        }
    }

    model::Contents contents(model::LayerKind kind, const model::Sequence& sequence) {
        auto made = model::contentsOf(kind);
        if (auto* backdrop = std::get_if<model::BackdropContent>(&made)) {
            backdrop->fill.colour = colour(sequence);
            backdrop->panelHeight = m_random.below(200);
            dressBackdrop(*backdrop);
        } else if (auto* art = std::get_if<model::ArtworkContent>(&made)) {
            art->art = kRandomArt;
            art->tint = colourOrNone(sequence);
            if (m_random.oneIn(3)) {
                art->plate = model::Plate{colour(sequence), 60.0 + m_random.below(120), {}};
            }
        } else if (auto* mark = std::get_if<model::FooterContent>(&made)) {
            mark->art = kRandomArt;
        } else if (auto* text = std::get_if<model::TextContent>(&made)) {
            text->text = m_random.oneIn(2) ? "No connection" : "Fern";
            text->colour = colour(sequence);
            text->size = 12 + m_random.below(40);
            text->typeface = m_random.word<model::Typeface>();
            text->bold = m_random.oneIn(2);
            if (m_random.oneIn(2)) { // several lines
                text->text += "\nOnce more, with all of them";
                text->wrapAt = m_random.oneIn(2) ? 60 + m_random.below(200) : 0;
                text->align = m_random.word<model::TextAlign>();
                text->lineHeight = 80 + m_random.below(100);
                text->spacing = m_random.below(12) - 4;
            }
        } else if (auto* shape = std::get_if<model::ShapeContent>(&made)) {
            dressShape(*shape, sequence);
        } else if (auto* image = std::get_if<model::ImageContent>(&made)) {
            image->pictures = {{kRandomPicture, 1.0 + m_random.below(3), false, {}}};
        } else if (auto* progress = std::get_if<model::ProgressContent>(&made)) {
            progress->form = m_random.word<model::ProgressForm>();
            progress->colour = colour(sequence);
            progress->track = colourOrNone(sequence);
            progress->thickness = 2 + m_random.below(12);
            if (!sequence.gates.empty() && m_random.oneIn(2)) {
                progress->gates = {m_random.anyOf(sequence.gates).id};
            }
        } else if (auto* clip = std::get_if<model::ClipContent>(&made)) {
            clip->stopAt = 200 + m_random.below(3000);
        }
        return made;
    }

    void dressShape(model::ShapeContent& it, const model::Sequence& sequence) {
        it.form = m_random.word<model::ShapeForm>();
        const bool isLine = it.form == model::ShapeForm::Line;
        it.colour = isLine ? ColourId() : colour(sequence);
        if (!isLine && m_random.oneIn(3)) {
            it.to = colour(sequence);
            it.angle = m_random.within(360);
        }
        it.corner = m_random.oneIn(2) ? 0 : m_random.below(60);
        if (isLine || m_random.oneIn(2)) {
            it.strokeColour = colour(sequence);
            it.strokeWidth = 1 + m_random.below(12);
        }
    }

    void joinGroups(model::Sequence& sequence) {
        for (auto& layer : sequence.layers) {
            if (model::coversScreen(layer.kind()) || layer.id == "group-2" || !m_random.oneIn(3)) {
                continue;
            }
            layer.group =
                layer.id == "group" ? LayerId("group-2") : LayerId(m_random.oneIn(2) ? "group" : "group-2");
        }
    }

    void dressOpening(model::Opening& opening, const std::vector<model::Layer>& layers) {
        opening.icon.clear();
        for (const auto& layer : layers) {
            if (model::canBeIcon(layer.kind()) && m_random.oneIn(2)) {
                opening.icon = layer.id;
            }
            if (layer.as<model::FooterContent>()) {
                opening.footer = layer.id;
            }
            if (layer.kind() != model::LayerKind::FirstScreen && m_random.oneIn(3)) {
                opening.layers.push_back(layer.id);
            }
        }
        if (!opening.icon.empty() && m_random.oneIn(2)) {
            opening.iconShift = {m_random.below(30) - 15.0, m_random.below(30) - 15.0};
        }
        const auto image =
            std::ranges::find_if(layers, [](const auto& it) { return it.kind() == model::LayerKind::Image; });
        if (image != layers.end() && image->id != opening.icon && m_random.oneIn(2)) {
            opening.footer = image->id;
        }
    }

    Random& m_random;
};

}
