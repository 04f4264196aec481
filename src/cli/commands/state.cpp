// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "cli/json_views.h"
#include "core/schedule/evaluate.h"
#include "core/schedule/resolve.h"

#include <CLI/CLI.hpp>
#include <ostream>

namespace scaena::cli {

namespace {

struct StateOptions {
    std::string file;
    double at = 0;
    bool json = true;
    ConditionOptions conditions;
};

int runState(Context& context, const StateOptions& options) {
    const auto project = openProject(options.file, context.err);
    if (!project) {
        return kUnreadable;
    }
    const auto conditions = options.conditions.parse(project->sequence, context.err);
    if (!conditions) {
        return kWrongUsage;
    }
    const auto schedule = schedule::resolve(project->sequence, *conditions);
    context.out << stateJson(schedule, schedule::evaluate(schedule, options.at)).dump(2) << "\n";
    return kDone;
}

}

void addState(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand("state", "The evaluated frame at one moment, as JSON");
    auto options = std::make_shared<StateOptions>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command->add_option("--at", options->at, "Milliseconds after the tap")->required();
    command->add_flag("--json", options->json, "As JSON (it always is)");
    options->conditions.addTo(*command);
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runState(context, *options); };
    });
}

}
