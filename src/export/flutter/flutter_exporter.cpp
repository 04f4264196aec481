// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_exporter.h"

#include "export/android/build.h"
#include "export/android/gradle_project.h"
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/script_pictures.h"
#include "export/common/timing_tree.h"
#include "export/flutter/flutter_project.h"
#include "export/ios/ios_parts.h"
#include "export/ios/xcode_project.h"

#include "embedded_players.h"

#include <fmt/format.h>

namespace scaena::exporting {

namespace {

std::string dart(const CodeValue& value, int indent) { return dartDialect().text(value, indent); }

std::string dartList(const char* type, const char* name, const std::vector<TimingTree::Named>& things,
                     bool constant) {
    std::string out = fmt::format("{} List<{}> {} = [\n", constant ? "const" : "final", type, name);
    for (const auto& thing : things) {
        out += "  // " + commentText(thing.name) + "\n  " + dart(thing.value, 6) + ",\n";
    }
    return out + "];\n\n";
}

std::string snake(const std::string& name) { return resourceName(name, "launch"); }

void addDart(ExportBuild& build, const std::set<std::string>& darkPictures) {
    const auto& sequence = build.sequence();
    for (const char* player : {"launch_timing.dart", "launch_art.dart", "launch_player.dart"}) {
        build.add(std::string("lib/launch/") + player, wholePlayer(embedded::find(player)));
    }
    PictureNames pictures;
    pictures.picture = [](const model::Layer& layer) { return "assets/launch/" + layer.id + ".png"; };
    pictures.frame = [](const model::Layer& layer, int index) {
        return fmt::format("assets/launch/{}-{:03}.png", layer.id, index);
    };
    std::vector<TimingTree::Named> looks;
    for (const auto& layer : sequence.layers) {
        looks.push_back({layer.name, lookValue(build.input, layer, pictures)});
    }
    std::string out = fmt::format(
        "// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
        "// The next export replaces it for as long as you leave it unchanged.\n"
        "import 'launch_art.dart';\nimport 'launch_player.dart';\nimport 'launch_timing.dart';\n\n",
        commentText(sequence.name));
    const auto type = typeName(sequence.name, "App");
    if (!sequence.gates.empty()) {
        out += fmt::format("/// What the launch may wait for: tell it with `open` or `openWhen`.\nabstract "
                           "class {}Gates {{\n",
                           type);
        for (const auto& gate : sequence.gates) {
            out += fmt::format("  static const String {} = {};\n", dartName(camelCase(gate.id)),
                               dartString(gate.id));
        }
        out += "}\n\n";
    }
    std::string dark;
    for (const auto& name : darkPictures) {
        dark += fmt::format("{}{}", dark.empty() ? "" : ", ", dartString("assets/launch/" + name));
    }
    out += fmt::format("/// Give it to a LaunchController.\nfinal LaunchData {}Launch = LaunchData(timing: "
                       "_timing, looks: _looks, "
                       "palette: _palette, darkPictures: {{{}}});\n\n",
                       dartName(camelCase(type)), dark);
    out += dartTiming(build.plans) + dartList("LaunchLook", "_looks", looks, false);
    out += "const List<LaunchColors> _palette = " + dart(paletteValue(sequence.palette), 2) + ";\n";
    build.add("lib/launch/" + snake(sequence.name) + "_launch.dart", out);
}

void addFlutterInstructions(ExportBuild& build, const AndroidNames& android, const IosNames& ios,
                            bool hasAssets) {
    const auto type = typeName(build.sequence().name, "App");
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        gates += fmt::format("        launch.openWhen({}Gates.{}, load());   // or launch.open(…)\n", type,
                             dartName(camelCase(gate.id)));
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    }
    const std::string assets =
        hasAssets ? "1. In `pubspec.yaml`, below `flutter:`, add the pictures:\n\n        assets:\n          "
                    "- assets/launch/\n"
                  : "1. There are no pictures to add to `pubspec.yaml`: all of the art is drawn as vector.\n";
    build.addForPeople("launch-INTEGRATE.md",
                       fmt::format(R"(# Putting the launch sequence into your app

The files lie as they belong below the folder of `pubspec.yaml`. They need nothing but Flutter itself (3.16 or later).

{assets}
2. Android: in `android/app/src/main/AndroidManifest.xml`, give the activity the theme `@style/{style}` instead of
   `@style/LaunchTheme`, and leave its `NormalTheme` entry as it is. For the icon: `android:icon="@mipmap/{icon}"`.

3. iOS: open `ios/Runner.xcworkspace`, drag `ios/Runner/{board}.storyboard` and `ios/Runner/{board}.xcassets` into the
   group *Runner*, and set *Launch screen interface file base name* of the target to `{board}`. For the icon, choose
   `{iosIcon}` as *App Icon*.

4. In `main.dart`:

        import 'launch/launch_player.dart';
        import 'launch/{file}_launch.dart';

        final launch = LaunchController({data}Launch);

        void main() {{
          runApp(LaunchSequence(controller: launch, child: const MyApp()));
{gates}        }}

`await launch.finished` tells how it ended: `complete`, or `wentOn`, `offline`, `message` after a time-out. After `message` the
picture stays until you call `launch.dismiss()`.

## What to know

- The controller holds Flutter's first frame back until the pictures are there: the native picture stays, and nothing blank
  comes between. Its time begins when it is made.
- Flutter knows no kinds of start: give `start: LaunchStartKind.first` when your app has never run before, if the sequence
  makes a difference.
- With animations switched off on the device, the calm variant plays. Screen readers go past the launch; when it takes
  longer than five seconds, `announcement` is read out.
- To see a change of the native parts, build anew (`flutter clean`); iOS keeps its old picture until the app is deleted from
  the device.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                   fmt::arg("assets", assets), fmt::arg("style", android.styleName),
                                   fmt::arg("icon", android.resource("launcher")),
                                   fmt::arg("board", ios.storyboard()), fmt::arg("iosIcon", ios.icon()),
                                   fmt::arg("file", snake(build.sequence().name)),
                                   fmt::arg("data", dartName(camelCase(type))), fmt::arg("gates", gates)));
}

}

