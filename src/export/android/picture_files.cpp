// SPDX-License-Identifier: MIT
#include "core/art/picture_head.h"
#include "core/art/read_clip.h"
#include "core/plan/carry.h"
#include "core/project/shown_art.h"
#include "export/android/build.h"
#include "export/common/sized_pictures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

/// Pictures of clips are made for this many pixels a dp: sharp on today's phones, half the bytes of the
/// densest.
constexpr double kClipDensity = 3;

constexpr std::pair<double, const char*> kBuckets[] = {
    {1, "mdpi"}, {1.5, "hdpi"}, {2, "xhdpi"}, {3, "xxhdpi"}, {4, "xxxhdpi"}};

const char* bucketOf(double density) {
    const auto* best = &kBuckets[0];
    for (const auto& it : kBuckets) {
        best = std::abs(it.first - density) < std::abs(best->first - density) ? &it : best;
    }
    return best->second;
}

/// One file for each density, as large as it is shown there; a file that serves several as it is stands once,
/// where its own pixels belong.
bool addSized(AndroidBuild& build, const model::Layer& layer, const std::string& name, bool dark) {
    bool any = false;
    const auto add = [&](const char* bucket, const SizedPicture& picture) {
        const auto path =
            fmt::format("res/drawable-{}{}/{}{}", dark ? "night-" : "", bucket, name, picture.ending);
        if (!build.has(path)) {
            build.addLater(path, picture.maker(build.input.rasteriser));
        }
        any = true;
    };
    for (const auto& [density, bucket] : kBuckets) {
        const auto picture = sizedPicture(build.input, layer, density, dark);
        if (!picture) {
            return false;
        }
        add(picture->isWhole() ? bucketOf(picture->ownDensity) : bucket, *picture);
    }
    return any;
}

/// Copies one of the person's pictures; says so if it is none the platform reads.
bool copyPicture(AndroidBuild& build, const std::string& path, const std::string& folder,
                 const std::string& name) {
    const auto* bytes = build.input.artFiles.bytesOf(path);
    const std::string ending = bytes ? art::pictureEnding(*bytes) : std::string();
    if (ending.empty()) {
        build.base.note("picture-left-out",
                        fmt::format("“{}” is left out: Android reads PNG, WebP and JPEG pictures.", path));
        return false;
    }
    const std::string target = folder + "/" + name + ending;
    if (!build.has(target)) {
        build.add(target, *bytes);
    }
    return true;
}

}

std::string frameName(const std::string& clip, int frame) { return fmt::format("{}_{:03}", clip, frame); }

Size keptProportions(const AndroidBuild& build, const model::Layer& layer, Size box) {
    const auto* shown = project::pictureFor(layer, 3, model::Appearance::Light);
    const auto* bytes = shown ? build.input.artFiles.bytesOf(shown->path) : nullptr;
    const auto own = bytes ? art::pictureSize(*bytes).value_or(box) : box;
    const double fit = art::fitInto({0, 0, own.width, own.height}, {0, 0, box.width, box.height}).meanScale();
    return {own.width * fit, own.height * fit};
}

LayerDrawable addImageLayer(AndroidBuild& build, const model::Layer& layer) {
    const auto name = build.names.resource("image", layer.id);
    noteUnread(build.base, layer, "Android reads PNG, WebP and JPEG pictures");
    bool any = false;
    for (const bool dark : {false, true}) {
        any = addSized(build, layer, name, dark) || any;
    }
    if (!any) {
        return {};
    }
    return {name, keptProportions(build, layer, {layer.place.width, layer.place.height})};
}

LayerDrawable addBackdropPicture(AndroidBuild& build, const model::Layer& layer) {
    if (!model::pictureOf(layer)) {
        return {};
    }
    const auto name = build.names.resource("backdrop", layer.id);
    const auto& picture = *model::pictureOf(layer);
    bool any = false;
    for (const auto& [path, qualifiers] :
         {std::pair{&picture.light, "nodpi"}, std::pair{&picture.dark, "night-nodpi"},
          std::pair{&picture.landscape, "land-nodpi"},
          std::pair{&picture.darkLandscape, "land-night-nodpi"}}) {
        if (!path->empty()) {
            any = copyPicture(build, *path, fmt::format("res/drawable-{}", qualifiers), name) || any;
        }
    }
    return any ? LayerDrawable{name, {}} : LayerDrawable{};
}

LayerDrawable addClipLayer(AndroidBuild& build, const model::Layer& layer) {
    const auto name = build.names.resource("clip", layer.id);
    const auto& clip = layer.get<model::ClipContent>();
    const Size size{layer.place.width, layer.place.height};
    const int frames = plan::bakedFrames(clip);
    const auto info = art::readClip(*build.input.artFiles.bytesOf(clip.path), clip.path);
    const Rect box = info ? Rect{0, 0, info->size.width, info->size.height} : Rect{0, 0, 1, 1};
    const double fit = art::fitInto(box, {0, 0, size.width, size.height}).meanScale();
    const int width = std::max(1, static_cast<int>(std::lround(box.width * fit * kClipDensity)));
    const int height = std::max(1, static_cast<int>(std::lround(box.height * fit * kClipDensity)));
    for (const bool dark : {false, true}) {
        const auto found = build.input.artFiles.files.find(dark ? clip.darkPath : clip.path);
        if (found == build.input.artFiles.files.end()) {
            continue;
        }
        for (int i = 0; i < frames; ++i) {
            const double time = i == frames - 1
                                    ? clip.keep.value_or(clip.stopAt)
                                    : clip.from + (clip.stopAt - clip.from) * double(i) / (frames - 1);
            build.addLater(
                fmt::format("res/drawable-{}xxhdpi/{}.png", dark ? "night-" : "", frameName(name, i)),
                [&rasteriser = build.input.rasteriser, bytes = found->second, time, width, height] {
                    return rasteriser.clipPng(bytes, time, width, height);
                });
        }
    }
    return {name, {box.width * fit, box.height * fit}};
}

}
