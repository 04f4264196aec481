// SPDX-License-Identifier: MIT
#include "export/android/android_exporter.h"

#include "core/art/read_clip.h"
#include "core/model/validate.h"
#include "core/project/shown_art.h"
#include "export/android/build.h"
#include "export/common/names.h"

#include <algorithm>
#include <fmt/format.h>

namespace scaena::exporting {

namespace {

void planCarry(AndroidBuild& build) {
    for (const auto& target : schedule::targets()) {
        if (target.exportId != "android") {
            continue;
        }
        for (const auto& cue : build.sequence().cues) {
            auto carry = schedule::carryOf(build.sequence(), cue, target);
            if (carry.how == schedule::Carry::Dropped) {
                build.made.notes.push_back(
                    fmt::format("{}: cue “{}” is not carried: {}", target.name, cue.id, carry.reason));
            }
            build.made.carried.push_back({cue.id, target.id, std::move(carry)});
        }
    }
}

Problems missingArt(const ExportInput& input) {
    Problems problems;
    const auto complain = [&](const model::Layer& layer, const std::string& what, const std::string& path) {
        problems.push_back({ProblemKind::Refused,
                            fmt::format("layer “{}” has no {} that can be read ({})", layer.name, what, path),
                            {},
                            {}});
    };
    for (const auto& layer : input.sequence.layers) {
        const bool needsArt =
            layer.kind == model::LayerKind::Artwork || layer.kind == model::LayerKind::FooterMark;
        if (needsArt && !project::shownArt(input.sequence, input.shelf, layer, model::Appearance::Light)) {
            complain(layer, "art", layer.part.empty() ? layer.art : layer.art + ", part " + layer.part);
        }
        if (layer.kind == model::LayerKind::Clip) {
            const auto* bytes = input.shelf.bytesOf(layer.clip.path);
            if (!bytes || !art::readClip(*bytes)) {
                complain(layer, "clip", layer.clip.path);
            }
        }
        if (layer.kind == model::LayerKind::Image) {
            const auto* shown = project::pictureFor(layer, 3, model::Appearance::Light);
            if (!shown || !input.shelf.bytesOf(shown->path)) {
                complain(layer, "picture", shown ? shown->path : "none was given");
            }
        }
    }
    return problems;
}

}

Result<Export> AndroidExporter::build(const ExportInput& input) const {
    auto problems = model::validate(input.sequence);
    if (problems.empty()) {
        problems = missingArt(input);
    }
    if (!input.options.package.empty() && !isPackageName(input.options.package)) {
        problems.push_back(
            {ProblemKind::Refused,
             fmt::format("“{}” is not a package name such as com.example.app", input.options.package),
             {},
             {}});
    }
    if (!problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    AndroidBuild build{input, androidNames(input.sequence, input.options.package), {}};
    build.made.target = id();
    build.made.sequenceName = input.sequence.name;
    planCarry(build);
    addColours(build);
    const auto drawables = addLayerDrawables(build);
    const Millis iconAnimation = addOpening(build, drawables);
    addThemes(build, iconAnimation);
    addCode(build, drawables);
    addInstructions(build);
    std::sort(build.made.files.begin(), build.made.files.end(),
              [](const auto& a, const auto& b) { return a.path < b.path; });
    return std::move(build.made);
}

}
