// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "cli/plain_text.h"
#include "render/art/art_drawer.h"

#include <CLI/CLI.hpp>
#include <ostream>

namespace scaena::cli {

int run(const std::vector<std::string>& arguments, std::ostream& stdOut, std::ostream& stdErr) {
    render::DrawingHelper::use();
    PlainText out(stdOut);
    PlainText err(stdErr);
    CLI::App app("Scaena without a window: look at, preview and export launch sequences.", "scaena-cli");
    app.require_subcommand(1);
    app.set_version_flag("--version", SCAENA_VERSION);
    Context context{out, err, {}};
    addBegin(app, context);
    addInfo(app, context);
    addSchedule(app, context);
    addState(app, context);
    addFrame(app, context);
    addExport(app, context);
    addLaunches(app, context);
    std::vector<std::string> reversed(arguments.rbegin(),
                                      arguments.rend() - 1); // CLI11 takes them from the back
    try {
        app.parse(reversed);
    } catch (const CLI::ParseError& error) {
        const bool asked = error.get_exit_code() == static_cast<int>(CLI::ExitCodes::Success);
        app.exit(error, out, err);
        return asked ? kDone : kWrongUsage;
    }
    return context.chosen ? context.chosen() : kWrongUsage;
}

}
