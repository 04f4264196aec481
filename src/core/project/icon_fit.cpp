// SPDX-License-Identifier: MIT
#include "core/project/icon_fit.h"

#include "core/project/shown_art.h"

#include <algorithm>
#include <cmath>

namespace scaena::project {

namespace {

/// Farthest painted point from the art's middle, in the art's own units; handles of curves count, too.
double farthest(const art::Group& group, const Matrix& outer, Point middle) {
    const Matrix map = outer * group.transform;
    double far = 0;
    for (const auto& child : group.children) {
        if (const auto* shape = std::get_if<art::Shape>(&child)) {
            const bool stroked = !std::holds_alternative<std::monostate>(shape->stroke.paint);
            const double reach = stroked ? shape->stroke.width / 2 * map.meanScale() : 0;
            for (const auto& point : shape->path.points) {
                const Point p = map.map(point);
                far = std::max(far, std::hypot(p.x - middle.x, p.y - middle.y) + reach);
            }
        } else if (const auto* inner = std::get_if<std::unique_ptr<art::Group>>(&child)) {
            far = std::max(far, farthest(**inner, map, middle));
        } else { // a picture's ink is known to no one here: it may fill its box
            const auto& box = std::get<art::Picture>(child).box;
            for (const Point corner : {Point{box.x, box.y},
                                       {box.right(), box.y},
                                       {box.x, box.bottom()},
                                       {box.right(), box.bottom()}}) {
                const Point p = map.map(corner);
                far = std::max(far, std::hypot(p.x - middle.x, p.y - middle.y));
            }
        }
    }
    return far;
}

}

double iconPart(const model::Sequence& sequence, const ArtFiles& artFiles, const model::Layer& layer,
                double safe) {
    // Half a diagonal of the box, unless the art tells better.
    const double width = std::max(1.0, layer.place.width);
    const double height = std::max(1.0, layer.place.height);
    double reach = std::hypot(width, height) / 2;
    if (const auto art = shownArt(sequence, artFiles, layer, model::Appearance::Light)) {
        const Matrix fit = art::fitInto(art->viewBox, {0, 0, width, height});
        const Point middle{art->viewBox.x + art->viewBox.width / 2, art->viewBox.y + art->viewBox.height / 2};
        const double painted = farthest(art->root, Matrix(), middle) * fit.meanScale();
        const double whole = std::hypot(art->viewBox.width, art->viewBox.height) / 2 * fit.meanScale();
        reach = painted > 0 ? std::min(painted, whole) : reach;
    }
    return std::max(width, height) / (2 * reach) * safe * sequence.appIcon.size;
}

}
