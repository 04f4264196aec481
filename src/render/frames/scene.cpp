// SPDX-License-Identifier: MIT
#include "render/frames/scene.h"

#include "core/base/overloads.h"
#include "core/project/shown_art.h"
#include "render/art/image_cache.h"
#include "render/base/convert.h"
#include "render/text/text_outline.h"

namespace scaena::render {

using model::Appearance;

namespace {

/// A box with a cross: what stands for art that could not be read, so that it is seen to be missing.
std::shared_ptr<const PreparedArt> missingMark() {
    QPainterPath path;
    path.addRect(2, 2, 96, 96);
    path.moveTo(2, 2);
    path.lineTo(98, 98);
    path.moveTo(98, 2);
    path.lineTo(2, 98);
    QPainterPathStroker stroker;
    stroker.setWidth(2);
    return std::make_shared<const PreparedArt>(stroker.createStroke(path), QColor(0xB2, 0x3A, 0x48), 1);
}

/// The layer with everything set aside that only decides where and when it is seen.
model::Layer looksOf(const model::Layer& layer) {
    model::Layer looks = layer;
    const auto onlySize = [](const model::Place& place) {
        model::Place size;
        size.width = place.width;
        size.height = place.height;
        return size;
    };
    looks.place = onlySize(layer.place);
    looks.landscape = project::hasOtherBox(layer) ? std::optional(onlySize(*layer.landscape)) : std::nullopt;
    looks.destination.reset();
    looks.name.clear();
    looks.group.clear();
    looks.hidden = looks.locked = false;
    looks.pivot = {};
    looks.shownWhen = model::ShownWhen::Always;
    return looks;
}

class LayerMaker {
public:
    LayerMaker(const model::Sequence& sequence, const project::ArtFiles& artFiles, Appearance appearance,
               double density)
        : m_sequence(sequence), m_artFiles(artFiles), m_appearance(appearance), m_density(density) {}

    [[nodiscard]] PreparedLayer make(const model::Layer& layer) const {
        PreparedLayer prepared;
        prepared.layer = layer;
        prepared.sources = sourcesOf(layer);
        const Overloads prepare{
            [&](const model::BackdropContent& it) {
                prepared.from = colour(it.fill.colour);
                prepared.to = it.fill.to.empty() ? prepared.from : colour(it.fill.to);
                prepared.picture = image(project::backdropPicture(layer, m_appearance, false));
                prepared.sideways = image(project::backdropPicture(layer, m_appearance, true));
            },
            [&](const model::ArtContent&) { artwork(prepared); },
            [&](const model::ShapeContent&) { artwork(prepared); },
            [&](const model::TextContent& it) {
                prepared.art = std::make_shared<const PreparedArt>(
                    outlineText(it, m_artFiles.bytesOf(it.fontFile)), colour(it.colour), 1);
            },
            [&](const model::FirstScreenContent& it) {
                prepared.screenBackground = colour(it.background);
                prepared.picture = image(pathOf(it));
                for (const auto& block : it.blocks) {
                    prepared.blockColours.push_back(colour(block.colour));
                }
            },
            [&](const model::ImageContent&) { picture(prepared); },
            [&](const model::ProgressContent& it) {
                prepared.from = colour(it.colour);
                prepared.to = it.track.empty() ? QColor() : colour(it.track);
            },
            [&](const model::ClipContent& it) {
                prepared.clip = ClipPictures::make(bytes(pathOf(it)));
                markIfMissing(prepared, prepared.clip == nullptr);
            },
            [](const model::GroupContent&) {}};
        std::visit(prepare, layer.contents);
        return prepared;
    }

