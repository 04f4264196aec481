// SPDX-License-Identifier: MIT
#include "export/lottie/lottie_exporter.h"

#include "core/schedule/resolve.h"
#include "export/common/names.h"
#include "export/lottie/lottie_composition.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

/// How long a wait has to last so that each of its cues is seen, a repeated one for a whole round.
Millis lengthOfWait(const model::Sequence& sequence, const schedule::Schedule& shut, std::size_t beat) {
    Millis length = 0;
    const auto& span = shut.beats[beat];
    for (std::size_t i = 0; i < sequence.cues.size(); ++i) {
        const auto& cue = sequence.cues[i];
        const auto start = shut.cues[i].start;
        if (cue.beat == sequence.beats[beat].id && !isNever(start) && start < span.end) {
            const int rounds = cue.repeat.whileWaiting ? (cue.repeat.alternate ? 2 : 1) : cue.repeat.times;
            length = std::max(length, start - span.start + cue.length * rounds);
        }
    }
    return length;
}

constexpr const char* kLottieSteps = R"(# Using the compositions

`{name}-light.json` and `{name}-dark.json` hold the launch from the app's first own frame on, by the Lottie Animation
Community's open specification: 60 frames a second, on a screen of {width} × {height} dp, with loading that takes as long as is usual,
or as long as the wait's own cues need. They are clear where the app's first screen is seen. Any player of the format shows them; the
format knows no gates, so the app leads it.

## Steps

1. Choose the file by the system's appearance, fill the screen with it (the composition's middle on the screen's middle).
2. {loop}
3. When everything has loaded, play on to the end and take the player away.
4. With reduced motion asked for, show the frame of the marker `still` instead of playing.

The markers, in their order:

{beats}- `still`: the last frame before the hand-off
{marker}
The palette's plain colours are slots (`slots`, by their ids): a player that knows them can put others there.

## How to play it

With lottie-web, on a page:

```js
const show = lottie.loadAnimation({{ container, renderer: 'svg', loop: false, autoplay: false, path: '{name}-light.json' }});
show.addEventListener('DOMLoaded', () => {{
  const still = show.markers.find((it) => it.payload.name === 'still');
  if (matchMedia('(prefers-reduced-motion: reduce)').matches) return show.goToAndStop(still.time, true);
  const loop = show.markers.find((it) => it.payload.name === 'loop');
  let isLoaded = false;
  if (loop) {{
    show.addEventListener('enterFrame', ({{ currentTime }}) => {{
      if (!isLoaded && currentTime >= loop.time + loop.duration) show.goToAndPlay(loop.time, true);
    }});
  }}
  loaded.then(() => (isLoaded = true));
  show.play();
}});
```

On Android the library's view takes `setMinAndMaxFrame("loop")` and `setRepeatCount(INFINITE)` for the wait, and `setMinFrame` of the loop's end
afterwards; on iOS `play(fromMarker:toMarker:loopMode:)` does the same. Neither can be tried here.
)";

void addLottieInstructions(ExportBuild& build, const std::string& name, const schedule::Schedule& schedule,
                           bool hasLoop) {
    std::string beats;
    for (std::size_t i = 1; i < schedule.beats.size(); ++i) {
        if (schedule.beats[i].played) {
            beats += fmt::format("- `{}`\n", commentText(build.sequence().beats[i].name));
        }
    }
    build.addForPeople(
        "INTEGRATE.md",
        fmt::format(
            fmt::runtime(kLottieSteps), fmt::arg("name", name), fmt::arg("width", schedule.screen.width),
            fmt::arg("height", schedule.screen.height), fmt::arg("beats", beats),
            fmt::arg("loop", hasLoop ? "Play up to the end of the marker `loop`. While something still "
                                       "loads, jump back to that marker's beginning."
                                     : "Play up to the marker of the hand-off. While something still "
                                       "loads, stay there."),
            fmt::arg("marker",
                     hasLoop ? "- `loop`: a whole round of what is repeated while waiting\n" : "")));
}

}

schedule::Schedule shownSchedule(const plan::PlanPtr& plan, schedule::Conditions conditions) {
    const auto& sequence = *plan->document;
    auto shown = schedule::resolve(plan, conditions);
    auto never = conditions;
    never.loading = schedule::Loading::Never;
    const auto shut = schedule::resolve(plan, never);
    for (std::size_t i = 0; i < sequence.beats.size(); ++i) {
        const auto& span = shown.beats[i];
        if (sequence.beats[i].kind != model::BeatKind::Wait || !span.played || isNever(span.start)) {
            continue;
        }
        const auto missing = lengthOfWait(sequence, shut, i) - (span.end - span.start);
        if (missing <= 0) {
            continue;
        }
        for (std::size_t g = 0; g < sequence.gates.size(); ++g) {
            const auto& gate = shown.gates[g];
            if (!sequence.gates[g].optional && !isNever(gate.open)) {
                conditions.gateTimes[sequence.gates[g].id] =
                    std::max(gate.open, span.start + (span.end - span.start)) + missing - gate.start;
            }
        }
        shown = schedule::resolve(plan, conditions);
    }
    return shown;
}

Result<Export> LottieExporter::build(const ExportInput& input) const {
    ExportBuild build(input, id());
    const auto name = fileName(input.sequence.name, "launch");
    schedule::Conditions conditions;
    conditions.target = build.plans.front()->target->id;
    for (const auto appearance : {model::Appearance::Light, model::Appearance::Dark}) {
        conditions.appearance = appearance;
        const auto schedule = shownSchedule(build.plans.front(), conditions);
        const auto composition = lottieComposition(build, schedule);
        if (appearance == model::Appearance::Light) {
            addLottieInstructions(build, name, schedule,
                                  composition.find("\"cm\":\"loop\"") != std::string::npos);
        }
        build.add(fmt::format("{}-{}.json", name, model::word(appearance)), composition);
    }
    return build.finished();
}

}
