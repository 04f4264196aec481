// SPDX-License-Identifier: MIT
#include "export/common/part_pictures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr double kLongest = 2048;

}

std::string PartPictures::nameOf(const model::Layer& layer, const art::Picture& picture) {
    const double scale = art::fitInto(picture.box, {0, 0, layer.place.width, layer.place.height}).meanScale();
    const Size size{picture.box.width * scale, picture.box.height * scale};
    const auto known = std::find_if(m_entries.begin(), m_entries.end(),
                                    [&](const Entry& it) { return it.picture == picture; });
    if (known != m_entries.end()) {
        known->size = known->size.width < size.width ? size : known->size;
        return known->name;
    }
    m_entries.push_back({fmt::format("{}-part{}", layer.id, ++m_counts[layer.id]), picture, size});
    return m_entries.back().name;
}

void notePart(ExportBuild& build, const PartPictures::Entry& part) {
    build.note("part-as-picture",
               fmt::format("“{}” is written as pictures of several densities, and only that part "
                           "of the art: paths cannot show {}.",
                           part.name, part.picture.why));
}

std::string partPng(const art::Rasteriser& rasteriser, const art::Picture& picture, Size size, double scale) {
    scale = std::min(scale, kLongest / std::max({size.width, size.height, 1.0}));
    const auto pixels = [&](double dp) { return std::max(1, static_cast<int>(std::lround(dp * scale))); };
    auto alone = std::make_shared<art::Art>();
    alone->viewBox = picture.box;
    alone->root.children.emplace_back(picture);
    return rasteriser.png(alone, pixels(size.width), pixels(size.height), {0, 0, 0, 255});
}

}
