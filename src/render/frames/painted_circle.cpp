// SPDX-License-Identifier: MIT
#include "render/frames/painted_circle.h"

#include "core/base/enclosing_circle.h"
#include "render/base/paint_threads.h"
#include "render/frames/icon_image.h"

namespace scaena::render {

namespace {

constexpr int kSide = 320;     // pixels of the box's longer side
constexpr int kSeenAlpha = 26; // of 255

/// Corners of the outermost seen pixels of each row: no circle needs more.
std::vector<Point> edgesOf(const QImage& image) {
    std::vector<Point> edges;
    for (int y = 0; y < image.height(); ++y) {
        const auto* line = reinterpret_cast<const QRgb*>(image.constScanLine(y));
        int first = 0;
        while (first < image.width() && qAlpha(line[first]) < kSeenAlpha) {
            ++first;
        }
        if (first == image.width()) {
            continue;
        }
        int last = image.width() - 1;
        while (qAlpha(line[last]) < kSeenAlpha) {
            --last;
        }
        for (const double x : {double(first), last + 1.0}) {
            edges.push_back({x, double(y)});
            edges.push_back({x, y + 1.0});
        }
    }
    return edges;
}

}

edit::PaintedCircle paintedCircle(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                  const LayerId& layer) {
    const auto* it = model::findThing(sequence.layers, layer);
    if (!it || !model::canBeIcon(it->kind())) {
        return {};
    }
    const auto picture = madeInPaintThread([&] {
        return layerImage(sequence, artFiles, layer, {model::Appearance::Light, kSide, 1, {}, false});
    });
    const auto circle = enclosingCircle(edgesOf(picture));
    // The picture is a square of the box's longer side, with the box in its middle.
    const double longest = std::max({it->place.width, it->place.height, 1.0});
    const auto part = [&](double at, double length) {
        return (at / kSide - 0.5) * longest / std::max(1.0, length) + 0.5;
    };
    return {{part(circle.centre.x, it->place.width), part(circle.centre.y, it->place.height)},
            circle.radius / kSide};
}

}
