// SPDX-License-Identifier: MIT
#include "core/start/logo_reader.h"

#include "core/art/parts.h"
#include "core/art/read_svg.h"
#include "core/model/limits.h"
#include "core/start/from_logo.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

Result<std::string> bytesOf(const FileAccess& files, const fs::path& path) {
    return files.read(path, model::limits::kPictureBytes);
}

}

Result<void> LogoReader::read(const std::vector<fs::path>& light, const std::vector<fs::path>& dark,
                              FirstSequence& parts) {
    const auto bytes = bytesOf(m_files, light.front());
    if (!bytes) {
        return tl::unexpected(bytes.error());
    }
    switch (kindOf(*bytes, light.front())) {
    case SourceKind::Svg:
    case SourceKind::Pdf:
    case SourceKind::VectorDrawable:
        return vector(*bytes, light.front(), dark, parts);
    case SourceKind::Raster:
        return raster(light, dark, parts);
    default:
        return failure(ProblemKind::Unsupported, "cannot be used; usable are " + usableSources(),
                       light.front().string());
    }
}

void LogoReader::addMotion(model::Sequence& sequence) {
    if (!m_motion || m_motion->found.motions.empty()) {
        return;
    }
    // The file's own motion takes the place of ours.
    std::erase_if(sequence.cues, [](const auto& it) { return it.id == "logo-settles"; });
    std::vector<std::string> notes;
    sequence = withMotion(std::move(sequence), "logo", *m_motion, "arrive", notes);
    for (const auto& note : notes) {
        m_into.warnings.push_back({ProblemKind::Unsupported, "cannot carry " + note, {}, {}});
    }
    m_into.taken.push_back(fmt::format("motion: {} cues of the logo{}", m_motion->found.motions.size(),
                                       m_motion->parts.empty() ? "" : ", whose parts are layers"));
}

void LogoReader::useMotion(VectorSource& svg) {
    const auto bytes =
        m_moving.empty() ? Result<std::string>(tl::unexpected(Problems())) : bytesOf(m_files, m_moving);
    auto moving =
        bytes ? asSvg(m_files, *bytes, m_moving, m_decoder, m_into.warnings) : tl::unexpected(Problems());
    if (moving && moving->motion && !moving->motion->found.motions.empty()) {
        svg.bytes = std::move(moving->bytes);
        svg.motion = moving->motion;
    }
}

Result<void> LogoReader::vector(const std::string& bytes, const fs::path& source,
                                const std::vector<fs::path>& dark, FirstSequence& parts) {
    auto svg = asSvg(m_files, bytes, source, m_decoder, m_into.warnings);
    if (!svg) {
        return tl::unexpected(svg.error());
    }
    useMotion(*svg);
    const auto art = art::readSvg(svg->bytes, source.string());
    auto& drawing = parts.logo.contents.emplace<model::ArtworkContent>();
    parts.colours = largeColoursOf(*art);
    parts.usesCurrentColour = art::usesCurrentColour(*art);
    parts.shape = {art->viewBox.width, art->viewBox.height};
    m_motion = svg->motion;
    drawing.art = keep(svg->path, std::move(svg->bytes));
    for (const auto& path : dark) {
        const auto more = bytesOf(m_files, path);
        auto night = more ? asSvg(m_files, *more, path, m_decoder, m_into.warnings) : Result<VectorSource>();
        if (more && night && !night->bytes.empty()) {
            drawing.darkArt =
                keep(drawing.art.substr(0, drawing.art.size() - 4) + "-dark.svg", std::move(night->bytes));
            break;
        }
    }
    return {};
}

Result<void> LogoReader::raster(const std::vector<fs::path>& light, const std::vector<fs::path>& dark,
                                FirstSequence& parts) {
    auto& image = parts.logo.contents.emplace<model::ImageContent>();
    double best = 0;
    const auto add = [&](const fs::path& path, bool isDark) -> Result<void> {
        auto bytes = bytesOf(m_files, path);
        auto info = bytes ? m_decoder.picture(*bytes, path.string()) : tl::unexpected(bytes.error());
        if (!info) {
            return tl::unexpected(info.error());
        }
        const auto frames = m_decoder.frames(*bytes, path.string());
        if (!frames) {
            m_into.warnings.insert(m_into.warnings.end(), frames.error().begin(), frames.error().end());
        } else if (frames->size() > 1) {
            m_into.warnings.push_back(
                {ProblemKind::Unsupported,
                 "moves; its first frame alone begins the sequence. Added to it as a layer, it "
                 "becomes a clip",
                 path.string(),
                 {}});
        }
        const double density = densityOf(path);
        if (!isDark && density > best) {
            best = density;
            parts.shape = {info->pixels.width / density, info->pixels.height / density};
            parts.mostDp = std::max(parts.shape.width, parts.shape.height);
            parts.colours = info->colours;
        }
        auto ending = path.extension().string();
        std::string name = "art/" + makeId(plainStem(path), "logo") + (isDark ? "-dark" : "");
        name += density != 1 ? "@" + std::to_string(density).substr(0, density == 1.5 ? 3 : 1) + "x" : "";
        image.pictures.push_back({keep(name + ending, std::move(*bytes)), density, isDark, {}});
        return {};
    };
    for (const auto& [list, isDark] : {std::pair{&light, false}, std::pair{&dark, true}}) {
        for (const auto& path : *list) {
            if (auto added = add(path, isDark || saysDark(path)); !added) {
                if (path == light.front()) {
                    return added;
                }
                m_into.warnings.insert(m_into.warnings.end(), added.error().begin(), added.error().end());
            }
        }
    }
    return {};
}

std::string LogoReader::keep(const std::string& name, std::string bytes) {
    const fs::path path(name);
    auto free = name;
    for (int i = 2; m_into.files.contains(free) && m_into.files[free] != bytes; ++i) {
        free = (path.parent_path() / (path.stem().string() + "-" + std::to_string(i))).string() +
               path.extension().string();
    }
    m_into.files[free] = std::move(bytes);
    return free;
}

}
