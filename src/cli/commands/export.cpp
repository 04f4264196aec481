// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "core/base/workers.h"
#include "export/common/line_diff.h"
#include "render/base/gui_session.h"
#include "render/base/paint_threads.h"
#include "render/frames/export_workshop.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <map>
#include <nlohmann/json.hpp>
#include <span>
#include <sstream>

namespace scaena::cli {

namespace {

constexpr const char* kAll = "all";

struct ExportWishes {
    std::string file, target, folder;
    std::map<std::string_view, std::string> texts; ///< by the option's key
    std::map<std::string_view, bool> flags;
    bool dryRun = false, json = false, force = false;
};

/// The lines that change, each behind "+ " or "- ".
std::string diffText(const exporting::Suggestion& it) {
    std::string text;
    for (const auto& line : exporting::diffLines(it.before, it.after)) {
        if (line.kind != exporting::LineKind::Same) {
            text += (line.kind == exporting::LineKind::New ? "+ " : "- ") + line.text + "\n";
        }
    }
    return text;
}

nlohmann::ordered_json reportJson(const exporting::PlacedExport& placed, bool written) {
    const auto& made = placed.made;
    nlohmann::ordered_json files = nlohmann::ordered_json::array();
    for (const auto& entry : placed.plan.entries) {
        files.push_back({{"path", entry.path}, {"change", exporting::word(entry.change)}});
    }
    nlohmann::ordered_json carried = nlohmann::ordered_json::array();
    for (const auto& cue : made.carried) {
        carried.push_back({{"cue", cue.cue},
                           {"target", cue.target.name()},
                           {"how", model::word(cue.carry.how)},
                           {"reason", cue.carry.reason.text()}});
    }
    nlohmann::ordered_json findings = nlohmann::ordered_json::array();
    for (const auto& finding : made.findings) {
        findings.push_back({{"rule", finding.rule},
                            {"severity", model::word(finding.severity)},
                            {"target", finding.target ? nlohmann::ordered_json(finding.target->name())
                                                      : nlohmann::ordered_json()},
                            {"text", finding.sentence}});
    }
    nlohmann::ordered_json own = nlohmann::ordered_json::array();
    for (const auto& it : placed.suggestions) {
        own.push_back({{"path", it.path}, {"diff", diffText(it)}});
    }
    return {{"target", made.target.name()}, {"written", written}, {"files", files},
            {"carried", carried},           {"suggestions", own}, {"findings", findings}};
}

void printReport(const exporting::PlacedExport& placed, std::ostream& out) {
    for (const auto& entry : placed.plan.entries) {
        out << fmt::format("{:<9} {}\n", exporting::word(entry.change), entry.path);
    }
    for (const auto& it : placed.suggestions) {
        out << fmt::format("yours: {} (never written) needs:\n{}", it.path, diffText(it));
    }
    for (const auto& finding : placed.made.findings) {
        out << model::word(finding.severity) << ": " << finding.sentence << "\n";
    }
}

/// What one export has to say, kept until it is its turn.
struct Told {
    int code = kDone;
    std::ostringstream out, err;
    nlohmann::ordered_json report; ///< null if nothing could be made
};

exporting::ChosenOptions chosenOptions(const ExportWishes& wishes) {
    exporting::ChosenOptions chosen;
    for (const auto& [key, text] : wishes.texts) {
        chosen.set(key, text);
    }
    for (const auto& [key, flag] : wishes.flags) {
        chosen.set(key, flag);
    }
    return chosen;
}

void refuse(Told& told, const Problems& problems, const char* then = "") {
    told.err << describe(problems) << "\n" << then;
    told.code = kRefused;
}

/// One target into one folder. Called from several threads.
void exportOne(const ExportWishes& wishes, plan::ExportId target, const std::string& folder,
               const study::Study& study, const render::ExportWorkshop& workshop, Workers& workers,
               Told& told) {
    exporting::ExportOptions options;
    options.chosen = chosenOptions(wishes);
    options.workers = &workers;
    auto built = workshop.build(study, target, std::move(options));
    if (!built) {
        return refuse(told, built.error());
    }
    DiskFiles files;
    const auto placed = exporting::place(files, folder, std::move(*built), wishes.dryRun);
    if (!placed) {
        return refuse(told, placed.error(), "Nothing was changed.\n");
    }
    Result<void> written;
    const bool writes = !wishes.dryRun && (wishes.force || !placed->plan.hasRefused());
    if (!placed->plan.problems.empty()) {
        written = tl::unexpected(placed->plan.problems);
    } else if (writes) {
        written = exporting::write(files, *placed, placed->plan, wishes.force);
    }
    if (wishes.json) {
        told.report = reportJson(*placed, writes && written.has_value());
    } else {
        printReport(*placed, told.out);
    }
    if (!written) {
        refuse(told, written.error(), "Nothing was changed.\n");
    } else if (placed->plan.hasRefused() && !wishes.force) {
        told.err << "Nothing was written: the files marked “refused” are not as the last export left "
                    "them. Move your changes elsewhere, or use --force, which keeps your versions in "
                 << exporting::kKeptFolder << "/.\n";
        told.code = kRefused;
    }
}

/// Everything that was told, in the order of the targets; the gravest code.
int tellAll(Context& context, const ExportWishes& wishes, std::span<const exporting::Exporter* const> chosen,
            std::vector<Told>& told) {
    const bool isOne = wishes.target != kAll;
    nlohmann::ordered_json reports = nlohmann::ordered_json::array();
    int worst = kDone;
    for (std::size_t i = 0; i < chosen.size(); ++i) {
        if (!isOne && !wishes.json) {
            context.out << chosen[i]->id().name() << "\n";
        }
        context.out << told[i].out.str();
        context.err << told[i].err.str();
        if (!told[i].report.is_null()) {
            reports.push_back(std::move(told[i].report));
        }
        worst = std::max(worst, told[i].code);
    }
    if (wishes.json && !reports.empty()) {
        context.out << (isOne ? reports.front() : reports).dump(2) << "\n";
    }
    return worst;
}

int runExport(Context& context, const ExportWishes& wishes) {
    const auto id = plan::ExportId::named(wishes.target);
    if (!id && wishes.target != kAll) {
        context.err << fmt::format("--for: “{}” is not one of {}, {}\n", wishes.target,
                                   exporting::exporterIds(), kAll);
        return kWrongUsage;
    }
    const auto study = openStudy(wishes.file, context.err);
    if (!study) {
        return kUnreadable;
    }
    const render::GuiSession gui;
    const render::ExportWorkshop workshop;
    const auto chosen = id ? std::vector{&exporting::exporterOf(*id)} : exporting::exporters();
    std::vector<Told> told(chosen.size());
    render::withPaintWorkers([&](Workers& workers) {
        workers.run(chosen.size(), [&](std::size_t i) {
            // The last ones have the most to do before there are pictures to share out.
            const auto own = chosen.size() - 1 - i;
            const auto folder =
                id ? wishes.folder : wishes.folder + "/" + std::string(chosen[own]->id().name());
            exportOne(wishes, chosen[own]->id(), folder, *study, workshop, workers, told[own]);
        });
    });
    return tellAll(context, wishes, chosen, told);
}

}

void addExport(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand("export", "Writes what a platform needs into a folder");
    auto options = std::make_shared<ExportWishes>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command
        ->add_option("--for", options->target,
                     "The target: " + exporting::exporterIds() + "; or all, each into a folder of its name")
        ->required();
    command->add_option("--into", options->folder, "The folder, for example app/src/main")->required();
    for (const auto& option : exporting::allExportOptions()) {
        const auto name = "--" + std::string(option.key);
        const std::string about(option.about);
        if (option.kind == exporting::ExportOption::Kind::Flag) {
            command->add_flag(name, options->flags[option.key], about);
        } else {
            command->add_option(name, options->texts[option.key], about);
        }
    }
    command->add_flag("--dry-run", options->dryRun, "Only say what would be written");
    command->add_flag("--json", options->json, "As JSON");
    command->add_flag("--force", options->force,
                      "Replace files that were changed by hand; your versions are kept");
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runExport(context, *options); };
    });
}

}
