// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_exporter.h"

#include "core/schedule/resolve.h"
#include "export/common/names.h"
#include "export/lottie/lottie_composition.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

void addLottieInstructions(ExportBuild& build, const std::string& name, const schedule::Schedule& schedule) {
    std::string beats;
    for (std::size_t i = 1; i < schedule.beats.size(); ++i) {
        if (schedule.beats[i].played) {
            beats += fmt::format("- `{}`\n", commentText(build.sequence().beats[i].name));
        }
    }
    build.addForPeople("INTEGRATE.md",
                       fmt::format(R"(# Using the compositions

`{name}-light.json` and `{name}-dark.json` hold the launch from the app's first own frame on, by the Lottie Animation
Community's open specification: 60 frames a second, on a screen of {width} × {height} dp, with typical loading. They are clear
where the app's first screen is seen. Any player of the format shows them; the format knows no gates, so the app leads it:

1. Choose the file by the system's appearance, fill the screen with it (the composition's middle on the screen's middle).
2. Play up to the end of the marker `loop`. While something still loads, jump back to that marker's beginning.
3. When everything has loaded, play on to the end and take the player away.

The markers, in their order:

{beats}- `loop`: the segment that can be repeated while waiting

With reduced motion asked for, show the last frame before the hand-off instead of playing.
)",
                                   fmt::arg("name", name), fmt::arg("width", schedule.screen.width),
                                   fmt::arg("height", schedule.screen.height), fmt::arg("beats", beats)));
}

}

Result<Export> LottieExporter::build(const ExportInput& input) const {
    if (auto problems = problemsOf(input); !problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    ExportBuild build(input, id());
    const auto name = fileName(input.sequence.name, "launch");
    schedule::Conditions conditions;
    conditions.target = build.plans.front()->target->id;
    for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
        conditions.appearance = appearance;
        const auto schedule = schedule::resolve(build.plans.front(), conditions);
        build.add(fmt::format("{}-{}.json", name, model::word(appearance)),
                  lottieComposition(build, schedule));
        if (appearance == model::Appearance::Light) {
            addLottieInstructions(build, name, schedule);
        }
    }
    return build.finished();
}

}
