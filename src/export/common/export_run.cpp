// SPDX-License-Identifier: MIT
#include "export/common/export_run.h"

#include "export/common/folder_change.h"

namespace scaena::exporting {

Result<Export> build(const ExportInput& input, plan::ExportId target) {
    Problems problems;
    for (const auto& finding : input.study.findings(target)) {
        if (finding.severity == check::Severity::Error) {
            problems.push_back({ProblemKind::Refused, finding.sentence, {}, {}});
        }
    }
    for (const auto& option : exporterOf(target).options()) {
        auto why = option.whyNot ? option.whyNot(input.options.chosen.text(option)) : std::string();
        if (!why.empty()) {
            problems.push_back({ProblemKind::Refused, std::move(why), {}, {}});
        }
    }
    if (!problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    return exporterOf(target).build(input);
}

Result<PlacedExport> place(FileAccess& files, const std::filesystem::path& folder, Export built,
                           bool looksOnly) {
    PlacedExport placed;
    placed.folder = folder;
    if (folder.empty()) {
        placed.made = std::move(built);
        for (const auto& file : placed.made.files) {
            placed.plan.entries.push_back({file.path, FileChange::Added});
        }
        return placed;
    }
    if (!looksOnly) {
        if (auto finished = finishEarlier(files, folder); !finished) {
            return tl::unexpected(finished.error());
        }
    }
    placed.place = placeIn(files, folder, built.target);
    placed.made = besideOthers(files, folder, exporting::placed(std::move(built), placed.place));
    placed.plan = planWrite(files, folder, placed.made);
    placed.suggestions = suggestionsFor(files, folder, placed.made);
    return placed;
}

Result<void> write(FileAccess& files, const PlacedExport& placed, const WritePlan& plan, bool force) {
    return write(files, placed.folder, placed.made, plan, force);
}

}
