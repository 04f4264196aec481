// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_exporter.h"

#include "export/android/build.h"
#include "export/android/gradle_project.h"
#include "export/common/gate_steps.h"
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/part_pictures.h"
#include "export/common/player_needs.h"
#include "export/common/script_pictures.h"
#include "export/common/shared_values.h"
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
        out += dartDialect().item(thing.value, commentText(thing.name), 2) + "\n";
    }
    return out + "];\n\n";
}

/// Looks, and before them what one of them has more than once.
std::string dartLooks(std::vector<TimingTree::Named> looks) {
    std::string out;
    for (std::size_t i = 0; i < looks.size(); ++i) {
        auto shared = shareRepeated(std::move(looks[i].value), dartDialect(), [i](const std::string& name) {
            return fmt::format("_{}OfLook{}", name, i);
        });
        for (const auto& it : shared.lets) {
            const bool isText = std::holds_alternative<std::string>(it.value.value);
            const auto head = fmt::format("{} {} = ", isText ? "const String" : "final LaunchGroup", it.name);
            out += head + dartDialect().text(it.value, 0, static_cast<int>(head.size())) + ";\n\n";
        }
        looks[i].value = std::move(shared.value);
    }
    return out + dartList("LaunchLook", "_looks", looks, false);
}

std::string snake(const std::string& name) { return resourceName(name, "launch"); }

/// Where a sequence's own Dart and pictures lie: several of them live in one app.
std::string codeFolder(const model::Sequence& sequence) { return "lib/launch/" + snake(sequence.name) + "/"; }
std::string assetFolder(const model::Sequence& sequence) {
    return "assets/launch/" + snake(sequence.name) + "/";
}

void addParts(ExportBuild& build, const PartPictures& parts) {
    for (const auto& it : parts.all()) {
        for (int scale = 1; scale <= 3; ++scale) {
            const auto folder = scale > 1 ? fmt::format("{}.0x/", scale) : std::string();
            build.addLater(assetFolder(build.sequence()) + folder + it.name + ".png",
                           [&rasteriser = build.input.rasteriser, it, scale] {
                               return partPng(rasteriser, it.picture, it.size, scale);
                           });
        }
        notePart(build, it);
    }
}

void addDart(ExportBuild& build, const std::set<std::string>& darkPictures) {
    const auto& sequence = build.sequence();
    const auto assets = assetFolder(sequence);
    PictureNames pictures;
    pictures.picture = [&](const model::Layer& layer) { return assets + layer.id + ".png"; };
    pictures.frame = [&](const model::Layer& layer, int index) {
        return fmt::format("{}{}-{:03}.png", assets, layer.id, index);
    };
    PartPictures parts;
    pictures.part = [&](const model::Layer& layer, const art::Picture& picture) {
        return assets + parts.nameOf(layer, picture) + ".png";
    };
    std::vector<TimingTree::Named> looks;
    for (const auto& layer : sequence.layers) {
        looks.push_back({layer.name, lookValue(build.input, layer, pictures)});
    }
    addParts(build, parts);
    const auto tree = timingTree(build.plans);
    const auto used = playerNeeds(tree, partsOf(looks));
    for (const char* player : {"launch_timing.dart", "launch_art.dart", "launch_player.dart"}) {
        build.add(codeFolder(sequence) + player, onlyUsed(embedded::find(player), used));
    }
    std::string out = fmt::format(
        "// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
        "// The next export replaces it for as long as you leave it unchanged.\n"
        "import 'launch_art.dart';\nimport 'launch_player.dart';\nimport 'launch_timing.dart';\n\n",
        commentText(sequence.name));
    const auto type = typeName(sequence.name, "App");
    const auto gate = sequence.gates.empty() ? std::string("Enum") : type + "Gate";
    if (!sequence.gates.empty()) {
        std::string names;
        for (const auto& it : sequence.gates) {
            names += (names.empty() ? "" : ", ") + dartName(camelCase(it.id));
        }
        out += fmt::format("/// What the launch may wait for.\nenum {} {{ {} }}\n\n", gate, names);
    }
    std::string says;
    for (const auto& message : spokenMessages(sequence)) {
        says += "\n      " + dartString(message) + ",";
    }
    std::string dark;
    for (const auto& name : darkPictures) {
        dark += "\n      " + dartString(assets + name) + ",";
    }
    dark = fmt::format("    darkPictures: {{{}}},\n", dark.empty() ? "" : dark + "\n    ");
    out += fmt::format("/// The launch: tell it what has loaded, and show it with a LaunchSequence.\n"
                       "final Launch<{1}> {0}Launch = Launch<{1}>(LaunchData(\n"
                       "    name: {2}, timing: _timing, looks: _looks, palette: _palette,\n{3}"
                       "    says: [{4}]));\n\n",
                       dartName(camelCase(type)), gate, dartString(sequence.name), dark,
                       says.empty() ? "" : says + "\n    ");
    out += dartTiming(build.plans) + dartLooks(looks);
    out += "const List<LaunchColors> _palette = " + dart(paletteValue(sequence.palette), 2) + ";\n";
    build.add(codeFolder(sequence) + "launch.dart", out);
}

constexpr const char* kFlutterSteps = R"(# Putting the launch sequence into your app

The files lie as they belong below the folder of `pubspec.yaml`. They need nothing but Flutter itself (3.16 or later).

## Steps

{assets}
2. Android: in `android/app/src/main/AndroidManifest.xml`, give the activity the theme `@style/{style}` instead of
   `@style/LaunchTheme`, and leave its `NormalTheme` entry as it is. For the icon: `android:icon="@mipmap/{icon}"`. In
   `MainActivity.kt`, so that the system's picture does not fade over the launch:

