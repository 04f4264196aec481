// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "cli/json_views.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <ostream>

namespace scaena::cli {

namespace {

int runInfo(Context& context, const std::string& file, bool json) {
    const auto project = openProject(file, context.err);
    if (!project) {
        return kUnreadable;
    }
    const auto& s = project->sequence;
    if (json) {
        context.out << infoJson(s).dump(2) << "\n";
        return kDone;
    }
    context.out << fmt::format("{}\n  {} layers, {} beats, {} gates, {} cues, {} colours\n", s.name,
                               s.layers.size(), s.beats.size(), s.gates.size(), s.cues.size(),
                               s.palette.size());
    for (const auto& beat : s.beats) {
        context.out << fmt::format("  beat   {:<16} {:<9} {}\n", beat.id, model::word(beat.kind),
                                   beat.length ? fmt::format("{} ms", *beat.length) : "");
    }
    for (const auto& layer : s.layers) {
        context.out << fmt::format("  layer  {:<16} {}\n", layer.id, model::word(layer.kind()));
    }
    for (const auto& gate : s.gates) {
        context.out << fmt::format("  gate   {:<16} typically {} ms{}\n", gate.id, gate.typical,
                                   gate.optional ? ", optional" : "");
    }
    return kDone;
}

}

void addInfo(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand("info", "What is in a sequence");
    auto file = std::make_shared<std::string>();
    auto json = std::make_shared<bool>(false);
    command->add_option("FILE", *file, "The .scaena file")->required();
    command->add_flag("--json", *json, "As JSON");
    command->callback([&context, file, json] {
        context.chosen = [&context, file, json] { return runInfo(context, *file, *json); };
    });
}

}
