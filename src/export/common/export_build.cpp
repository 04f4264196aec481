// SPDX-License-Identifier: MIT
#include "export/common/export_build.h"

#include "core/base/workers.h"

#include <algorithm>
#include <atomic>

namespace scaena::exporting {

ExportBuild::ExportBuild(const ExportInput& from, plan::ExportId exportId)
    : input(from), plans(from.study.plans(exportId)) {
    made.target = exportId;
    made.sequenceName = sequence().name;
}

void ExportBuild::tellCarried() {
    for (const auto& plan : plans) {
        for (std::size_t i = 0; i < plan->cues.size(); ++i) {
            made.carried.push_back({sequence().cues[i].id, plan->target->id, plan->cues[i].carry});
        }
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
    tellCarried();
    const auto found = input.study.findings(made.target);
    made.findings.insert(made.findings.begin(), found.begin(), found.end());
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

}