```kotlin
class MainActivity : FlutterActivity() {{
    override fun onCreate(savedInstanceState: android.os.Bundle?) {{
        if (android.os.Build.VERSION.SDK_INT >= 31) splashScreen.setOnExitAnimationListener {{ it.remove() }}
        super.onCreate(savedInstanceState)
    }}
}}
```

3. iOS: open `ios/Runner.xcworkspace`, drag `ios/Runner/{board}.storyboard` and `ios/Runner/{board}.xcassets` into the group
   *Runner*, and set *Launch screen interface file base name* of the target to `{board}`. For the icon, choose `{iosIcon}` as *App
   Icon*.

4. In `main.dart`; the mode lets the launch reach behind the system's bars:

```dart
import 'package:flutter/services.dart';
import 'package:flutter/widgets.dart';

import 'launch/{file}/launch.dart';
import 'launch/{file}/launch_player.dart';

void main() {{
  runApp(LaunchSequence(launch: {launch}, child: const MyApp()));
  SystemChrome.setEnabledSystemUIMode(SystemUiMode.edgeToEdge);
}}
```

5. Tell it what has loaded, from anywhere:

```dart
{gates}```

6. Ask how it ended: as soon as that is decided, and when your first screen is shown:

```dart
{launch}.onOutcome = (how) => debugPrint(how.name); // complete, wentOn, offline, message or interrupted
await {launch}.finished;
```

   After `message` the picture stays until you call `{launch}.retry()` or `{launch}.dismiss()`.

## A test of your gates

```dart
testWidgets('the launch ends when all has loaded', (tester) async {{
  {launch}.clock = () => tester.binding.clock.now().millisecondsSinceEpoch; // the test's own time
  await tester.pumpWidget(LaunchSequence(launch: {launch}, child: const MyApp()));
{opens}  await tester.pumpAndSettle();
  expect({launch}.outcome, LaunchOutcome.complete);
}});
```

## What to know

- The launch holds Flutter's first frame back until the pictures are there, four seconds at most: the native picture stays, and
  nothing blank comes between. Its time begins when it is first spoken of; time in the background does not count.
- Flutter knows no kinds of start: `{launch}.start = LaunchStartKind.first` before `runApp` when your app has never run before.
- With animations switched off or Reduce Motion on, the calm variant plays. Until it is shown your first screen cannot be reached by
  touch, keyboard or screen reader; a launch of more than five seconds and messages are read out.
- `{launch}.onRecord = (line) => …` gets one line of JSON a launch; `{launch}.skip()` before `runApp` plays nothing.
- To see a change of the native parts, build anew (`flutter clean`); iOS keeps its old picture until the app is deleted from the
  device.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)";

void addFlutterInstructions(ExportBuild& build, const AndroidNames& android, const IosNames& ios,
                            bool hasAssets) {
    const auto type = typeName(build.sequence().name, "App");
    const auto launch = dartName(camelCase(type)) + "Launch";
    const GateWords words{launch, "future",
                          [&](const model::Gate& it) { return type + "Gate." + dartName(camelCase(it.id)); },
                          [](const model::Gate&) { return std::string("load()"); }};
    const std::string assets =
        hasAssets
            ? std::string() +
                  "1. In `pubspec.yaml`, below `flutter:`, add the pictures:\n\n```yaml\n  assets:\n    - " +
                  assetFolder(build.sequence()) + "\n```\n"
            : "1. There are no pictures to add to `pubspec.yaml`: all of the art is drawn as vector.\n";
    build.addForPeople(codeFolder(build.sequence()) + "INTEGRATE.md",
                       fmt::format(fmt::runtime(kFlutterSteps), fmt::arg("assets", assets),
                                   fmt::arg("style", android.styleName),
                                   fmt::arg("icon", android.resource("launcher")),
                                   fmt::arg("board", ios.storyboard()), fmt::arg("iosIcon", ios.icon()),
                                   fmt::arg("file", snake(build.sequence().name)), fmt::arg("launch", launch),
                                   fmt::arg("gates", gateSteps(build.sequence(), words)),
                                   fmt::arg("opens", openEachGate(build.sequence(), words))));
}

}

std::string dartTiming(const Plans& plans) {
    const auto tree = timingTree(plans);
    std::string orders;
    for (const auto& [name, order] : ordersOf(tree)) {
        orders += fmt::format(", {}: {}", name, dart({order}, 6));
    }
    std::string easings;
    for (const auto& [name, easing] : tree.easings) {
        easings += fmt::format("const LaunchEasing _{} = {};\n", name, dart(easing, 0));
    }
    easings += easings.empty() ? "" : "\n";
    return easings +
           fmt::format(
               "const LaunchTiming _timing = LaunchTiming(\n    beats: _beats, gates: _gates, layers: "
               "_layers, cues: _cues{});\n\n",
               orders) +
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
    ExportBuild build(input, id());
    const auto android = androidNames(input.sequence, input.options.chosen.text(kPackageOption));
    const auto ios = iosNames(input.sequence, "ios/Runner/");
    addAndroidOpening(build, android, "android/app/src/main/");
    addIosOpening(build, ios);
    const auto dark =
        addScaledPictures(build, {assetFolder(input.sequence), ScaledPictures::Naming::Folders, false});
    addDart(build, dark);
    const bool hasAssets = std::any_of(build.made.files.begin(), build.made.files.end(),
                                       [](const auto& it) { return it.path.starts_with("assets/"); });
    addFlutterInstructions(build, android, ios, hasAssets);
    return build.finished();
}

}
