// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "cli/json_views.h"
#include "core/schedule/evaluate.h"

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
    const auto study = openStudy(options.file, context.err);
    if (!study) {
        return kUnreadable;
    }
    const auto conditions = options.conditions.parse(study->sequence(), context.err);
    if (!conditions) {
        return kWrongUsage;
    }
    const auto resolved = study->schedule(*conditions);
    const auto& schedule = *resolved;
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
