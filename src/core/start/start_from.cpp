// SPDX-License-Identifier: MIT
#include "core/model/limits.h"
#include "core/start/app_project.h"
#include "core/start/logo_reader.h"
#include "core/start/project_looks.h"

#include <fmt/format.h>

namespace scaena::start {

namespace fs = std::filesystem;

namespace {

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
        return failure(
            ProblemKind::Unsupported,
            "holds neither Android resources (a res folder with colours or pictures) nor an iOS "
            "asset catalogue "
            "(.xcassets), nor a web manifest; drop one of these, a project that has one, or a logo file",
            root.string());
    }
    Started started;
    FirstSequence parts;
    parts.name = found->name.empty() ? projectName(root) : found->name;
    parts.canvas = found->plainCanvas;
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
    LogoReader reader(files, decoder, started);
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
        reader.setMoving(found->moving.empty() ? fs::path() : root / found->moving);
        if (auto read = reader.read(light, dark, parts); !read) {
            return tl::unexpected(read.error());
        }
        started.sequence = makeFirstSequence(parts);
        started.taken.push_back(fmt::format("launch art: {}", light.front().filename().string()));
    }
    addProjectColours(*found, started.sequence);
    useProjectLooks(files, decoder, root, *found, started);
    reader.addMotion(started.sequence);
    if (!found->colours.empty()) {
        started.taken.push_back(fmt::format("{} colours of {}", found->colours.size(), found->where));
    }
    return started;
}

}

std::string usableSources() {
    return "logos (.svg, .pdf, .png, .jpg, .webp, Android VectorDrawable .xml), an Android res folder, an "
           "iOS .xcassets, a web app's manifest, and launch sequences (.scaena)";
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
    const auto bytes = files.read(source, model::limits::kPictureBytes);
    const bool isRaster = bytes && kindOf(*bytes, source) == SourceKind::Raster;
    const auto all = isRaster ? siblingsOf(files, source) : std::vector<fs::path>{source};
    LogoReader reader(files, decoder, started);
    if (auto read = reader.read(all, {}, parts); !read) {
        return tl::unexpected(read.error());
    }
    started.sequence = makeFirstSequence(parts);
    reader.addMotion(started.sequence);
    started.taken.insert(started.taken.begin(), fmt::format("art: {}", source.filename().string()));
    return started;
}

}
