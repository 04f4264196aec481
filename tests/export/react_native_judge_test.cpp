// SPDX-License-Identifier: MIT
#include "render/frames/scene.h"
#include "support/judges.h"
#include "support/variants.h"

#include <QImage>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

/// The exported component by the real type checker with the framework's own types.
using namespace scaena;
using namespace scaena::test;

namespace {

RunResult typeChecked(const std::filesystem::path& folder) {
    DiskFiles files;
    REQUIRE(files.writeAtomically(
        folder / "tsconfig.json",
        R"({"compilerOptions": {"strict": true, "noUncheckedIndexedAccess": true, "target": "ES2021",
"module": "ESNext", "moduleResolution": "bundler", "jsx": "react-native", "noEmit": true, "skipLibCheck": true, "types": []},
"include": ["**/*.ts", "**/*.tsx"], "exclude": ["node_modules"]})"));
    // The bundler knows what require('./x.png') gives; the type checker has to be told.
    REQUIRE(
        files.writeAtomically(folder / "bundler.d.ts", "declare function require(path: string): number;\n"));
    std::filesystem::create_directory_symlink(judges().toStdString() + "/node_modules",
                                              folder / "node_modules");
    return run(QStringLiteral("node"), {judges() + "/node_modules/typescript/bin/tsc", "-p", "."}, folder);
}

}

TEST_CASE("The exported React Native component passes the framework's own types, for every sample") {
    const TemporaryFolder folder;
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        writeTo(folder.path() / path.stem(), exported(project.sequence, *project.shelf, {}, "react-native"));
    }
    const auto checked = typeChecked(folder.path());
    INFO(checked.output);
    CHECK(checked.code == 0);
}

namespace {

/// The component played by way of React Native for Web, as plays of react_native_judge.mjs.
nlohmann::json playsOf(const std::filesystem::path& folder, const std::string& name,
                       const project::Project& project, const model::Sequence& sequence,
                       const std::vector<JudgedLook>& looks) {
    const auto made = exported(sequence, *project.shelf, {}, "react-native");
    writeTo(folder / name, made);
    std::string module;
    for (const auto& file : made.files) {
        if (file.path.starts_with("launch/") && file.path.ends_with("Launch.ts")) {
            module = std::filesystem::path(file.path).stem();
        }
    }
    static const char* outcomes[] = {"complete", "wentOn", "offline", "message"};
    nlohmann::json plays = nlohmann::json::array();
    for (const auto& [appearance, reduced, landscape] : looks) {
        schedule::Conditions conditions;
        conditions.target = "react-native";
        conditions.appearance = appearance;
        conditions.reducedMotion = reduced;
        conditions.landscape = landscape;
        const auto s = schedule::resolve(sequence, conditions);
        const render::Scene scene(*s.sequence, *project.shelf, appearance, 1);
        nlohmann::json opened = nlohmann::json::object();
        for (std::size_t i = 0; i < s.gates.size(); ++i) {
            opened[sequence.gates[i].id] = s.gates[i].open;
        }
        std::string background = "#000000";
        for (const auto& layer : sequence.layers) {
            if (layer.as<model::FirstScreenContent>() && layer.shownWhen == model::ShownWhen::Always) {
                background = toHex(model::colourOf(
                    sequence.palette, layer.get<model::FirstScreenContent>().background, appearance));
            }
        }
        nlohmann::json shots = nlohmann::json::array();
        const int count = reduced || landscape ? 5 : 12;
        const double from = s.beats[0].end;
        for (int i = 0; i < count; ++i) {
            // On the browser's frames, which come every 16 ms.
            const double t =
                std::ceil((from + 40 + (s.metrics.shown - from - 60) * i / (count - 1.0)) / 16) * 16;
            render::StillOptions options;
            options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
            options.roundScreen = options.bars = false;
            const auto picture = fmt::format("{}/shot-{}-{}-{}-{}.png", name, static_cast<int>(appearance),
                                             reduced, landscape, i);
            REQUIRE(render::still(scene, s, t, options)
                        .save(QString::fromStdString((folder / picture).string())));
            shots.push_back({{"t", t}, {"picture", picture}, {"least", 0.98}});
        }
        plays.push_back({{"app", name},
                         {"module", module},
                         {"data", module},
                         {"width", s.screen.width},
                         {"height", s.screen.height},
                         {"insets",
                          {{"top", s.safeArea.y},
                           {"bottom", s.screen.height - s.safeArea.bottom()},
                           {"left", s.safeArea.x},
                           {"right", s.screen.width - s.safeArea.right()}}},
                         {"dark", appearance == model::Appearance::Dark},
                         {"reduced", reduced},
                         {"start", "cold"},
                         {"openingEnd", from},
                         {"opened", opened},
                         {"background", background},
                         {"outcome", outcomes[static_cast<int>(s.outcome)]},
                         {"shots", shots}});
    }
    return plays;
}

}

