// SPDX-License-Identifier: MIT
#include "cli/context.h"
#include "render/base/gui_session.h"
#include "render/frames/still.h"

#include <CLI/CLI.hpp>
#include <QBuffer>
#include <fmt/format.h>
#include <ostream>

namespace scaena::cli {

namespace {

struct FrameOptions {
    std::string file, size, output;
    double at = 0;
    ConditionOptions conditions;
};

/// "412x915", each side 1..8192; an empty text gives an empty size.
std::optional<QSize> parseSize(const std::string& text) {
    if (text.empty()) {
        return QSize();
    }
    int width = 0;
    int height = 0;
    char end = 0;
    if (std::sscanf(text.c_str(), "%5dx%5d%c", &width, &height, &end) != 2 || width < 1 || height < 1 ||
        width > 8192 || height > 8192) {
        return std::nullopt;
    }
    return QSize(width, height);
}

int runFrame(Context& context, const FrameOptions& options) {
    const auto size = parseSize(options.size);
    if (!size) {
        context.err << fmt::format("--size: “{}” is not WIDTHxHEIGHT with sides of 1 to 8192\n",
                                   options.size);
        return kWrongUsage;
    }
    const auto study = openStudy(options.file, context.err);
    if (!study) {
        return kUnreadable;
    }
    const auto conditions = options.conditions.parse(study->sequence(), context.err);
    if (!conditions) {
        return kWrongUsage;
    }
    const render::GuiSession gui;
    const auto resolved = study->schedule(*conditions);
    const auto& schedule = *resolved;
    const render::Scene scene(study->sequence(), study->art(), conditions->appearance,
                              schedule::deviceOf(conditions->device).density);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    render::still(scene, schedule, options.at, {*size, true, true}).save(&buffer, "PNG");
    DiskFiles files;
    // What a run that was killed has left there.
    DiskFiles::clearStrays(std::filesystem::absolute(options.output).parent_path());
    if (const auto written = files.writeAtomically(options.output, bytes.toStdString()); !written) {
        context.err << describe(written.error()) << "\n";
        return kRefused;
    }
    return kDone;
}

}

void addFrame(CLI::App& app, Context& context) {
    auto* command = app.add_subcommand("frame", "One moment as a PNG picture");
    auto options = std::make_shared<FrameOptions>();
    command->add_option("FILE", options->file, "The .scaena file")->required();
    command->add_option("--at", options->at, "Milliseconds after the tap")->required();
    command->add_option("--size", options->size, "Pixels, for example 412x915; without: the device's own");
    command->add_option("-o,--output", options->output, "The PNG file to write")->required();
    options->conditions.addTo(*command);
    command->callback([&context, options] {
        context.chosen = [&context, options] { return runFrame(context, *options); };
    });
}

}
