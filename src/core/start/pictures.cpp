// SPDX-License-Identifier: MIT
#include "core/start/pictures.h"

#include "core/art/read_clip.h"
#include "core/art/read_svg.h"
#include "core/art/write_svg.h"
#include "core/start/android_drawable.h"
#include "core/start/drawable_motion.h"
#include "core/start/moving_parts.h"
#include "core/start/zipped_clip.h"

#include <algorithm>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostSiblings = 4000;

std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) {
        return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : static_cast<char>(c);
    });
    return text;
}

struct DensityWord {
    const char* word;
    double density;
};
/// As Android's folders and Apple's file names say it; "xxhdpi" before "xhdpi" before "hdpi".
constexpr DensityWord kDensityWords[] = {{"xxxhdpi", 4}, {"xxhdpi", 3}, {"xhdpi", 2},
                                         {"hdpi", 1.5},  {"mdpi", 1},   {"@4x", 4},
                                         {"@3x", 3},     {"@2x", 2},    {"@1x", 1}};

constexpr const char* kDarkWords[] = {"-dark", "_dark", "~dark", "-night", "_night"};

bool isWritten(const std::string& text, const char* word) { return text.find(word) != std::string::npos; }

}

SourceKind kindOf(const std::string& bytes, const fs::path& path) {
    const std::string_view head(bytes.data(), std::min<std::size_t>(bytes.size(), 4096));
    const auto ending = lower(path.extension().string());
    if (head.starts_with("%PDF-")) {
        return SourceKind::Pdf;
    }
    if (head.starts_with("\x89PNG") || head.starts_with("\xFF\xD8\xFF") || head.starts_with("GIF8") ||
        (head.starts_with("RIFF") && head.substr(0, 16).find("WEBP") != std::string_view::npos)) {
        return SourceKind::Raster;
    }
    if (head.starts_with(std::string_view("\0\1\0\0", 4)) || head.starts_with("OTTO") ||
        head.starts_with("ttcf") || head.starts_with("true")) {
        return SourceKind::Font;
    }
    if (isAndroidDrawable(head)) {
        return SourceKind::VectorDrawable;
    }
    if (head.find("<svg") != std::string_view::npos || ending == ".svg") {
        return SourceKind::Svg;
    }
    if (isArchive(bytes) || ending == ".json" || ending == ".lottie-json") {
        return SourceKind::Clip;
    }
    const bool raster = ending == ".png" || ending == ".jpg" || ending == ".jpeg" || ending == ".webp";
    return raster ? SourceKind::Raster : SourceKind::Unknown;
}

double densityOf(const fs::path& path) {
    const auto text = lower(path.parent_path().filename().string() + "/" + path.stem().string());
    for (const auto& it : kDensityWords) {
        if (isWritten(text, it.word)) {
            return it.density;
        }
    }
    return 1;
}

bool saysDark(const fs::path& path) {
    const auto text = lower(path.parent_path().filename().string() + "/" + path.stem().string());
    return std::any_of(std::begin(kDarkWords), std::end(kDarkWords),
                       [&](const char* word) { return isWritten(text, word); });
}

std::string plainStem(const fs::path& path) {
    auto stem = path.stem().string();
    const auto strip = [&](const char* word) {
        const auto found = lower(stem).find(word);
        if (found != std::string::npos) {
            stem.erase(found, std::string(word).size());
        }
    };
    for (const auto& it : kDensityWords) {
        if (it.word[0] == '@') {
            strip(it.word);
        }
    }
    for (const char* word : kDarkWords) {
        strip(word);
    }
    return stem;
}

Result<VectorSource> asSvg(const FileAccess& files, const std::string& bytes, const fs::path& source,
                           const Decoder& decoder, Problems& warnings) {
    VectorSource named;
    named.path = "art/" + makeId(plainStem(source), "logo") + ".svg";
    named.bytes = bytes;
    Result<art::Art> art;
    switch (kindOf(bytes, source)) {
    case SourceKind::VectorDrawable: {
        const AndroidValues values(files, source);
        std::string still;
        auto found = readDrawableMotion(bytes, values, still);
        const bool moves = !found.motions.empty();
        art = readAndroidDrawable(moves ? still : bytes, source.string(), values, decoder);
        if (art) {
            named.bytes = art::writeSvg(*art);
            if (moves || !found.losses.empty()) {
                named.motion =
                    std::make_shared<const ArtMotion>(dividedByMotion(named.bytes, std::move(found)));
            }
        }
        break;
    }
    case SourceKind::Pdf: {
        auto converted = decoder.pdfToSvg(bytes, source.string());
        if (!converted) {
            return tl::unexpected(converted.error());
        }
        named.bytes = std::move(*converted);
        art = art::readSvg(named.bytes, source.string());
        break;
    }
    default:
        named.motion = takeSvgMotion(named.bytes, source.string());
        art = art::readSvg(named.bytes, source.string());
    }
    if (!art) {
        return tl::unexpected(art.error());
    }
    for (const auto& loss : art->losses) {
        warnings.push_back({ProblemKind::Unsupported, "cannot carry " + loss, source.string(), {}});
    }
    if (named.motion) {
        for (const auto& loss : named.motion->found.losses) {
            warnings.push_back({ProblemKind::Unsupported, "cannot carry " + loss, source.string(), {}});
        }
    }
    return named;
}

std::vector<fs::path> siblingsOf(const FileAccess& files, const fs::path& source) {
    std::vector<fs::path> found = {source};
    const auto folder = source.parent_path();
    const bool ofAndroid = folder.filename().string().starts_with("drawable") ||
                           folder.filename().string().starts_with("mipmap");
    const auto root = ofAndroid ? folder.parent_path() : folder;
    for (const auto& relative : files.list(root, kMostSiblings)) {
        const auto path = root / relative;
        const bool near = ofAndroid ? std::distance(relative.begin(), relative.end()) == 2
                                    : std::distance(relative.begin(), relative.end()) == 1;
        if (near && path != source && plainStem(path) == plainStem(source) &&
            path.extension() == source.extension()) {
            found.push_back(path);
        }
    }
    return found;
}

}