TEST_CASE("The exported React Native component, played in a browser, shows what the preview shows",
          "[long]") {
    const TemporaryFolder folder;
    DiskFiles files;
    nlohmann::json plays = nlohmann::json::array();
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto plain = withPlainFirstScreens(project.sequence);
        const auto name = path.stem().string();
        const JudgedLook wide{model::Appearance::Light, false, true};
        const auto add = [&](nlohmann::json more) { plays.insert(plays.end(), more.begin(), more.end()); };
        add(playsOf(folder.path(), name, project, plain,
                    {{}, {model::Appearance::Dark}, {model::Appearance::Light, true}, wide}));
        add(playsOf(folder.path(), name + "-boxes", project, withOtherBoxes(plain), {wide}));
    }
    REQUIRE(files.writeAtomically(folder.path() / "plays.json", plays.dump()));
    const auto judged =
        runJudge("react_native_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    keepIfAsked(folder);
    CHECK(judged.code == 0);
}

TEST_CASE("The type checker would see a mistake in the exported component") {
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    auto made = exported(project.sequence, *project.shelf, {}, "react-native");
    for (auto& file : made.files) {
        const auto at = file.bytes.find("Easing.linear");
        if (file.path.ends_with(".tsx") && at != std::string::npos) {
            file.bytes.replace(at, 13, "Easing.linaer");
        }
    }
    writeTo(folder.path() / "app", made);
    const auto checked = typeChecked(folder.path());
    CHECK(checked.code != 0);
    CHECK(checked.output.find("linaer") != std::string::npos);
}

TEST_CASE("Every picture the exported script asks for is there, in three densities for art") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.shelf, {}, "react-native");
        const auto& script = fileOf(made, "Launch.ts");
        std::size_t count = 0;
        for (auto at = script.find("require('./"); at != std::string::npos;
             at = script.find("require('./", at + 1)) {
            const auto from = at + 11;
            const auto file = "launch/" + script.substr(from, script.find('\'', from) - from);
            INFO(file);
            const auto stem = file.substr(0, file.size() - 4);
            CHECK((hasFile(made, file) || hasFile(made, stem + "@3x.png")));
            ++count;
        }
        CHECK(count > 2);
    }
}

namespace {

/// A real Objective-C compiler with the framework's own header, and the shape of the platform beneath it.
RunResult objectiveC(const std::string& source) {
    const TemporaryFolder folder;
    DiskFiles files;
    REQUIRE(files.writeAtomically(folder.path() / "LaunchHold.m", source));
    const std::filesystem::path framework = judges().toStdString() + "/node_modules/react-native";
    std::filesystem::create_directory_symlink(framework / "React/Base", folder.path() / "React");
    std::filesystem::create_directory_symlink(
        framework / "ReactApple/Libraries/RCTFoundation/RCTDeprecation/Exported",
        folder.path() / "RCTDeprecation");
    const auto shape = QString::fromStdString((repository() / "tests/judges/apple-shape").string());
    return run(QStringLiteral("clang"),
               {"-x", "objective-c", "-fobjc-arc", "-fobjc-runtime=ios", "-fblocks", "-Werror",
                "-fsyntax-only", "-I", shape, "-isystem", ".", "LaunchHold.m"},
               folder.path());
}

}

TEST_CASE(
    "The native module's bridge compiles with the framework's own macros, and a mistake in it is seen") {
    const auto project = openSample(samples().front());
    const auto made = exported(project.sequence, *project.shelf, {}, "react-native");
    auto bridge = fileOf(made, "LaunchHold.m");
    const auto compiled = objectiveC(bridge);
    INFO(compiled.output);
    CHECK(compiled.code == 0);
    // The Swift class has what it tells of.
    const auto& swift = fileOf(made, "LaunchHold.swift");
    CHECK(swift.find("@objc(LaunchHold)") != std::string::npos);
    CHECK(swift.find("@objc func release_()") != std::string::npos);
    bridge.replace(bridge.find("release_, NO"), 12, "release_ NO");
    CHECK(objectiveC(bridge).code != 0);
}
