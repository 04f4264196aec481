// SPDX-License-Identifier: MIT
#include "export/common/sized_pictures.h"

#include "core/art/picture_head.h"
#include "core/schedule/largest_scale.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

constexpr double kAmple = 1.25;       ///< so much more than is shown costs less than another file
constexpr double kLargestSide = 4096; ///< pixels; larger ones no device takes

}

std::function<std::string()> SizedPicture::maker(const art::Rasteriser& rasteriser) const {
    if (isWhole()) {
        return [bytes = bytes] { return *bytes; };
    }
    return [&rasteriser, bytes = bytes, wide = width, high = height] {
        return rasteriser.scaledPng(bytes, wide, high);
    };
}

void noteUnread(ExportBuild& build, const model::Layer& layer, const char* reads) {
    for (const auto& picture : layer.get<model::ImageContent>().pictures) {
        const auto* bytes = build.input.artFiles.bytesOf(picture.path);
        if (!bytes || art::pictureEnding(*bytes).empty()) {
            build.note("picture-left-out", fmt::format("“{}” is left out: {}.", picture.path, reads));
        }
    }
}

double largestShown(const ExportInput& input, const model::Layer& layer, plan::TargetId on) {
    schedule::Conditions conditions;
    conditions.target = on;
    conditions.start = model::StartKind::First;
    const auto launch = input.study.schedule(conditions);
    return schedule::largestScale(*launch, model::indexOf(input.sequence.layers, layer.id));
}

std::optional<SizedPicture> sizedPicture(const ExportInput& input, const model::Layer& layer, double density,
                                         bool dark) {
    struct Candidate {
        SizedPicture picture;
        Size pixels;
    };
    std::optional<Candidate> best;
    const Size box{std::max(1.0, layer.place.width), std::max(1.0, layer.place.height)};
    // What cues do to the size of a picture is the same everywhere: no system moves one by itself.
    const double scale = largestShown(input, layer, "web") * density;
    const auto partOf = [&](Size pixels) { // of what is shown, its own pixels
        const double fit = std::min(box.width / pixels.width, box.height / pixels.height);
        return 1 / (fit * scale);
    };
    for (const auto& it : layer.get<model::ImageContent>().pictures) {
        const auto found = input.artFiles.files.find(it.path);
        if (it.dark != dark || found == input.artFiles.files.end()) {
            continue;
        }
        const auto ending = art::pictureEnding(*found->second);
        const auto pixels = art::pictureSize(*found->second);
        if (ending.empty() || !pixels || pixels->width < 1 || pixels->height < 1) {
            continue;
        }
        const double part = partOf(*pixels);
        const double known = best ? partOf(best->pixels) : 0;
        const bool isEnough = part >= 0.99, wasEnough = known >= 0.99;
        if (!best || (isEnough && (!wasEnough || part < known)) ||
            (!isEnough && !wasEnough && part > known)) {
            best = Candidate{{it.path, found->second, ending, 0, 0, part * density}, *pixels};
        }
    }
    if (!best) {
        return {};
    }
    const double part = partOf(best->pixels);
    const double most = kLargestSide / std::max(best->pixels.width, best->pixels.height);
    if (part > kAmple || most < 1) {
        const double by = std::min(1 / part, most);
        best->picture.width = std::max(1, static_cast<int>(std::ceil(best->pixels.width * by)));
        best->picture.height = std::max(1, static_cast<int>(std::ceil(best->pixels.height * by)));
        best->picture.ending = ".png";
    }
    return best->picture;
}

}
