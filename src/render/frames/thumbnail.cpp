// SPDX-License-Identifier: MIT
#include "render/frames/thumbnail.h"

#include "render/frames/frame_painter.h"

#include <QPainter>

namespace scaena::render {

QImage layerThumbnail(const Scene& scene, int layer, QSize pixels) {
    const auto& prepared = scene.layers()[static_cast<std::size_t>(layer)];
    if (model::coversScreen(prepared.layer.kind()) || prepared.layer.as<model::GroupContent>() ||
        pixels.isEmpty()) {
        return {};
    }
    QSizeF box(std::max(1.0, prepared.layer.place.width), std::max(1.0, prepared.layer.place.height));
    if (prepared.layer.as<model::TextContent>() && prepared.art) {
        box = prepared.art->viewBox().size().expandedTo({1, 1}); // its ink, not its place
    }
    schedule::LayerState state;
    state.layer = layer;
    state.size = {prepared.layer.place.width, prepared.layer.place.height};
    state.progress = 0.7;
    state.clip = 1;
    const double scale = std::min(pixels.width() / box.width(), pixels.height() / box.height());
    schedule::Frame frame;
    frame.screen = {pixels.width() / scale, pixels.height() / scale};
    state.centre = {frame.screen.width / 2, frame.screen.height / 2};
    QImage image(pixels, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.scale(scale, scale);
    paintLayer(painter, scene, state, frame.screen);
    return image;
}

}
