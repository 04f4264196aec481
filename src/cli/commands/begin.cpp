// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "core/file/sequence_file.h"
#include "core/start/started.h"
#include "render/art/decoder.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <ostream>

namespace scaena::cli {

namespace {

using Json = nlohmann::ordered_json;

struct BeginOptions {
    std::string source, out;
    bool json = false;
};

/// Nothing that is there already is written over; where one thing is, nothing is written at all.
Problems inTheWay(const FileAccess& files, const std::filesystem::path& out, const start::Started& started) {
    Problems problems;
    if (files.exists(out)) {
        problems.push_back({ProblemKind::Refused, "is there already; give another name", out.string(), {}});
    }
    for (const auto& [name, bytes] : started.files) {
        const auto path = out.parent_path() / name;
        const auto there = files.exists(path) ? files.read(path, bytes.size() + 1) : Result<std::string>("");
        if (files.exists(path) && (!there || *there != bytes)) {
            problems.push_back({ProblemKind::Refused,
                                "is there already with other contents; choose another folder",
                                path.string(),
                                {}});
        }
    }
    return problems;
}

Result<void> writeAll(FileAccess& files, const std::filesystem::path& out, const start::Started& started) {
    for (const auto& [name, bytes] : started.files) {
        const auto path = out.parent_path() / name;
        if (!files.exists(path)) {
            if (auto written = files.writeAtomically(path, bytes); !written) {
                return written;
            }
        }
    }
    return files.writeAtomically(out, file::write(started.sequence));
}

Json resultJson(const BeginOptions& options, const start::Started& started) {
    Json lost = Json::array();
    for (const auto& warning : started.warnings) {
        lost.push_back(warning.text());
    }
    Json files = Json::array();
    for (const auto& [name, bytes] : started.files) {
        files.push_back(name);
    }
    return {{"sequence", options.out},
            {"name", started.sequence.name},
            {"layers", started.sequence.layers.size()},
            {"cues", started.sequence.cues.size()},
            {"taken", started.taken},
            {"lost", lost},
            {"files", files}};
}

int runBegin(Context& context, const BeginOptions& options) {
    const std::filesystem::path out = options.out;
    if (out.extension() != ".scaena") {
        context.err << "a sequence's name ends with .scaena: " << options.out << "\n";
        return kWrongUsage;
    }
    DiskFiles files;
    const std::atomic<bool> never = false;
    // What a drawable refers to lies in folders above it.
    const auto source = std::filesystem::absolute(options.source).lexically_normal();
    const auto started = start::startFrom(files, source, render::QtDecoder(), never);
    if (!started) {
        context.err << describe(started.error()) << "\n";
        return exitCodeFor(started.error());
    }
    if (const auto problems = inTheWay(files, out, *started); !problems.empty()) {
        context.err << describe(problems) << "\n";
        return exitCodeFor(problems);
    }
    if (const auto written = writeAll(files, out, *started); !written) {
        context.err << describe(written.error()) << "\n";
        return exitCodeFor(written.error());
    }
    if (options.json) {
        context.out << resultJson(options, *started).dump(2) << "\n";
        return kDone;
    }
    context.out << fmt::format("“{}” stands in {}\n", started->sequence.name, options.out);
    for (const auto& it : started->taken) {
        context.out << "taken  " << it << "\n";
    }
    for (const auto& it : started->warnings) {
        context.out << "lost   " << it.text() << "\n";
    }
    return kDone;
}

}

void addBegin(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand(
        "begin", "A first sequence from a logo or an app's resources, and what of them was taken and lost");
    auto options = std::make_shared<BeginOptions>();
    command->add_option("SOURCE", options->source, "Art, or a folder with an app's resources")->required();
    command->add_option("-o,--output", options->out, "The .scaena file to make; nothing is written over")
        ->required();
    command->add_flag("--json", options->json, "As JSON");
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runBegin(context, *options); };
    });
}

}
