// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "core/launches/measured.h"
#include "core/launches/read_records.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <ostream>

namespace scaena::cli {

namespace {

using Json = nlohmann::ordered_json;

struct LaunchesOptions {
    std::string file, records;
    bool json = false;
};

Json launchesJson(const launches::RealLaunches& launches, std::size_t unreadable) {
    Json gates = Json::array();
    for (const auto& it : launches.gates) {
        gates.push_back({{"gate", std::string(it.gate)},
                         {"opened", it.opened},
                         {"stayedShut", it.stayedShut},
                         {"fast", it.times.fast},
                         {"typical", it.times.typical},
                         {"slow", it.times.slow}});
    }
    Json outcomes = Json::object();
    for (const auto& [outcome, count] : launches.outcomes) {
        outcomes[std::string(model::word(outcome))] = count;
    }
    Json all = {{"launches", launches.counted}, {"elsewhere", launches.elsewhere}, {"unreadable", unreadable},
                {"outcomes", outcomes},         {"smooth", launches.smooth},       {"gates", gates},
                {"unknown", launches.unknown}};
    all["shownTypical"] = launches.shownTypical ? Json(*launches.shownTypical) : Json();
    all["shownSlow"] = launches.shownSlow ? Json(*launches.shownSlow) : Json();
    return all;
}

void print(const model::Sequence& sequence, const launches::RealLaunches& launches, std::ostream& out) {
    out << fmt::format("{} launches of “{}”\n", launches.counted, sequence.name);
    for (const auto& [outcome, count] : launches.outcomes) {
        out << fmt::format("outcome {:<12} {:>6}\n", model::word(outcome), count);
    }
    if (launches.shownTypical) {
        out << fmt::format("shown   {} ms in half of them, {} ms in nine tenths\n", *launches.shownTypical,
                           *launches.shownSlow);
    }
    for (const auto& it : launches.gates) {
        const auto* gate = model::findThing(sequence.gates, it.gate);
        out << fmt::format(
            "gate {:<20} {} · {} · {} ms, assumed {} · {} · {} ms; opened {}, stayed shut {}\n", it.gate,
            it.times.fast, it.times.typical, it.times.slow, gate->fast, gate->typical, gate->slow, it.opened,
            it.stayedShut);
    }
}

int runLaunches(Context& context, const LaunchesOptions& options) {
    const auto project = openProject(options.file, context.err);
    if (!project) {
        return kUnreadable;
    }
    const auto bytes = DiskFiles().read(options.records, launches::kRecordBytes);
    const std::atomic<bool> never = false;
    auto read =
        bytes ? launches::readLaunchRecords(*bytes, options.records, never) : tl::unexpected(bytes.error());
    if (!read) {
        context.err << describe(read.error()) << "\n";
        return kUnreadable;
    }
    const auto launches = launches::measured(project->sequence, read->records);
    if (options.json) {
        context.out << launchesJson(launches, read->unreadable).dump(2) << "\n";
    } else {
        print(project->sequence, launches, context.out);
    }
    return kDone;
}

}

void addLaunches(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand(
        "launches", "What people's launches took, from the records the exported player gives");
    auto options = std::make_shared<LaunchesOptions>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command->add_option("RECORDS", options->records, "A file with a record a line")->required();
    command->add_flag("--json", options->json, "As JSON");
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runLaunches(context, *options); };
    });
}

}
