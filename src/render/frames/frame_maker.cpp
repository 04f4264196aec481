// SPDX-License-Identifier: MIT
#include "render/frames/frame_maker.h"

#include "render/base/paint_threads.h"
#include "render/frames/icon_image.h"
#include "render/frames/opening_frames.h"
#include "render/png/png_writer.h"

namespace scaena::render {

std::vector<std::function<std::string()>>
QtFrameMaker::openings(const study::Study& study, std::vector<exporting::OpeningOrder> orders) const {
    const auto frames = std::make_shared<OpeningFrames>(study);
    std::vector<std::function<std::string()>> makers;
    for (auto& order : orders) {
        makers.emplace_back([frames, order = std::move(order)] {
            return madeInPaintThread([&] { return frames->png(order); });
        });
    }
    return makers;
}

std::string QtFrameMaker::layerPng(const model::Sequence& sequence, const project::ArtFiles& artFiles,
                                   const LayerId& layer, model::Appearance appearance, int side, double part,
                                   std::optional<Colour> backing, bool round) const {
    return madeInPaintThread([&] {
        const QImage image = layerImage(sequence, artFiles, layer, {appearance, side, part, backing, round});
        return image.isNull() ? std::string() : pngOf(image);
    });
}

}
