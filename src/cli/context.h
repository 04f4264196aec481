// SPDX-License-Identifier: MIT
#pragma once

#include "cli/run.h"
#include "core/project/project.h"
#include "core/schedule/conditions.h"
#include "core/study/study.h"

#include <functional>
#include <iosfwd>
#include <optional>

namespace CLI {
class App;
}

namespace scaena::cli {

/// What every command has at hand.
struct Context {
    std::ostream& out;
    std::ostream& err;
    std::function<int()> chosen; ///< set by the command that was named
};

/// The options that choose the conditions, as text until they are checked.
struct ConditionOptions {
    std::string target, device, appearance = "light", started = "cold", gates = "typical";
    bool reducedMotion = false, landscape = false;

    void addTo(CLI::App& command);
    /// Writes what is wrong to `err` and gives nothing if a word is unknown.
    [[nodiscard]] std::optional<schedule::Conditions> parse(const model::Sequence& sequence,
                                                            std::ostream& err) const;
};

/// Opens a project; problems and warnings go to `err`.
[[nodiscard]] std::optional<project::Project> openProject(const std::string& path, std::ostream& err);

/// The same, to be asked what happens in it.
[[nodiscard]] study::StudyPtr openStudy(const std::string& path, std::ostream& err);

/// What a list of problems means for the exit code.
[[nodiscard]] int exitCodeFor(const Problems& problems);

void addBegin(CLI::App& app, Context& context);
void addInfo(CLI::App& app, Context& context);
void addSchedule(CLI::App& app, Context& context);
void addState(CLI::App& app, Context& context);
void addFrame(CLI::App& app, Context& context);
void addExport(CLI::App& app, Context& context);
void addLaunches(CLI::App& app, Context& context);

}