    /// The objects a layer is made from; the same ones make the same layer.
    [[nodiscard]] std::vector<const void*> sourcesOf(const model::Layer& layer) const {
        std::vector<const void*> sources;
        const auto file = [&](const std::string& path) { sources.push_back(bytes(path).get()); };
        std::visit(Overloads{[](const model::ShapeContent&) {}, [](const model::ProgressContent&) {},
                             [](const model::GroupContent&) {},
                             [&](const model::BackdropContent&) {
                                 file(project::backdropPicture(layer, m_appearance, false));
                                 file(project::backdropPicture(layer, m_appearance, true));
                             },
                             [&](const model::ArtworkContent&) { sources.push_back(artFor(layer)); },
                             [&](const model::FooterContent&) { sources.push_back(artFor(layer)); },
                             [&](const model::TextContent& it) { file(it.fontFile); },
                             [&](const model::FirstScreenContent& it) { file(pathOf(it)); },
                             [&](const model::ClipContent& it) { file(pathOf(it)); },
                             [&](const model::ImageContent&) {
                                 if (const auto* it = project::pictureFor(layer, m_density, m_appearance)) {
                                     file(it->path);
                                 }
                             }},
                   layer.contents);
        return sources;
    }

private:
    [[nodiscard]] QColor colour(const model::ColourRef& ref) const {
        return toQt(model::colourOf(m_sequence.palette, ref, m_appearance));
    }
    [[nodiscard]] Bytes bytes(const std::string& path) const {
        const auto found = m_artFiles.files.find(path);
        return found == m_artFiles.files.end() ? nullptr : found->second;
    }
    [[nodiscard]] QImage image(const std::string& path) const {
        return path.empty() ? QImage() : decodedImage(bytes(path));
    }
    [[nodiscard]] const void* artFor(const model::Layer& layer) const {
        return m_artFiles.artOf(layer, m_appearance).get();
    }
    [[nodiscard]] std::string pathOf(const model::FirstScreenContent& content) const {
        const bool dark = m_appearance == Appearance::Dark && !content.darkImage.empty();
        return dark ? content.darkImage : content.lightImage;
    }
    [[nodiscard]] std::string pathOf(const model::ClipContent& content) const {
        const bool dark = m_appearance == Appearance::Dark && !content.darkPath.empty();
        return dark ? content.darkPath : content.path;
    }

    static void markIfMissing(PreparedLayer& prepared, bool missing) {
        if (missing) {
            prepared.art = missingMark();
            prepared.missingArt = true;
        }
    }

    [[nodiscard]] std::shared_ptr<const PreparedArt> artIn(const model::Layer& layer, bool landscape) const {
        const auto art = project::shownArt(m_sequence, m_artFiles, layer, m_appearance, landscape);
        if (!art) {
            return nullptr;
        }
        const auto ref = model::tintOf(layer);
        const Colour tint =
            ref.empty() ? Colour{0, 0, 0, 255} : model::colourOf(m_sequence.palette, ref, m_appearance);
        const auto& place = model::placeOn(layer, landscape);
        const double fit = art::fitInto(art->viewBox, {0, 0, place.width, place.height}).meanScale();
        return sharedPreparedArt(art, tint, fit > 0 ? 1 / fit : 1);
    }

    void artwork(PreparedLayer& prepared) const {
        const auto& layer = prepared.layer;
        prepared.art = artIn(layer, false);
        if (layer.as<model::ShapeContent>() && project::hasOtherBox(layer)) {
            prepared.wide = artIn(layer, true);
        }
        markIfMissing(prepared, !prepared.art);
        const auto* plate = model::plateOf(layer);
        prepared.plate = plate ? colour(plate->colour) : QColor();
    }

    void picture(PreparedLayer& prepared) const {
        const auto* shown = project::pictureFor(prepared.layer, m_density, m_appearance);
        prepared.picture = shown ? image(shown->path) : QImage();
        markIfMissing(prepared, prepared.picture.isNull());
    }

    const model::Sequence& m_sequence;
    const project::ArtFiles& m_artFiles;
    Appearance m_appearance;
    double m_density;
};

}

Scene::Scene(const model::Sequence& sequence, const project::ArtFiles& artFiles, Appearance appearance,
             double density, const Scene* before)
    : m_appearance(appearance), m_bars(sequence.bars), m_palette(sequence.palette), m_density(density) {
    m_openingColour = toQt(model::colourOf(sequence.palette, sequence.opening.colour, appearance));
    const bool comparable = before && before->m_appearance == appearance && before->m_density == density &&
                            before->m_palette == sequence.palette;
    const LayerMaker maker(sequence, artFiles, appearance, density);
    std::size_t takenOver = 0; // at the same place of the order
    for (std::size_t i = 0; i < sequence.layers.size(); ++i) {
        const auto& layer = sequence.layers[i];
        const PreparedLayer* known = nullptr;
        if (comparable) {
            const auto& old = before->m_layers;
            const auto same = [&](const PreparedLayer& it) { return it.layer.id == layer.id; };
            const auto found = i < old.size() && same(old[i]) ? old.begin() + static_cast<std::ptrdiff_t>(i)
                                                              : std::find_if(old.begin(), old.end(), same);
            known = found != old.end() && looksOf(found->layer) == looksOf(layer) &&
                            found->sources == maker.sourcesOf(layer)
                        ? &*found
                        : nullptr;
        }
        takenOver += known && i < before->m_layers.size() && known == &before->m_layers[i] ? 1 : 0;
        m_layers.push_back(known ? *known : maker.make(layer));
        m_layers.back().layer = layer;
    }
    const bool isAlike = comparable && takenOver == m_layers.size() &&
                         before->m_layers.size() == m_layers.size() && before->m_bars == m_bars &&
                         before->m_openingColour == m_openingColour;
    m_look = isAlike ? before->m_look : std::make_shared<const SceneLook>();
}

}