std::string dartTiming(const Plans& plans) {
    const auto tree = timingTree(plans);
    return fmt::format("const LaunchTiming _timing = LaunchTiming(\n    beats: _beats, gates: _gates, "
                       "gateOrder: {}, layers: _layers, "
                       "cues: _cues, cueOrder: {});\n\n",
                       dart({tree.gateOrder}, 6), dart({tree.cueOrder}, 6)) +
           dartList("LaunchBeat", "_beats", tree.beats, true) +
           dartList("LaunchGateTiming", "_gates", tree.gates, true) +
           dartList("LaunchLayer", "_layers", tree.layers, true) +
           dartList("LaunchCue", "_cues", tree.cues, true);
}

AppPlace FlutterExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    return flutterPlace(files, folder);
}

std::vector<Suggestion> FlutterExporter::suggestions(const FileAccess& files,
                                                     const std::filesystem::path& folder,
                                                     const Export& made) const {
    std::vector<Suggestion> list;
    suggestTheme(list, files, folder, made);
    suggestStoryboard(list, files, folder, made);
    suggestAssets(list, files, folder, made);
    return list;
}

Result<Export> FlutterExporter::build(const ExportInput& input) const {
    if (auto problems = problemsOf(input); !problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    ExportBuild build(input, id());
    const auto android = androidNames(input.sequence, input.options.package);
    const auto ios = iosNames(input.sequence, "ios/Runner/");
    addAndroidOpening(build, android, "android/app/src/main/");
    addIosOpening(build, ios);
    const auto dark = addScaledPictures(build, {"assets/launch/", ScaledPictures::Naming::Folders, false});
    addDart(build, dark);
    const bool hasAssets = std::any_of(build.made.files.begin(), build.made.files.end(),
                                       [](const auto& it) { return it.path.starts_with("assets/"); });
    addFlutterInstructions(build, android, ios, hasAssets);
    return build.finished();
}

}
