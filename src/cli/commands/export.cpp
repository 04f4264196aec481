// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "core/base/workers.h"
#include "export/common/app_places.h"
#include "export/common/export_writer.h"
#include "export/common/exporter.h"
#include "export/common/folder_change.h"
#include "export/common/line_diff.h"
#include "export/common/remembered_pictures.h"
#include "render/art/sound_pictures.h"
#include "render/base/gui_session.h"
#include "render/base/helper_process.h"
#include "render/base/paint_threads.h"
#include "render/frames/frame_maker.h"
#include "render/frames/still.h"
#include "render/text/text_outline.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <sstream>

namespace scaena::cli {

namespace {

constexpr const char* kAll = "all";

struct ExportOptions {
    std::string file, target, folder, package, base = "/";
    bool dryRun = false, json = false, force = false, startupImages = false, iconAlways = false,
         readableScript = false;
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

nlohmann::ordered_json reportJson(const exporting::Export& made, const exporting::WritePlan& plan,
                                  const std::vector<exporting::Suggestion>& suggestions, bool written) {
    nlohmann::ordered_json files = nlohmann::ordered_json::array();
    for (const auto& entry : plan.entries) {
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
    for (const auto& it : suggestions) {
        own.push_back({{"path", it.path}, {"diff", diffText(it)}});
    }
    return {{"target", made.target.name()}, {"written", written}, {"files", files},
            {"carried", carried},           {"suggestions", own}, {"findings", findings}};
}

void printReport(const exporting::Export& made, const exporting::WritePlan& plan,
                 const std::vector<exporting::Suggestion>& suggestions, std::ostream& out) {
    for (const auto& entry : plan.entries) {
        out << fmt::format("{:<9} {}\n", exporting::word(entry.change), entry.path);
    }
    for (const auto& it : suggestions) {
        out << fmt::format("yours: {} (never written) needs:\n{}", it.path, diffText(it));
    }
    for (const auto& finding : made.findings) {
        out << model::word(finding.severity) << ": " << finding.sentence << "\n";
    }
}

/// What several exports of one run share.
struct Workshop {
    explicit Workshop(project::Project opened) : project(std::move(opened)) {
        project.shelf = std::make_shared<const project::ArtShelf>(render::withSoundPictures(*project.shelf));
    }
    render::GuiSession gui;
    project::Project project;
    render::QtTextOutliner outliner;
    render::QtRasteriser rasteriser;
    render::QtFrameMaker frames;
    exporting::RememberedPictures pictures{rasteriser, frames};
};

/// What one export has to say, kept until it is its turn.
struct Outcome {
    int code = kDone;
    std::ostringstream out, err;
    nlohmann::ordered_json report; ///< null if nothing could be made
};

/// One target into one folder. Called from several threads.
void exportOne(const ExportOptions& options, const exporting::Exporter& exporter, const std::string& folder,
               const Workshop& shop, Workers& workers, Outcome& outcome) {
    exporting::ExportOptions how;
    how.package = options.package;
    how.base = options.base;
    how.startupImages = options.startupImages;
    how.readableScript = options.readableScript;
    how.iconAlways = options.iconAlways;
    how.workers = &workers;
    const int deaths = render::HelperProcess::deaths();
    auto made = exporter.build(
        {shop.project.sequence, *shop.project.shelf, shop.outliner, shop.pictures, shop.pictures, how});
    if (made && render::HelperProcess::deaths() != deaths) {
        made = failure(ProblemKind::Unreadable,
                       "a clip or a part of the art of this sequence cannot be drawn", options.file);
    }
    if (!made) {
        outcome.err << describe(made.error()) << "\n";
        outcome.code = kRefused;
        return;
    }
    DiskFiles files;
    if (const auto finished = options.dryRun ? Result<void>() : exporting::finishEarlier(files, folder);
        !finished) {
        outcome.err << describe(finished.error()) << "\nNothing was changed.\n";
        outcome.code = kRefused;
        return;
    }
    made = exporting::placed(std::move(*made), exporting::placeIn(files, folder, exporter.id()));
    made = exporting::besideOthers(files, folder, std::move(*made));
    const auto suggestions = exporting::suggestionsFor(files, folder, *made);
    const auto plan = exporting::planWrite(files, folder, *made);
    Result<void> written;
    const bool writes = !options.dryRun && (options.force || !plan.hasRefused());
    if (!plan.problems.empty()) {
        written = tl::unexpected(plan.problems);
    } else if (writes) {
        written = exporting::write(files, folder, *made, plan, options.force);
    }
    if (options.json) {
        outcome.report = reportJson(*made, plan, suggestions, writes && written.has_value());
    } else {
        printReport(*made, plan, suggestions, outcome.out);
    }
    if (!written) {
        outcome.err << describe(written.error()) << "\nNothing was changed.\n";
        outcome.code = kRefused;
    } else if (plan.hasRefused() && !options.force) {
        outcome.err << "Nothing was written: the files marked “refused” are not as the last export left "
                       "them. Move your changes elsewhere, or use "
                       "--force, which keeps your versions in "
                    << exporting::kKeptFolder << "/.\n";
        outcome.code = kRefused;
    }
}

int runExport(Context& context, const ExportOptions& options) {
    const auto id = plan::ExportId::named(options.target);
    if (!id && options.target != kAll) {
        context.err << fmt::format("--for: “{}” is not one of {}, {}\n", options.target,
                                   exporting::exporterIds(), kAll);
        return kWrongUsage;
    }
    auto project = openProject(options.file, context.err);
    if (!project) {
        return kUnreadable;
    }
    const Workshop shop(std::move(*project));
    const auto chosen = id ? std::vector{&exporting::exporterOf(*id)} : exporting::exporters();
    std::vector<Outcome> outcomes(chosen.size());
    render::withPaintWorkers([&](Workers& workers) {
        workers.run(chosen.size(), [&](std::size_t i) {
            // The last ones have the most to do before there are pictures to share out.
            const auto own = chosen.size() - 1 - i;
            const auto folder =
                id ? options.folder : options.folder + "/" + std::string(chosen[own]->id().name());
            exportOne(options, *chosen[own], folder, shop, workers, outcomes[own]);
        });
    });
    nlohmann::ordered_json reports = nlohmann::ordered_json::array();
    int worst = kDone;
    for (std::size_t i = 0; i < chosen.size(); ++i) {
        if (!id && !options.json) {
            context.out << chosen[i]->id().name() << "\n";
        }
        context.out << outcomes[i].out.str();
        context.err << outcomes[i].err.str();
        if (!outcomes[i].report.is_null()) {
            reports.push_back(std::move(outcomes[i].report));
        }
        worst = std::max(worst, outcomes[i].code);
    }
    if (options.json && !reports.empty()) {
        context.out << (id ? reports.front() : reports).dump(2) << "\n";
    }
    return worst;
}

}

void addExport(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand("export", "Writes what a platform needs into a folder");
    auto options = std::make_shared<ExportOptions>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command
        ->add_option("--for", options->target,
                     "The target: " + exporting::exporterIds() + "; or all, each into a folder of its name")
        ->required();
    command->add_option("--into", options->folder, "The folder, for example app/src/main")->required();
    command->add_option("--package", options->package,
                        "Kotlin package of the app's resources, for example com.example.huts");
    command->add_option("--base", options->base,
                        "Web: where the site is served from, for example /shop/; ./ for beside the page");
    command->add_flag("--startup-images", options->startupImages,
                      "Web: with startup pictures for web apps installed on phones");
    command->add_flag("--readable-script", options->readableScript,
                      "Web: the script with comments and indentation, half as large again");
    command->add_flag(
        "--icon-always", options->iconAlways,
        "Android: the icon also on starts from notifications; your app compiles with API 33 or later");
    command->add_flag("--dry-run", options->dryRun, "Only say what would be written");
    command->add_flag("--json", options->json, "As JSON");
    command->add_flag("--force", options->force,
                      "Replace files that were changed by hand; your versions are kept");
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runExport(context, *options); };
    });
}

}
