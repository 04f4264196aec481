// SPDX-License-Identifier: MIT
#include "export/react_native/react_native_exporter.h"

#include "core/base/number_text.h"
#include "core/base/overloads.h"
#include "export/android/gradle_project.h"
#include "export/common/framed_art.h"
#include "export/common/look_tree.h"
#include "export/common/names.h"
#include "export/common/player_needs.h"
#include "export/common/script_data.h"
#include "export/common/script_pictures.h"
#include "export/common/used_parts.h"
#include "export/common/wide_look.h"
#include "export/ios/xcode_project.h"
#include "export/react_native/react_native_build.h"

#include "embedded_players.h"

#include <algorithm>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace scaena::exporting {

using model::Appearance;

namespace {

/// Colours along a gradient strip, enough that no step can be seen.
constexpr int kStripLength = 512;

class LookWriter {
public:
    LookWriter(ExportBuild& build, const std::set<std::string>& dark, std::string folder)
        : m_build(build), m_dark(dark), m_folder(std::move(folder)) {}

    [[nodiscard]] std::string text(const model::Layer& layer) {
        const auto drawn = [&](const auto&) {
            const auto picture = [&](const model::Layer& it, const std::string& name) {
                const Size size = artPictureSize(m_build.input, it);
                return fmt::format("picture: {}, width: {}, height: {}", pair(name), numberText(size.width),
                                   numberText(size.height));
            };
            const std::string wide =
                !hasWidePicture(layer)
                    ? ""
                    : fmt::format(", wide: {{ {} }}", picture(atLandscapePlace(layer), wideName(layer)));
            return fmt::format("{{ {}{} }}", picture(layer, layer.id), wide);
        };
        return std::visit(
            Overloads{
                drawn, [&](const model::BackdropContent& it) { return backdrop(layer, it); },
                [](const model::ProgressContent& it) {
                    return fmt::format("{{ color: '{}'{}, form: '{}', thickness: {} }}", it.colour,
                                       it.track.empty() ? "" : fmt::format(", toColor: '{}'", it.track),
                                       model::word(it.form), numberText(it.thickness));
                },
                [&](const model::ClipContent& it) {
                    const Size size = clipSizeOf(m_build.input, layer);
                    const int frames = plan::bakedFrames(it);
                    const double grown = wideLookOf(m_build.input, layer).scale;
                    return fmt::format("{{ picture: {}, width: {}, height: {},{} frames: {}, columns: {} }}",
                                       pair(layer.id), numberText(size.width), numberText(size.height),
                                       grown == 1 ? "" : fmt::format(" wideScale: {},", numberText(grown)),
                                       frames, sheetColumns(frames, size));
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
        if (content.picture && m_build.has(m_folder + "images/" + layer.id + ".png")) {
            out += fmt::format(", picture: {}{}", pair(layer.id),
                               content.picture->fit == model::Fit::Fill ? ", fillsBox: true" : "");
            if (m_build.has(m_folder + "images/" + wideName(layer) + ".png")) {
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
        m_build.addLater(m_folder + "images/" + name + ".png",
                         [&rasteriser = m_build.input.rasteriser, sheet] {
                             return rasteriser.png(sheet, 4, kStripLength, {});
                         });
    }

    ExportBuild& m_build;
    const std::set<std::string>& m_dark;
    std::string m_folder;
};

std::string cssHex(Colour c) {
    return c.a == 255 ? toHex(c) : fmt::format("#{:02X}{:02X}{:02X}{:02X}", c.r, c.g, c.b, c.a);
}

void addScript(ExportBuild& build, const std::set<std::string>& dark, const ReactNativeNames& names) {
    const auto& sequence = build.sequence();
    LookWriter writer(build, dark, names.folder);
    std::string looks;
    for (const auto& layer : sequence.layers) {
        looks += scriptDialect().item({CodeVerbatim{writer.text(layer)}}, commentText(layer.name), 2) + "\n";
    }
    const auto parts = playerNeeds(timingTree(build.plans), {});
    const auto used = [&](const char* file) { return onlyUsed(embedded::find(file), parts); };
    build.add(names.folder + "launchTiming.ts", used("launchTiming.ts"));
    build.add(names.folder + "LaunchPlayer.tsx", used("LaunchPlayer.tsx"));
    constexpr const char* kEasingType = ": Easing";
    const auto timing = scriptTiming(build.plans, "const timing: LaunchData['timing']", kEasingType);
    std::string out = fmt::format(
        "// The launch sequence “{}” as data, written by Scaena; yours without conditions (0BSD).\n"
        "// The next export replaces it for as long as you leave it unchanged.\n"
        "import {{ Launch }} from './LaunchPlayer';\n"
        "import type {{ LaunchData }} from './LaunchPlayer';\n{}\n",
        commentText(sequence.name),
        timing.find(kEasingType) == std::string::npos ? ""
                                                      : "import type { Easing } from './launchTiming';\n");
    out += fmt::format("const gates = [{}] as const;\n\n/** What the launch may wait for. */\n"
                       "export type Gate = (typeof gates)[number];\n\n{}\n",
                       scriptGates(sequence), timing);
    out += "const looks: LaunchData['looks'] = [\n" + looks;
    out += "];\n\nconst palette: LaunchData['palette'] = {\n";
    for (const auto& colour : sequence.palette) {
        out += fmt::format("  {}: ['{}', '{}'],\n", scriptString(colour.id), cssHex(colour.light),
                           cssHex(colour.dark));
    }
    out += fmt::format(
        "}};\n\n/** The launch: tell it what has loaded, and show it with a LaunchSequence. */\n"
        "export const {} = new Launch<Gate>({{ name: {}, timing, looks, palette, says: [{}] }}, gates);\n",
        names.launch, scriptString(sequence.name), scriptMessages(sequence));
    build.add(names.folder + "launch.ts", out);
}

/// A player's file with `value` in the place of `mark`.
std::string filledIn(const char* file, std::string_view mark, std::string_view value) {
    std::string text(embedded::find(file));
    return text.replace(text.find(mark), mark.size(), value);
}

/// The holds know no sequence: an app has one of them, whatever it launches with.
void addHolds(ExportBuild& build, const ReactNativeNames& names) {
    auto folder = names.holdPackage;
    std::replace(folder.begin(), folder.end(), '.', '/');
    build.add("android/app/src/main/java/" + folder + "/LaunchHold.kt",
              filledIn("LaunchHold.kt", "@PACKAGE@", names.holdPackage));
    for (const char* file : {"LaunchHold.swift", "LaunchHold.m"}) {
        build.add(std::string("ios/Launch/") + file, std::string(embedded::find(file)));
    }
}

/// For projects that make their native folders from `app.json`.
void addPlugin(ExportBuild& build, const ReactNativeNames& names, const AndroidNames& android,
               const IosNames& ios) {
    const auto said = fmt::format("{{\n  launch: {},\n  hold: '{}',\n  style: '{}',\n  icon: '{}',\n"
                                  "  storyboard: '{}',\n  appIcon: '{}',\n}}",
                                  scriptString(build.sequence().name), names.holdPackage, android.styleName,
                                  android.resource("launcher"), ios.storyboard(), ios.icon());
    build.add(names.folder + "plugin.js", filledIn("plugin.js", "@NAMES@", said));
}

/// `app.json` with the config plugin named; nothing if it is named or the file is of another kind.
std::optional<std::string> withPlugin(const std::string& text, const std::string& plugin) {
    auto app = nlohmann::ordered_json::parse(text, nullptr, false);
    if (!app.is_object() || !app.contains("expo") || !app["expo"].is_object()) {
        return std::nullopt;
    }
    auto& plugins = app["expo"]["plugins"];
    if (plugins.is_null()) {
        plugins = nlohmann::ordered_json::array();
    }
    if (!plugins.is_array() || std::find(plugins.begin(), plugins.end(), plugin) != plugins.end()) {
        return std::nullopt;
    }
    plugins.push_back(plugin);
    return app.dump(2) + "\n";
}

}

AppPlace ReactNativeExporter::placeIn(const FileAccess& files, const std::filesystem::path& folder) const {
    if (!hasFile(files, folder, "package.json")) {
        return {};
    }
    const auto hasAny = [&](std::initializer_list<const char*> names) {
        return std::any_of(names.begin(), names.end(),
                           [&](const char* name) { return hasFile(files, folder, name); });
    };
    const bool isMade = hasAny({"app.json", "app.config.js", "app.config.ts"}) &&
                        !hasAny({"android/build.gradle", "android/build.gradle.kts", "ios/Podfile"});
    return isMade ? AppPlace{"opening/", "a React Native project without native folders"}
                  : AppPlace{"", "a React Native project"};
}

std::vector<Suggestion> ReactNativeExporter::suggestions(const FileAccess& files,
                                                         const std::filesystem::path& folder,
                                                         const Export& made) const {
    std::vector<Suggestion> list;
    suggestTheme(list, files, folder, made);
    suggestStoryboard(list, files, folder, made);
    for (const auto& file : made.files) {
        const std::string_view path = file.path, name = "/plugin.js";
        if (path.starts_with("opening/") && path.ends_with(name)) {
            const auto plugin = "./" + std::string(path.substr(0, path.size() - 3));
            suggest(list, files, folder, "app.json",
                    [&](const std::string& text) { return withPlugin(text, plugin); });
        }
    }
    return list;
}

Result<Export> ReactNativeExporter::build(const ExportInput& input) const {
    ExportBuild build(input, id());
    const auto android = androidNames(input.sequence, input.options.chosen.text(kPackageOption));
    const auto ios = iosNames(input.sequence, "ios/Launch/");
    ReactNativeNames names;
    names.launch = camelCase(typeName(input.sequence.name, "App")) + "Launch";
    names.folder = "launch/" + fileName(input.sequence.name, "app") + "/";
    names.holdPackage = android.packageName + ".launch";
    addAndroidOpening(build, android, "android/app/src/main/");
    addIosOpening(build, ios);
    const auto dark =
        addScaledPictures(build, {names.folder + "images/", ScaledPictures::Naming::Suffixes, true});
    addScript(build, dark, names);
    addHolds(build, names);
    addPlugin(build, names, android, ios);
    addReactNativeInstructions(build, names, android, ios);
    return build.finished();
}

}
