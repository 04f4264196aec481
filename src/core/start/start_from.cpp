// SPDX-License-Identifier: MIT
#include "core/art/parts.h"
#include "core/art/read_svg.h"
#include "core/model/limits.h"
#include "core/start/app_project.h"
#include "core/start/first_sequence.h"
#include "core/start/from_logo.h"
#include "core/start/pictures.h"

#include <algorithm>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

Result<std::string> bytesOf(const FileAccess& files, const fs::path& path) {
    return files.read(path, model::limits::kPictureBytes);
}

/// Fills in the logo's part of a first sequence from its files: one vector, or a raster in all its densities.
class LogoReader {
public:
    LogoReader(const FileAccess& files, const Decoder& decoder, Started& into)
        : m_files(files), m_decoder(decoder), m_into(into) {}

    Result<void> read(const std::vector<fs::path>& light, const std::vector<fs::path>& dark,
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

private:
    Result<void> vector(const std::string& bytes, const fs::path& source, const std::vector<fs::path>& dark,
                        FirstSequence& parts) {
        auto svg = asSvg(m_files, bytes, source, m_decoder, m_into.warnings);
        if (!svg) {
            return tl::unexpected(svg.error());
        }
        const auto art = art::readSvg(svg->bytes, source.string());
        auto& drawing = parts.logo.contents.emplace<model::ArtworkContent>();
        drawing.art = svg->path;
        parts.colours = largeColoursOf(*art);
        parts.usesCurrentColour = art::usesCurrentColour(*art);
        parts.shape = {art->viewBox.width, art->viewBox.height};
        m_into.files[svg->path] = std::move(svg->bytes);
        for (const auto& path : dark) {
            const auto more = bytesOf(m_files, path);
            auto night =
                more ? asSvg(m_files, *more, path, m_decoder, m_into.warnings) : Result<NamedBytes>();
            if (more && night && !night->bytes.empty()) {
                drawing.darkArt = svg->path.substr(0, svg->path.size() - 4) + "-dark.svg";
                m_into.files[drawing.darkArt] = std::move(night->bytes);
                break;
            }
        }
        return {};
    }

    Result<void> raster(const std::vector<fs::path>& light, const std::vector<fs::path>& dark,
                        FirstSequence& parts) {
        auto& image = parts.logo.contents.emplace<model::ImageContent>();
        double best = 0;
        const auto add = [&](const fs::path& path, bool isDark) -> Result<void> {
            auto bytes = bytesOf(m_files, path);
            auto info = bytes ? m_decoder.picture(*bytes, path.string()) : tl::unexpected(bytes.error());
            if (!info) {
                return tl::unexpected(info.error());
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
            m_into.files[name + ending] = std::move(*bytes);
            image.pictures.push_back({name + ending, density, isDark, {}});
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

    const FileAccess& m_files;
    const Decoder& m_decoder;
    Started& m_into;
};

/// "app/src/main/res" says little: the folder above that a person has named.
std::string projectName(fs::path root) {
    root = root.has_filename() ? root : root.parent_path();
    while (root.has_parent_path() && root != root.root_path() &&
           (root.filename() == "res" || root.filename() == "main" || root.filename() == "src" ||
            root.filename() == "app" || root.extension() == ".xcassets")) {
        root = root.parent_path();
    }
    return root.filename().string();
}

void addProjectColours(const ProjectFindings& found, model::Sequence& sequence) {
    const auto canvas = *model::find(sequence.palette, "canvas");
    for (const auto& colour : found.colours) {
        const auto id = model::freeId(sequence.palette, colour.name, "colour");
        const Colour light = colour.light ? *colour.light : *colour.dark;
        const Colour dark = colour.dark ? *colour.dark : model::proposedFor(light, canvas.dark);
        sequence.palette.push_back({id, colour.name, light, dark, {}});
    }
}

Result<Started> fromProject(const FileAccess& files, const fs::path& root, const Decoder& decoder,
                            const std::atomic<bool>& stop) {
    const auto found = lookThrough(files, root, stop);
    if (!found) {
        return failure(ProblemKind::Unsupported,
                       "holds neither Android resources (a res folder with colours or pictures) nor an iOS "
                       "asset catalogue "
                       "(.xcassets); drop one of these, a project that has one, or a logo file",
                       root.string());
    }
    Started started;
    FirstSequence parts;
    parts.name = projectName(root);
    for (const auto& colour : found->colours) {
        if (colour.name == found->canvas) {
            parts.canvas = colour.light ? colour.light : colour.dark;
            parts.darkCanvas = colour.dark;
        }
    }
    std::vector<fs::path> light;
    std::vector<fs::path> dark;
    for (const auto& path : found->logo) {
        light.push_back(root / path);
    }
    for (const auto& path : found->darkLogo) {
        dark.push_back(root / path);
    }
    if (light.empty()) {
        started.sequence = model::emptySequence();
        started.sequence.name = parts.name;
        if (auto* canvas = &started.sequence.palette.front(); parts.canvas) {
            canvas->light = *parts.canvas;
            canvas->dark = parts.darkCanvas.value_or(canvas->dark);
        }
        started.warnings.push_back({ProblemKind::NotFound,
                                    "has colours but no launch art; drop a logo to add it",
                                    root.string(),
                                    {}});
    } else {
        if (auto read = LogoReader(files, decoder, started).read(light, dark, parts); !read) {
            return tl::unexpected(read.error());
        }
        started.sequence = makeFirstSequence(parts);
    }
    addProjectColours(*found, started.sequence);
    return started;
}

}

std::string usableSources() {
    return "logos (.svg, .pdf, .png, .jpg, .webp, Android VectorDrawable .xml), an Android res folder, an "
           "iOS .xcassets, and launch "
           "sequences (.scaena)";
}

Result<Started> startFrom(const FileAccess& files, const fs::path& source, const Decoder& decoder,
                          const std::atomic<bool>& stop) {
    const bool isFolder = !files.list(source, 1).empty();
    if (isFolder) {
        return fromProject(files, source, decoder, stop);
    }
    Started started;
    FirstSequence parts;
    parts.name = plainStem(source);
    const auto bytes = bytesOf(files, source);
    const bool isRaster = bytes && kindOf(*bytes, source) == SourceKind::Raster;
    const auto all = isRaster ? siblingsOf(files, source) : std::vector<fs::path>{source};
    if (auto read = LogoReader(files, decoder, started).read(all, {}, parts); !read) {
        return tl::unexpected(read.error());
    }
    started.sequence = makeFirstSequence(parts);
    return started;
}

}
