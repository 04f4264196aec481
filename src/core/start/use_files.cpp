// SPDX-License-Identifier: MIT
#include "core/start/use_files.h"

#include "core/edit/layer_edits.h"
#include "core/start/moving_parts.h"

#include <algorithm>
#include <cmath>

namespace scaena::start {

using model::Layer;

namespace {

/// New art is as large as the opening can show of an icon.
constexpr double kNewArt = 160;
constexpr double kNewClip = 200;

void fitInto(model::Place& place, Size size, double side) {
    const double longest = std::max({size.width, size.height, 1e-6});
    place.width = std::max(1.0, std::round(size.width * side / longest));
    place.height = std::max(1.0, std::round(size.height * side / longest));
}

class Uses {
public:
    Uses(model::Sequence sequence, const LayerId& chosen, bool single, const FileUse& use)
        : m_chosen(chosen), m_single(single), m_use(use) {
        m_used.sequence = std::move(sequence);
    }

    void add(const DroppedFile& file) {
        auto& [sequence, made, problems, warnings] = m_used;
        problems.insert(problems.end(), file.problems.begin(), file.problems.end());
        warnings.insert(warnings.end(), file.warnings.begin(), file.warnings.end());
        if (!file.problems.empty()) {
            return;
        }
        if (file.kind == SourceKind::Font) {
            font(file);
        } else if (file.kind == SourceKind::Raster) {
            raster(file);
        } else {
            drawing(file);
        }
    }

    FilesUsed take() { return std::move(m_used); }

private:
    template <class Content>
    [[nodiscard]] Content* chosenAs() {
        auto* layer = findThing(m_used.sequence.layers, m_chosen);
        return layer ? layer->template as<Content>() : nullptr;
    }

    void font(const DroppedFile& file) {
        auto* text = chosenAs<model::TextContent>();
        if (text && m_use.isFont(file.bytes)) {
            text->fontFile = m_use.keep(file.path, file.bytes);
            return;
        }
        m_used.problems.push_back({ProblemKind::Unsupported,
                                   text ? "is no font that can be read"
                                        : "is a font: select a text layer first, then drop it again",
                                   file.path,
                                   {}});
    }

    void raster(const DroppedFile& file) {
        const auto path = m_use.keep(file.path, file.bytes);
        if (const auto known = m_images.find(file.name); known != m_images.end()) {
            findThing(m_used.sequence.layers, known->second)
                ->get<model::ImageContent>()
                .pictures.push_back({path, file.density, file.dark, {}});
            return;
        }
        if (auto* backdrop = chosenAs<model::BackdropContent>(); backdrop && m_single) {
            backdrop->picture = backdrop->picture.value_or(model::BackdropPicture{});
            backdrop->picture->light = path;
            return;
        }
        Layer layer;
        layer.contents = model::ImageContent{.pictures = {{path, file.density, file.dark, {}}}};
        fitInto(layer.place, file.size, std::min(std::max(file.size.width, file.size.height), kNewArt));
        m_images[file.name] = addLayer(std::move(layer), file.name);
    }

    void drawing(const DroppedFile& file) {
        const auto path = m_use.keep(file.path, file.bytes);
        Layer layer;
        if (file.kind == SourceKind::Clip) {
            auto& clip = layer.contents.emplace<model::ClipContent>();
            clip.path = path;
            clip.stopAt = std::max(1, file.length);
            fitInto(layer.place, file.size, kNewClip);
        } else {
            auto& artwork = layer.contents.emplace<model::ArtworkContent>();
            artwork.art = path;
            artwork.tint = file.usesCurrentColour ? m_use.ink : model::ColourRef();
            fitInto(layer.place, file.size, kNewArt);
        }
        const auto made = addLayer(std::move(layer), file.name);
        if (file.motion && !file.motion->found.motions.empty()) {
            move(made, file);
        }
    }

    /// The file's own motion plays in the first beat behind the opening.
    void move(const LayerId& layer, const DroppedFile& file) {
        std::vector<std::string> notes;
        auto& sequence = m_used.sequence;
        const BeatId beat = sequence.beats[1].id;
        sequence = withMotion(std::move(sequence), layer, *file.motion, beat, notes);
        for (const auto& note : notes) {
            m_used.warnings.push_back({ProblemKind::Unsupported, "cannot carry " + note, file.path, {}});
        }
    }

    LayerId addLayer(Layer layer, const std::string& name) {
        layer.name = name;
        auto& made = m_used.made;
        LayerId id;
        m_used.sequence = edit::addLayer(std::move(m_used.sequence), std::move(layer),
                                         made.empty() ? m_chosen : made.back(), id);
        made.push_back(id);
        return id;
    }

    FilesUsed m_used;
    std::map<std::string, LayerId> m_images; ///< rasters of one name are one layer in several densities
    LayerId m_chosen;
    bool m_single;
    const FileUse& m_use;
};

}

FilesUsed useFiles(model::Sequence sequence, const std::vector<DroppedFile>& files, const LayerId& chosen,
                   const FileUse& use) {
    Uses uses(std::move(sequence), chosen, files.size() == 1, use);
    for (const auto& file : files) {
        uses.add(file);
    }
    return uses.take();
}

model::Sequence replaceFile(model::Sequence sequence, const LayerId& layer, const DroppedFile& file,
                            const std::string& path, std::string& problem) {
    using namespace model;
    const auto* it = findThing(std::as_const(sequence).layers, layer);
    const bool shows = it && (it->art() || it->as<ImageContent>() || it->as<ClipContent>());
    if (!shows || !file.problems.empty() || file.kind == SourceKind::Font) {
        problem = shows ? "is no art, picture or clip" : "this layer shows no file";
        return sequence;
    }
    Contents contents = it->contents;
    if (file.kind == SourceKind::Raster) {
        contents = ImageContent{.pictures = {{path, file.density, file.dark, {}}}};
    } else if (file.kind == SourceKind::Clip) {
        ClipContent clip;
        clip.path = path;
        clip.stopAt = std::max(1, file.length);
        contents = std::move(clip);
    } else {
        Layer copy = *it;
        if (!copy.art()) {
            copy.contents = ArtworkContent();
        }
        copy.art()->art = path;
        copy.art()->darkArt.clear();
        copy.art()->part.clear();
        contents = std::move(copy.contents);
    }
    return edit::replaceContents(std::move(sequence), layer, std::move(contents), problem);
}

}
