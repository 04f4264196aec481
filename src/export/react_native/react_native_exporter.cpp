// SPDX-License-Identifier: MIT
#include "export/react_native/react_native_exporter.h"

#include "core/base/cases.h"
#include "export/android/build.h"
#include "export/android/gradle_project.h"
#include "export/common/framed_art.h"
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/script_data.h"
#include "export/common/script_pictures.h"
#include "export/common/used_parts.h"
#include "export/common/wide_look.h"
#include "export/common/xml.h"
#include "export/ios/ios_parts.h"
#include "export/ios/xcode_project.h"

#include "embedded_players.h"

#include <fmt/format.h>

namespace scaena::exporting {

using model::Appearance;

namespace {

/// Colours along a gradient strip, enough that no step can be seen.
constexpr int kStripLength = 512;

class LookWriter {
public:
    LookWriter(ExportBuild& build, const std::set<std::string>& dark) : m_build(build), m_dark(dark) {}

    [[nodiscard]] std::string text(const model::Layer& layer) {
        const auto drawn = [&](const auto&) {
            const auto picture = [&](const model::Layer& it, const std::string& name) {
                const Size size = artPictureSize(m_build.input, it);
                return fmt::format("picture: {}, width: {}, height: {}", pair(name), numberText(size.width),
                                   numberText(size.height));
            };
            const auto wide =
                !hasWidePicture(layer)
                    ? ""
                    : fmt::format(", wide: {{ {} }}", picture(atLandscapePlace(layer), wideName(layer)));
            return fmt::format("{{ {}{} }}", picture(layer, layer.id), wide);
        };
        return std::visit(
            Cases{
                drawn, [&](const model::BackdropContent& it) { return backdrop(layer, it); },
                [](const model::ProgressContent& it) {
                    return fmt::format("{{ color: '{}'{}, form: '{}', thickness: {} }}", it.colour,
                                       it.track.empty() ? "" : fmt::format(", toColor: '{}'", it.track),
                                       model::word(it.form), numberText(it.thickness));
                },
                [&](const model::ClipContent& it) {
                    const Size size = clipSizeOf(m_build.input, layer);
                    std::string frames;
                    for (int i = 0; i < plan::bakedFrames(it); ++i) {
                        frames += "\n      " + pair(fmt::format("{}-{:03}", layer.id, i)) + ",";
                    }
                    const double grown = wideLookOf(m_build.input, layer).scale;
                    return fmt::format("{{\n    width: {}, height: {},{} frames: [{}\n    ],\n  }}",
                                       numberText(size.width), numberText(size.height),
                                       grown == 1 ? "" : fmt::format(" wideScale: {},", numberText(grown)),
                                       frames);
                },
                [&](const model::ImageContent&) { return fmt::format("{{ picture: {} }}", pair(layer.id)); },
                [](const model::FirstScreenContent&) { return std::string("{}"); },
                [](const model::GroupContent&) { return std::string("{}"); }},
            layer.contents);
    }

private:
    /// The picture by day and by night.
    [[nodiscard]] std::string pair(const std::string& name) const {
        const auto dark = m_dark.contains(name + ".png") ? name + "-dark" : name;
        return fmt::format("[require('./images/{}.png'), require('./images/{}.png')]", name, dark);
    }

    [[nodiscard]] std::string backdrop(const model::Layer& layer, const model::BackdropContent& content) {
        const auto& fill = content.fill;
        std::string out = fmt::format("{{ color: '{}'", fill.colour);
        if (!fill.to.empty()) {
            const auto name = layer.id + "-gradient";
            strip(fill, name, Appearance::Light);
            strip(fill, name + "-dark", Appearance::Dark);
            out += fmt::format(
                ", gradient: [require('./images/{0}.png'), require('./images/{0}-dark.png')], angle: {1}",
                name, numberText(fill.angle));
        }
        if (content.picture && m_build.has("launch/images/" + layer.id + ".png")) {
            out += fmt::format(", picture: {}{}", pair(layer.id),
                               content.picture->fit == model::Fit::Fill ? ", fillsBox: true" : "");
            if (m_build.has("launch/images/" + wideName(layer) + ".png")) {
                out += fmt::format(", wide: {{ picture: {} }}", pair(wideName(layer)));
            }
        }
        return out + " }";
    }

