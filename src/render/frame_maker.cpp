// SPDX-License-Identifier: MIT
#include "render/frame_maker.h"

#include "core/schedule/resolve.h"
#include "render/frame_painter.h"
#include "render/icon_image.h"
#include "render/paint_threads.h"
#include "render/png_writer.h"
#include "render/scene.h"

#include <QPainter>
#include <algorithm>
#include <cmath>
#include <set>

namespace scaena::render {

namespace {

constexpr int kBandPixels = 1 << 17; ///< stay in the processor's cache, since a tablet's whole frame is 22 MB

/// Rows of a picture, in pixels, and the columns between which they are not of one colour a row.
struct Band {
    int top, bottom, left, right;
};

/// The picture from top to bottom.
std::vector<Band> bandsOf(const std::optional<std::vector<QRectF>>& busy, QSize pixels, double density) {
    const QRect whole(QPoint(), pixels);
    std::vector<QRect> parts;
    if (busy) {
        for (const auto& part : *busy) { // with a pixel more for soft edges
            const QRectF scaled(part.topLeft() * density, part.size() * density);
            parts.push_back(scaled.toAlignedRect().adjusted(-1, -1, 1, 1) & whole);
        }
    } else {
        parts.push_back(whole);
    }
    std::set<int> edges{0, pixels.height()};
    for (const auto& part : parts) {
        edges.insert({part.top(), part.top() + part.height()});
    }
    std::vector<Band> bands;
    for (auto edge = edges.begin(); std::next(edge) != edges.end(); ++edge) {
        Band band{*edge, *std::next(edge), pixels.width(), 0};
        for (const auto& part : parts) {
            if (part.top() <= band.top && band.top < part.top() + part.height()) {
                band.left = std::min(band.left, part.left());
                band.right = std::max(band.right, part.left() + part.width());
            }
        }
        const int bottom = band.bottom;
        const int columns = band.right - band.left;
        const int rows = columns > 0 ? std::max(1, kBandPixels / columns) : bottom - band.top;
        for (; band.top < bottom; band.top += rows) {
            band.bottom = std::min(bottom, band.top + rows);
            bands.push_back(band);
        }
    }
    return bands;
}

std::string openingFrame(const model::Sequence& sequence, const project::ArtShelf& shelf,
                         const schedule::Conditions& conditions, Size screen, double density) {
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
    const auto paint = [&](int x, int y, int columns, int rows) {
        QImage image(columns, rows, QImage::Format_RGB32);
        image.fill(Qt::black); // a backdrop's edge may let a trace of what is beneath through
        QPainter painter(&image);
        painter.translate(-x, -y);
        painter.scale(density, density);
        paintFrame(painter, scene, frame);
        painter.end();
        return image;
    };
    PngWriter writer(width, height, PngWriter::Channels::Rgb); // no alpha: the frame covers the screen
    for (const auto& [top, bottom, left, right] :
         bandsOf(busyParts(scene, frame), {width, height}, density)) {
        const int rows = bottom - top;
        const bool anyBeside = left > 0 || right < width;
        const auto part = left < right ? paint(left, top, right - left, rows) : QImage();
        const auto beside = anyBeside ? paint(left > 0 ? 0 : width - 1, top, 1, rows) : QImage();
        writer.add(part, left < right ? left : 0, beside);
    }
    return writer.finished();
}

}

std::string QtFrameMaker::openingPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                     const schedule::Conditions& conditions, Size screen,
                                     double density) const {
    return madeInPaintThread([&] { return openingFrame(sequence, shelf, conditions, screen, density); });
}

std::string QtFrameMaker::layerPng(const model::Sequence& sequence, const project::ArtShelf& shelf,
                                   const Id& layer, model::Appearance appearance, int side, double part,
                                   std::optional<Colour> backing, bool round) const {
    return madeInPaintThread([&] {
        const QImage image = layerImage(sequence, shelf, layer, {appearance, side, part, backing, round});
        return image.isNull() ? std::string() : pngOf(image);
    });
}

}
