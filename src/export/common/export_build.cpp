// SPDX-License-Identifier: MIT
#include "export/common/export_build.h"

#include "core/art/read_clip.h"
#include "core/base/workers.h"
#include "core/check/seam_rule.h"
#include "core/model/validate.h"
#include "core/plan/compile.h"
#include "core/project/shown_art.h"

#include <algorithm>
#include <atomic>
#include <fmt/format.h>

namespace scaena::exporting {

Plans plansFor(const model::Sequence& sequence, plan::ExportId exportId) {
    const auto shared = std::make_shared<const model::Sequence>(sequence);
    Plans plans;
    for (const auto& target : plan::targets()) {
        if (target.exportId == exportId) {
            plans.push_back(plan::compile(shared, target));
        }
    }
    return plans;
}

ExportBuild::ExportBuild(const ExportInput& from, plan::ExportId exportId)
    : input(from), plans(plansFor(from.sequence, exportId)) {
    made.target = exportId;
    made.sequenceName = sequence().name;
    for (const auto& plan : plans) {
        const auto& target = *plan->target;
        for (std::size_t i = 0; i < plan->cues.size(); ++i) {
            const auto& carry = plan->cues[i].carry;
            const auto& id = sequence().cues[i].id;
            if (plan->cues[i].isDropped()) {
                note("not-carried",
                     fmt::format("{}: cue “{}” is not carried: {}", target.name, id, carry.reason.text()),
                     {check::Place::Thing::Cue, id, {}});
                made.findings.back().target = target.id;
            }
            made.carried.push_back({id, target.id, carry});
        }
        for (auto& finding : check::seamFindings(plan)) {
            made.findings.push_back(std::move(finding));
        }
    }
    for (const auto& layer : sequence().layers) {
        nameMissingLetters(layer);
    }
}

void ExportBuild::nameMissingLetters(const model::Layer& layer) {
    const auto* text = layer.as<model::TextContent>();
    if (!text) {
        return;
    }
    std::string letters;
    for (const auto& it : input.outliner.missing(*text, input.shelf.bytesOf(text->fontFile))) {
        letters += (letters.empty() ? "“" : ", “") + it + "”";
    }
    if (!letters.empty()) {
        note("letters-missing",
             fmt::format("“{}”: no typeface here has {}; nothing or an empty box would stand there. Choose a "
                         "font file that has it, or take it out of the text.",
                         layer.name, letters),
             {check::Place::Thing::Layer, layer.id, {}});
        made.findings.back().severity = check::Severity::Warning;
    }
}

void ExportBuild::note(const char* rule, std::string sentence, check::Place place) {
    const auto said = [&](const check::Finding& it) { return it.rule == rule && it.sentence == sentence; };
    if (std::none_of(made.findings.begin(), made.findings.end(), said)) {
        check::Finding finding;
        finding.rule = rule;
        finding.severity = check::Severity::Note;
        finding.place = std::move(place);
        finding.sentence = std::move(sentence);
        made.findings.push_back(std::move(finding));
    }
}

void ExportBuild::add(const std::string& path, std::string bytes) {
    made.files.push_back({path, std::move(bytes)});
}

void ExportBuild::addForPeople(const std::string& path, std::string bytes) {
    made.files.push_back({path, std::move(bytes), true});
}

void ExportBuild::addLater(const std::string& path, std::function<std::string()> make) {
    m_jobs.push_back({made.files.size(), std::move(make)});
    made.files.push_back({path, {}});
}

bool ExportBuild::has(const std::string& path) const {
    return std::any_of(made.files.begin(), made.files.end(),
                       [&](const ExportedFile& it) { return it.path == path; });
}

Result<Export> ExportBuild::finished() {
    std::stable_sort(made.findings.begin(), made.findings.end(),
                     [](const auto& a, const auto& b) { return a.severity > b.severity; });
    std::atomic<std::size_t> done = 0;
    const auto cancelled = [&] { return input.options.cancelled && input.options.cancelled(); };
    // Two targets that are made side by side have pictures in common: they go through them from opposite
    // ends, so that neither waits for the one the other is just making.
    const bool isBackwards = made.target.row() % 2 == 1;
    const auto make = [&](std::size_t i) {
        if (cancelled()) {
            return;
        }
        const auto& job = m_jobs[isBackwards ? m_jobs.size() - 1 - i : i];
        made.files[job.file].bytes = job.make();
        if (input.options.progress) {
            input.options.progress(++done, m_jobs.size());
        }
    };
    if (input.options.workers) {
        input.options.workers->run(m_jobs.size(), make);
    } else {
        Workers().run(m_jobs.size(), make);
    }
    if (cancelled()) {
        return tl::unexpected(Problems{{ProblemKind::Refused, "the export was cancelled", {}, {}}});
    }
    std::sort(made.files.begin(), made.files.end(),
              [](const auto& a, const auto& b) { return a.path < b.path; });
    return std::move(made);
}

Problems problemsOf(const ExportInput& input) {
    auto problems = model::validate(input.sequence);
    if (!problems.empty()) {
        return problems;
    }
    const auto complain = [&](const model::Layer& layer, const std::string& what, const std::string& path) {
        problems.push_back({ProblemKind::Refused,
                            fmt::format("layer “{}” has no {} that can be read ({})", layer.name, what, path),
                            {},
                            {}});
    };
    for (const auto& layer : input.sequence.layers) {
        const auto* drawing = layer.art();
        if (drawing && !project::shownArt(input.sequence, input.shelf, layer, model::Appearance::Light)) {
            complain(layer, "art",
                     drawing->part.empty() ? drawing->art : drawing->art + ", part " + drawing->part);
        }
        if (const auto* clip = layer.as<model::ClipContent>()) {
            const auto* bytes = input.shelf.bytesOf(clip->path);
            if (!bytes || !art::readClip(*bytes)) {
                complain(layer, "clip", clip->path);
            }
        }
        if (layer.as<model::ImageContent>()) {
            const auto* shown = project::pictureFor(layer, 3, model::Appearance::Light);
            if (!shown || !input.shelf.bytesOf(shown->path)) {
                complain(layer, "picture", shown ? shown->path : "none was given");
            }
        }
    }
    return problems;
}

}
