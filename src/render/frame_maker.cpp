// SPDX-License-Identifier: MIT
#include "render/frame_maker.h"

#include "core/schedule/resolve.h"
#include "render/frame_painter.h"
#include "render/icon_image.h"
#include "render/png_writer.h"
#include "render/scene.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace scaena::render {

namespace {

constexpr int kBandRows = 64;

}

std::string QtFrameMaker::openingPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                     const schedule::Conditions& conditions, Size screen,
                                     double density) const {
    auto schedule = schedule::resolve(sequence, conditions);
    const double freeBelow = schedule.screen.height - schedule.safeArea.bottom();
    schedule.screen = screen;
    schedule.safeArea = {0, schedule.safeArea.y, screen.width,
                         screen.height - schedule.safeArea.y - freeBelow};
    const auto frame = schedule::evaluate(schedule, 0);
    auto shown = *schedule.sequence;
    for (std::size_t i = 0; i < shown.layers.size(); ++i) {
        const bool seen = std::any_of(frame.layers.begin(), frame.layers.end(),
                                      [&](const auto& it) { return it.layer == static_cast<int>(i); });
        if (!seen) {
            shown.layers[i] = {}; // keeps the places of the others, and costs nothing to prepare
            shown.layers[i].kind = model::LayerKind::Group;
        }
    }
    const Scene scene(shown, shelf, conditions.appearance, density);
    const int width = static_cast<int>(std::lround(screen.width * density));
    const int height = static_cast<int>(std::lround(screen.height * density));
    // In bands that stay in the processor's cache, since a tablet's whole frame is 22 MB, and only between
    // the columns where something happens. RGB without alpha: the frame covers the screen.
    const auto busy = busyColumns(scene, frame);
    const int left = busy ? std::clamp(static_cast<int>(busy->from * density) - 1, 0, width - 1) : 0;
    const int right = busy ? std::clamp(static_cast<int>(busy->to * density) + 2, left + 1, width) : width;
    const auto paint = [&](QImage& into, int x, int y) {
        QPainter painter(&into);
        painter.translate(-x, -y);
        painter.scale(density, density);
        paintFrame(painter, scene, frame);
    };
    PngWriter writer(width, height, PngWriter::Channels::Rgb);
    QImage part(right - left, std::min(height, kBandRows), QImage::Format_RGB32);
    QImage beside = left > 0 || right < width ? QImage(1, part.height(), part.format()) : QImage();
    for (int top = 0; top < height; top += part.height()) {
        paint(part, left, top);
        if (!beside.isNull()) {
            paint(beside, left > 0 ? 0 : width - 1, top);
        }
        writer.add(part, left, beside);
    }
    return writer.finished();
}

std::string QtFrameMaker::layerPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                   const Id& layer, model::Appearance appearance, int side, double part,
                                   std::optional<Colour> backing, bool round) const {
    const QImage image = layerImage(sequence, shelf, layer, {appearance, side, part, backing, round});
    return image.isNull() ? std::string() : pngOf(image);
}

}