    void strip(const model::Fill& fill, const std::string& name, Appearance appearance) {
        auto sheet = std::make_shared<art::Art>();
        sheet->viewBox = {0, 0, 4, kStripLength};
        art::Gradient gradient;
        gradient.end = {0, kStripLength};
        gradient.stops = {{0, model::colourOf(m_build.sequence().palette, fill.colour, appearance)},
                          {1, model::colourOf(m_build.sequence().palette, fill.to, appearance)}};
        art::Shape shape;
        shape.path = art::rectPath(sheet->viewBox, 0, 0);
        shape.fill = std::move(gradient);
        sheet->root.children.emplace_back(std::move(shape));
        m_build.addLater("launch/images/" + name + ".png", [&rasteriser = m_build.input.rasteriser, sheet] {
            return rasteriser.png(*sheet, 4, kStripLength, {});
        });
    }

    ExportBuild& m_build;
    const std::set<std::string>& m_dark;
};

std::string cssHex(Colour c) {
    return c.a == 255 ? toHex(c) : fmt::format("#{:02X}{:02X}{:02X}{:02X}", c.r, c.g, c.b, c.a);
}

void addScript(ExportBuild& build, const std::set<std::string>& dark, const std::string& type) {
    const auto& sequence = build.sequence();
    for (const char* player : {"launchTiming.ts", "LaunchPlayer.tsx"}) {
        build.add(std::string("launch/") + player, wholePlayer(embedded::find(player), kScriptVariables));
    }
    std::string out =
        fmt::format("// The launch sequence “{}” as data, written by Scaena; yours without conditions.\n"
                    "// The next export replaces it for as long as you leave it unchanged.\n"
                    "import type {{ LaunchData, LaunchLook }} from './LaunchPlayer';\n"
                    "import type {{ LaunchTiming }} from './launchTiming';\n\n",
                    commentText(sequence.name));
    out += fmt::format(
        "/** What the launch may wait for: tell it with open(gate) or openWhen(gate, promise). */\n"
        "export const {}Gates = [{}] as const;\n\n",
        camelCase(type), scriptGates(sequence));
    out += "const timing: LaunchTiming = " + scriptTiming(build.plans) + ";\n\n";
    LookWriter looks(build, dark);
    out += "const looks: LaunchLook[] = [\n";
    for (const auto& layer : sequence.layers) {
        out += "  // " + commentText(layer.name) + "\n  " + looks.text(layer) + ",\n";
    }
    out += "];\n\nconst palette: Record<string, [string, string]> = {\n";
    for (const auto& colour : sequence.palette) {
        out += fmt::format("  {}: ['{}', '{}'],\n", scriptString(colour.id), cssHex(colour.light),
                           cssHex(colour.dark));
    }
    out += fmt::format("}};\n\n/** Give it to a LaunchController. */\nexport const {}Launch: LaunchData = {{ "
                       "timing, looks, palette }};\n",
                       camelCase(type));
    build.add(fmt::format("launch/{}Launch.ts", camelCase(type)), out);
}

void addHolds(ExportBuild& build, const AndroidNames& android) {
    const auto withPackage = [&](std::string_view file) {
        std::string text(file);
        const std::string_view mark = "@PACKAGE@";
        text.replace(text.find(mark), mark.size(), android.codePackage);
        return text;
    };
    build.add("android/app/src/main/" + android.codeFolder() + "LaunchHold.kt",
              withPackage(embedded::find("LaunchHold.kt")));
    for (const char* file : {"LaunchHold.swift", "LaunchHold.m"}) {
        build.add(std::string("ios/Launch/") + file, std::string(embedded::find(file)));
    }
}

void addReactNativeInstructions(ExportBuild& build, const AndroidNames& android, const IosNames& ios,
                                const std::string& type) {
    std::string gates;
    for (const auto& gate : build.sequence().gates) {
        gates += fmt::format("        launch.openWhen({}, load());   // or launch.open(…)\n",
                             scriptString(gate.id));
    }
    if (gates.empty()) {
        gates = "        // The sequence waits for nothing.\n";
    }
    build.addForPeople("launch/INTEGRATE.md",
                       fmt::format(R"(# Putting the launch sequence into your app

The files lie as they belong below the folder of `package.json`. They need nothing but React Native itself (0.72 or later) and
TypeScript or a build that takes it (the default).

1. Android: in `android/app/src/main/AndroidManifest.xml`, give the activity the theme `@style/{style}`, and for the icon
   `android:icon="@mipmap/{icon}"`. In `MainActivity.kt`:

        override fun onCreate(savedInstanceState: Bundle?) {{
            setTheme(R.style.AppTheme)   // your app's own theme, before anything else
            super.onCreate(savedInstanceState)
            {package}.LaunchHold.keep(this)
        }}

   and in `MainApplication.kt`, in the list of packages: `add({package}.LaunchHoldPackage())`. If your app's package is
   another, export again with yours (`--package`).

2. iOS: in Xcode, drag the folder `ios/Launch` into the project, and set *Launch screen interface file base name* to
   `{board}`. In the app delegate, behind `window.makeKeyAndVisible()` (or `startReactNative`):

        LaunchHold.keep(over: window, storyboard: "{board}")

   For the icon, choose `{iosIcon}` as *App Icon*.

3. In your root component:

        import {{ LaunchController, LaunchSequence }} from './launch/LaunchPlayer';
        import {{ {data}Launch }} from './launch/{data}Launch';

        const launch = new LaunchController({data}Launch);   // outside of the component

        export default function App() {{
          return <LaunchSequence controller={{launch}}><FirstScreen /></LaunchSequence>;
        }}

4. Tell it what has loaded, from anywhere:

{gates}
`await launch.finished` tells how it ended: `complete`, or `wentOn`, `offline`, `message` after a time-out. After `message` the
picture stays until you call `launch.dismiss()`.

## What to know

- React Native draws no vectors without a further library: art and text are pictures in three densities, by day and by
  night; where the preview draws outlines, a wipe stands in (the preview for this target shows that, too).
- Layers that hang on the safe area need to know it: `<LaunchSequence insets={{…}}>` takes what your app's own library says.
- Movement, turning, size and opacity run in the native animation engine; opening circles and progress in the script.
- React Native knows no kinds of start: `new LaunchController(data, 'first')` when your app has never run before.
- With reduced motion asked for, the calm variant plays. Screen readers go past the launch; when it takes longer than five
  seconds, `announcement` is read out.
- To see a change of the native parts, build anew; iOS keeps its old picture until the app is deleted from the device.
- An export changes only files that are as the last one left them. What you edit is never overwritten.
)",
                                   fmt::arg("style", android.styleName),
                                   fmt::arg("icon", android.resource("launcher")),
                                   fmt::arg("package", android.codePackage),
                                   fmt::arg("board", ios.storyboard()), fmt::arg("iosIcon", ios.icon()),
                                   fmt::arg("data", camelCase(type)), fmt::arg("gates", gates)));
}

}

AppPlace ReactNativeExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    return hasFile(files, folder, "package.json") ? AppPlace{"", "a React Native project"} : AppPlace{};
}

std::vector<Suggestion> ReactNativeExporter::suggestions(const FileAccess& files,
                                                         const std::filesystem::path& folder,
                                                         const Export& made) const {
    std::vector<Suggestion> list;
    suggestTheme(list, files, folder, made);
    suggestStoryboard(list, files, folder, made);
    return list;
}

Result<Export> ReactNativeExporter::build(const ExportInput& input) const {
    if (auto problems = problemsOf(input); !problems.empty()) {
        return tl::unexpected(std::move(problems));
    }
    ExportBuild build(input, id());
    const auto android = androidNames(input.sequence, input.options.package);
    const auto ios = iosNames(input.sequence, "ios/Launch/");
    const auto type = typeName(input.sequence.name, "App");
    addAndroidOpening(build, android, "android/app/src/main/");
    addIosOpening(build, ios);
    const auto dark = addScaledPictures(build, {"launch/images/", ScaledPictures::Naming::Suffixes, true});
    addScript(build, dark, type);
    addHolds(build, android);
    addReactNativeInstructions(build, android, ios, type);
    return build.finished();
}

}
