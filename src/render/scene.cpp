// SPDX-License-Identifier: MIT
#include "render/scene.h"

#include "render/convert.h"
#include "render/text_outline.h"

#include <QBuffer>
#include <QImageReader>

namespace scaena::render {

using model::LayerKind;

namespace {

QImage decodeImage(const std::string& bytes) {
    QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
    QBuffer buffer(&data);
    buffer.open(QIODevice::ReadOnly);
    QImageReader reader(&buffer);
    reader.setDecideFormatFromContent(true);
    const QSize size = reader.size();
    if (!size.isValid() || qint64(size.width()) * size.height() > kMostImagePixels) {
        return {};
    }
    return reader.read().convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

QImage screenshotOf(const model::FirstScreenContent& content, const project::ArtShelf& shelf,
                    model::Appearance appearance) {
    const bool dark = appearance == model::Appearance::Dark && !content.darkImage.empty();
    const auto found = shelf.images.find(dark ? content.darkImage : content.lightImage);
    return found == shelf.images.end() ? QImage() : decodeImage(*found->second);
}

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

}

Scene::Scene(const model::Sequence& sequence, const project::ArtShelf& shelf, model::Appearance appearance)
    : m_appearance(appearance), m_bars(sequence.bars) {
    const auto colour = [&](const model::ColourRef& ref) {
        return toQt(model::colourOf(sequence.palette, ref, appearance));
    };
    m_openingColour = colour(sequence.opening.colour);
    for (const auto& layer : sequence.layers) {
        PreparedLayer prepared;
        prepared.layer = layer;
        switch (layer.kind) {
        case LayerKind::Backdrop:
            prepared.from = colour(layer.fill.colour);
            prepared.to = layer.fill.to.empty() ? prepared.from : colour(layer.fill.to);
            break;
        case LayerKind::Artwork:
        case LayerKind::FooterMark:
            if (const auto art = shelf.artOf(layer, appearance)) {
                const Colour tint = layer.tint.empty()
                                        ? Colour{0, 0, 0, 255}
                                        : model::colourOf(sequence.palette, layer.tint, appearance);
                const double fit =
                    art::fitInto(art->viewBox, {0, 0, layer.place.width, layer.place.height}).meanScale();
                prepared.art = std::make_shared<const PreparedArt>(*art, tint, fit > 0 ? 1 / fit : 1);
            } else {
                prepared.art = missingMark();
                prepared.missingArt = true;
            }
            prepared.plate = layer.plate ? colour(layer.plate->colour) : QColor();
            break;
        case LayerKind::Text:
            prepared.art =
                std::make_shared<const PreparedArt>(outlineText(layer.text), colour(layer.text.colour), 1);
            break;
        case LayerKind::FirstScreen:
            prepared.screenBackground = colour(layer.firstScreen.background);
            prepared.screenshot = screenshotOf(layer.firstScreen, shelf, appearance);
            for (const auto& block : layer.firstScreen.blocks) {
                prepared.blockColours.push_back(colour(block.colour));
            }
            break;
        }
        m_layers.push_back(std::move(prepared));
    }
}

}
