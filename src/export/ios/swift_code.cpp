// SPDX-License-Identifier: MIT
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/timing_tree.h"
#include "export/ios/ios_parts.h"

#include "embedded_players.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

std::string swift(const CodeValue& value, int indent) { return swiftDialect().text(value, indent); }

/// Each thing has a constant of its own with its type: the compiler is slow at guessing in long literals.
std::string constants(const char* type, const char* name, const std::vector<TimingTree::Named>& things) {
    std::string out, list;
    for (std::size_t i = 0; i < things.size(); ++i) {
        out += fmt::format("    /// {}\n    private static let {}{}: {} = {}\n", commentText(things[i].name),
                           name, i, type, swift(things[i].value, 8));
        list += fmt::format("{}{}{}", i > 0 ? ", " : "", name, i);
    }
    return out + fmt::format("    private static let {}s: [{}] = [{}]\n\n", name, type, list);
}

}

std::string swiftTiming(const Plans& plans) {
    const auto tree = timingTree(plans);
    return fmt::format("    private static let timing = LaunchTiming(\n        beats: beats, gates: gates, "
                       "gateOrder: {}, layers: layers,\n"
                       "        cues: cues, cueOrder: {})\n\n",
                       swift({tree.gateOrder}, 8), swift({tree.cueOrder}, 8)) +
           constants("LaunchBeat", "beat", tree.beats) + constants("LaunchGateTiming", "gate", tree.gates) +
           constants("LaunchLayer", "layer", tree.layers) + constants("LaunchCue", "cue", tree.cues);
}

void addSwiftCode(ExportBuild& build, const IosNames& names) {
    for (const char* player :
         {"LaunchTiming.swift", "LaunchArt.swift", "LaunchPlayer.swift", "LaunchOverlay.swift"}) {
        build.add(names.folder + player, wholePlayer(embedded::find(player), kSwiftVariables));
    }
    PictureNames pictures;
    pictures.picture = [&](const model::Layer& layer) { return names.picture(layer.id); };
    pictures.frame = [&](const model::Layer& layer, int index) { return names.frame(layer.id, index); };
    std::vector<TimingTree::Named> looks;
    for (const auto& layer : build.sequence().layers) {
        looks.push_back({layer.name, lookValue(build.input, layer, pictures)});
    }
    std::string out = fmt::format(
        "// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
        "// The next export replaces it for as long as you leave it unchanged.\nimport Foundation\n\n"
        "/// Play it with LaunchPlayer.attach(to: window, {}Launch.data).\n@MainActor\nenum {}Launch {{\n"
        "    static let data = LaunchData(timing: timing, looks: looks, palette: palette)\n\n",
        commentText(build.sequence().name), names.type, names.type);
    if (!build.sequence().gates.empty()) {
        out += "    /// What the launch may wait for: tell it with open(_:).\n    enum Gate {\n";
        for (const auto& gate : build.sequence().gates) {
            out += fmt::format("        static let {} = {}\n", swiftName(camelCase(gate.id)),
                               swiftString(gate.id));
        }
        out += "    }\n\n";
    }
    out += swiftTiming(build.plans) + constants("LaunchLook", "look", looks);
    out += "    private static let palette: [LaunchColors] = " +
           swift(paletteValue(build.sequence().palette), 8) + "\n}\n";
    build.add(names.folder + names.type + "Launch.swift", out);
}

void addIosInstructions(ExportBuild& build, const IosNames& names) {
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        gates +=
            fmt::format("        launch.open({}Launch.Gate.{})   // when it has loaded, from any thread\n",
                        names.type, swiftName(camelCase(gate.id)));
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    }
    build.addForPeople(names.folder + "INTEGRATE.md",
                       fmt::format(R"(# Putting the launch sequence into your app

The files need nothing but the platform, from iOS 13 on (the SwiftUI wrapper from iOS 14 on), and Swift 5.5 or later.

1. Drag the folder `Launch` into your Xcode project, into the app's target (newer projects take in the folder by themselves).

2. In the target's `Info.plist`, set *Launch screen interface file base name* to `{board}` (see `Info-additions.plist`), and
   remove an entry *Launch Screen* if there is one.

3. For the icon, choose `{icon}` as *App Icon* in the target's settings (`{icon}AllSizes` with older versions of Xcode).

4. With UIKit, in the scene delegate, behind `window?.makeKeyAndVisible()`:

        let launch = LaunchPlayer.attach(to: window!, {type}Launch.data)
        // keep `launch` where your loading code can reach it

   With SwiftUI:

        ContentView().launchSequence({type}Launch.data) {{ launch in … }}

5. Tell it what has loaded:

{gates}
   or let it wait for the work itself: `try await launch.open("…", after: {{ try await load() }})`.

`await launch.outcome()` tells how it ended: `complete`, or `wentOn`, `offline`, `message` after a time-out. After `message` the
picture stays until you call `launch.dismiss()`.

## What to know

- The system keeps a picture of the launch storyboard. To see a change, delete the app from the device and install it again;
  if the old one still shows, restart the device.
- The player's first frame stands exactly on the storyboard's picture. It is drawn over the window, so nothing in your app has
  to know of it, and going back never returns to it.
- With reduced motion asked for, the calm variant plays. VoiceOver goes past the launch; when it takes longer than five
  seconds, `launch.announcement` is read out.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                   fmt::arg("board", names.storyboard()), fmt::arg("icon", names.icon()),
                                   fmt::arg("type", names.type), fmt::arg("gates", gates)));
}

}
