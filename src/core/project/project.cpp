// SPDX-License-Identifier: MIT
#include "core/project/project.h"

#include "core/art/read_svg.h"
#include "core/file/sequence_file.h"
#include "core/model/contents_visit.h"
#include "core/model/limits.h"

#include <algorithm>
#include <set>

namespace scaena::project {

namespace fs = std::filesystem;

namespace {

/// Paths of art (SVG) and of files that are decoded elsewhere.
struct Named {
    std::set<std::string> art, files;
};

Named namedBy(const model::Sequence& sequence) {
    Named named;
    for (const auto& layer : sequence.layers) {
        eachFile(layer.contents, [&](const std::string& path, model::FileUse use) {
            if (!path.empty()) {
                (use == model::FileUse::Art ? named.art : named.files).insert(path);
            }
        });
    }
    return named;
}

void append(Problems& to, const Problems& more) { to.insert(to.end(), more.begin(), more.end()); }

/// A link inside the folder may still lead out of it; the path as written has been checked by the reader.
bool staysWithin(const fs::path& folder, const fs::path& file) {
    std::error_code error;
    const auto root = fs::weakly_canonical(fs::absolute(folder.empty() ? "." : folder, error), error);
    const auto real = fs::weakly_canonical(fs::absolute(file, error), error);
    const auto relative = real.lexically_relative(root);
    return error || (!relative.empty() && *relative.begin() != "..");
}

}

art::ArtPtr ArtFiles::findArt(const std::string& path) const {
    const auto found = art.find(path);
    return found == art.end() ? nullptr : found->second;
}

void ArtFiles::addArt(const std::string& path, art::Art read, std::string source) {
    colours[path] = std::make_shared<const art::Colours>(art::coloursIn(read));
    art[path] = std::make_shared<const art::Art>(std::move(read));
    sources[path] = std::make_shared<const std::string>(std::move(source));
}

bool ArtFiles::takeArt(const std::string& path, const ArtFiles& from) {
    const auto take = [&](auto& into, const auto& known) {
        if (const auto found = known.find(path); found != known.end()) {
            into[path] = found->second;
        }
    };
    take(art, from.art);
    take(sources, from.sources);
    take(colours, from.colours);
    return art.contains(path);
}

const std::string* ArtFiles::bytesOf(const std::string& path) const {
    const auto found = files.find(path);
    return found == files.end() ? nullptr : found->second.get();
}

std::vector<std::string> pathsOf(const model::Sequence& sequence) {
    const Named named = namedBy(sequence);
    std::vector<std::string> all(named.art.begin(), named.art.end());
    all.insert(all.end(), named.files.begin(), named.files.end());
    return all;
}

void clearStrays(const Project& project) {
    const auto folder = project.path.parent_path();
    std::set<fs::path> folders = {folder};
    for (const auto& path : pathsOf(project.sequence)) {
        if (staysWithin(folder, folder / path)) {
            folders.insert((folder / path).parent_path());
        }
    }
    std::for_each(folders.begin(), folders.end(), DiskFiles::clearStrays);
}

void renamePath(model::Sequence& sequence, const std::string& from, const std::string& to) {
    for (auto& layer : sequence.layers) {
        eachFile(layer.contents, [&](std::string& path, model::FileUse) { path = path == from ? to : path; });
    }
}

art::ArtPtr ArtFiles::artOf(const model::Layer& layer, model::Appearance appearance) const {
    const auto* drawing = layer.art();
    if (!drawing) {
        return nullptr;
    }
    const bool dark = appearance == model::Appearance::Dark && !drawing->darkArt.empty();
    const auto wanted = findArt(dark ? drawing->darkArt : drawing->art);
    return wanted ? wanted : findArt(drawing->art);
}

ArtFiles loadArtFiles(const FileAccess& files, const fs::path& folder, const model::Sequence& sequence,
                      const ArtFiles& known, Problems& warnings) {
    ArtFiles artFiles;
    const Named named = namedBy(sequence);
    const auto readBytes = [&](const std::string& path) -> Result<std::string> {
        const fs::path full = folder / path;
        if (!staysWithin(folder, full)) {
            return failure(ProblemKind::Refused, "leads out of the sequence's folder", full.string());
        }
        return files.read(full, model::limits::kPictureBytes);
    };
    for (const auto& path : named.art) {
        if (artFiles.takeArt(path, known)) {
            continue;
        }
        const auto bytes = readBytes(path);
        if (!bytes) {
            append(warnings, bytes.error());
            continue;
        }
        if (bytes->size() > model::limits::kArtBytes) {
            warnings.push_back(
                {ProblemKind::Refused, "is larger than art may be (8 MB)", (folder / path).string(), {}});
            continue;
        }
        auto art = art::readSvg(*bytes, (folder / path).string());
        if (!art) {
            append(warnings, art.error());
            continue;
        }
        for (const auto& loss : art->losses) {
            warnings.push_back(
                {ProblemKind::Unsupported, "cannot carry " + loss, (folder / path).string(), {}});
        }
        artFiles.addArt(path, std::move(*art), *bytes);
    }
    for (const auto& path : named.files) {
        if (const auto found = known.files.find(path); found != known.files.end()) {
            artFiles.files.insert(*found);
        } else if (auto bytes = readBytes(path)) {
            artFiles.files[path] = std::make_shared<const std::string>(std::move(*bytes));
        } else {
            append(warnings, bytes.error());
        }
    }
    return artFiles;
}

Result<Project> open(const FileAccess& files, const fs::path& path) {
    auto sequence = file::load(files, path);
    if (!sequence) {
        return tl::unexpected(sequence.error());
    }
    Project project;
    project.path = path;
    project.sequence = std::move(*sequence);
    project.artFiles = std::make_shared<const ArtFiles>(
        loadArtFiles(files, path.parent_path(), project.sequence, {}, project.warnings));
    return project;
}

Result<void> copyArt(FileAccess& files, const fs::path& from, const fs::path& to,
                     const model::Sequence& sequence, const ArtFiles& known) {
    for (const auto& path : pathsOf(sequence)) {
        if (files.exists(to / path)) {
            continue;
        }
        const std::string* bytes = nullptr;
        Result<std::string> there;
        if (files.exists(from / path)) {
            there = files.read(from / path, model::limits::kPictureBytes);
            if (!there) {
                return tl::unexpected(there.error());
            }
            bytes = &*there;
        } else {
            const auto source = known.sources.find(path);
            bytes = source != known.sources.end() ? source->second.get() : known.bytesOf(path);
        }
        if (bytes) { // what was never there cannot be brought along
            if (auto written = files.writeAtomically(to / path, *bytes); !written) {
                return written;
            }
        }
    }
    return {};
}

}
