// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"
#include "core/check/rules.h"
#include "core/edit/layer_edits.h"
#include "core/project/shown_art.h"

#include <fmt/format.h>

namespace scaena::check {

namespace {

std::string missing(const model::Layer& layer, const char* what, const std::string& path) {
    return fmt::format("layer “{}” has no {} that can be read ({})", layer.name, what, path);
}

}

std::string whyUnreadable(const model::Sequence& sequence, const project::ArtFiles& files,
                          const model::Layer& layer) {
    const auto* drawing = layer.art();
    if (drawing && !project::shownArt(sequence, files, layer, model::Appearance::Light)) {
        return missing(layer, "art",
                       drawing->part.empty() ? drawing->art : drawing->art + ", part " + drawing->part);
    }
    if (const auto* clip = layer.as<model::ClipContent>()) {
        const auto* bytes = files.bytesOf(clip->path);
        if (!bytes || !art::readClip(*bytes)) {
            return missing(layer, "clip", clip->path);
        }
    }
    if (layer.as<model::ImageContent>()) {
        const auto* shown = project::pictureFor(layer, 3, model::Appearance::Light);
        if (!shown || !files.bytesOf(shown->path)) {
            return missing(layer, "picture", shown ? shown->path : "none was given");
        }
    }
    return {};
}

std::vector<Finding> unreadable(const Subject& subject) {
    std::vector<Finding> found;
    for (const auto& layer : subject.sequence().layers) {
        auto why = whyUnreadable(subject.sequence(), subject.exportedArt(), layer);
        if (why.empty()) {
            continue;
        }
        Finding finding;
        finding.severity = Severity::Error;
        finding.place = {Place::Kind::Layer, layer.id, {}};
        finding.sentence = std::move(why);
        finding.remedy = Remedy{
            "Take the layer out", fmt::format("take out {}", layer.name),
            [id = layer.id](model::Sequence sequence) { return edit::removeLayer(std::move(sequence), id); }};
        found.push_back(std::move(finding));
    }
    return found;
}

}
