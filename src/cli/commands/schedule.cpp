// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "cli/json_views.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <ostream>

namespace scaena::cli {

namespace {

struct ScheduleOptions {
    std::string file;
    bool json = false;
    ConditionOptions conditions;
};

std::string timeText(Millis time) { return isNever(time) ? "never" : fmt::format("{} ms", time); }

void printSchedule(const schedule::Schedule& schedule, std::ostream& out) {
    const auto& s = *schedule.sequence;
    for (std::size_t i = 0; i < schedule.beats.size(); ++i) {
        const auto& span = schedule.beats[i];
        out << fmt::format("beat {:<20} {:>9} – {:>9}{}{}\n", s.beats[i].id, timeText(span.start),
                           timeText(span.end), span.played ? "" : "  not played",
                           span.yielded    ? "  yielded"
                           : span.timedOut ? "  timed out"
                                           : "");
    }
    for (std::size_t i = 0; i < schedule.cues.size(); ++i) {
        out << fmt::format("cue  {:<20} {:>9} – {:>9}\n", s.cues[i].id, timeText(schedule.cues[i].start),
                           timeText(schedule.cues[i].end));
    }
    for (std::size_t i = 0; i < schedule.gates.size(); ++i) {
        out << fmt::format("gate {:<20} {:>9} – {:>9}{}\n", s.gates[i].id, timeText(schedule.gates[i].start),
                           timeText(schedule.gates[i].open), schedule.gates[i].timedOut ? "  timed out" : "");
    }
    const auto& m = schedule.metrics;
    out << fmt::format("ready {} · shown {} · added wait {} ms · covered {} ms · idle {} ms\n",
                       timeText(m.ready), timeText(m.shown), m.added, m.covered, m.idle);
}

int runSchedule(Context& context, const ScheduleOptions& options) {
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
    if (options.json) {
        context.out << scheduleJson(schedule).dump(2) << "\n";
    } else {
        printSchedule(schedule, context.out);
    }
    return kDone;
}

}

void addSchedule(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand(
        "schedule", "When everything happens under given conditions, and what the wait costs");
    auto options = std::make_shared<ScheduleOptions>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command->add_flag("--json", options->json, "As JSON");
    options->conditions.addTo(*command);
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runSchedule(context, *options); };
    });
}

}
