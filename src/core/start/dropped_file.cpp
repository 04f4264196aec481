// SPDX-License-Identifier: MIT
#include "core/start/dropped_file.h"

#include "core/art/parts.h"
#include "core/art/read_clip.h"
#include "core/art/read_svg.h"
#include "core/model/limits.h"
#include "core/start/frames_clip.h"
#include "core/start/zipped_clip.h"

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

std::string keptPath(const std::string& folder, const fs::path& source) {
    return folder + "/" + makeId(source.stem().string(), "file") + source.extension().string();
}

void readVector(DroppedFile& file, const FileAccess& files, const fs::path& source, const Decoder& decoder) {
    auto svg = asSvg(files, file.bytes, source, decoder, file.warnings);
    if (!svg) {
        file.problems = svg.error();
        return;
    }
    const auto art = art::readSvg(svg->bytes, source.string());
    file.size = {art->viewBox.width, art->viewBox.height};
    file.usesCurrentColour = art::usesCurrentColour(*art);
    file.path = svg->path;
    file.motion = svg->motion;
    file.bytes = std::move(svg->bytes);
}

void readClip(DroppedFile& file, const fs::path& given) {
    auto source = given;
    if (isArchive(file.bytes)) {
        auto clip = clipOfArchive(file.bytes, source.string(), file.warnings);
        if (!clip) {
            file.problems = clip.error();
            return;
        }
        file.bytes = std::move(*clip);
        source.replace_extension(".json");
    }
    const auto info = art::readClip(file.bytes, source.string());
    if (!info) {
        file.problems = info.error();
        return;
    }
    for (const auto& loss : info->losses) {
        file.warnings.push_back({ProblemKind::Unsupported, "cannot carry " + loss, source.string(), {}});
    }
    file.size = info->size;
    file.length = info->length;
    file.path = keptPath("clips", source);
}

void readRaster(DroppedFile& file, const fs::path& source, const Decoder& decoder,
                const std::string& folder) {
    const auto info = decoder.picture(file.bytes, source.string());
    if (!info) {
        file.problems = info.error();
        return;
    }
    const auto frames = decoder.frames(file.bytes, source.string());
    if (!frames) {
        file.problems = frames.error();
        return;
    }
    if (frames->size() > 1) { // it moves: a clip
        file.kind = SourceKind::Clip;
        file.bytes = clipOfFrames(*frames, info->pixels);
        readClip(file, fs::path(source).replace_extension(".json"));
        return;
    }
    file.density = densityOf(source);
    file.dark = saysDark(source);
    file.size = {info->pixels.width / file.density, info->pixels.height / file.density};
    file.path = keptPath(folder, source);
}

}

DroppedFile readDropped(const FileAccess& files, const fs::path& source, const Decoder& decoder,
                        const std::string& rasters) {
    DroppedFile file;
    file.name = plainStem(source);
    auto bytes = files.read(source, model::limits::kPictureBytes);
    if (!bytes) {
        file.problems = bytes.error();
        return file;
    }
    file.bytes = std::move(*bytes);
    file.kind = kindOf(file.bytes, source);
    switch (file.kind) {
    case SourceKind::Svg:
    case SourceKind::Pdf:
    case SourceKind::VectorDrawable:
        readVector(file, files, source, decoder);
        break;
    case SourceKind::Raster:
        readRaster(file, source, decoder, rasters);
        break;
    case SourceKind::Clip:
        readClip(file, source);
        break;
    case SourceKind::Font:
        file.path = keptPath("fonts", source);
        break;
    case SourceKind::Unknown:
        file.problems = {
            {ProblemKind::Unsupported,
             "cannot be used here; usable are launch sequences (.scaena), art (.svg, .pdf, VectorDrawable "
             ".xml), pictures "
             "(.png, .jpg, .webp, .gif), Lottie clips (.json, or packed with their pictures: .lottie, .zip), "
             "and fonts for a text layer (.ttf, .otf)",
             source.string(),
             {}}};
    }
    return file;
}

}
