// SPDX-License-Identifier: MIT
#include "support/judges.h"
#include "support/random_sequence.h"
#include "support/situations.h"
#include "support/swift_compiler.h"
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
        R"({"compilerOptions": {"strict": true, "noUncheckedIndexedAccess": true, "noUnusedLocals": true,
"noUnusedParameters": true, "exactOptionalPropertyTypes": true, "noImplicitOverride": true, "noImplicitReturns": true,
"noFallthroughCasesInSwitch": true, "verbatimModuleSyntax": true, "isolatedModules": true, "target": "ES2021",
"module": "ESNext", "moduleResolution": "bundler", "jsx": "react-jsx", "noEmit": true, "skipLibCheck": true, "types": []},
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
        writeTo(folder.path() / path.stem(),
                exported(project.sequence, *project.artFiles, {}, "react-native"));
        writeTo(folder.path() / (path.stem().string() + "-message"),
                exported(withMessage(project.sequence), *project.artFiles, {}, "react-native"));
    }
    const auto first = openSample(samples().front());
    // Little is asked of the player: what it has no use for would be seen.
    const auto plain = aSequence()
                           .withGate(gate("ready", 600))
                           .withBeat(play("arrive", 600))
                           .withBeat(wait("wait"))
                           .withCue(cue("settle", "arrive", 0, 600, model::MoveKind::Settle))
                           .withCue(cue("away", "hand-off", 0, 300, model::MoveKind::Fade, "backdrop"))
                           .build();
    writeTo(folder.path() / "plain", exported(plain, randomArtFiles(first), {}, "react-native"));
    for (const unsigned seed : seeds(900, 8)) {
        writeTo(folder.path() / std::to_string(seed),
                exported(randomWithoutClips(seed), randomArtFiles(first), {}, "react-native"));
    }
    const auto checked = typeChecked(folder.path());
    INFO(checked.output);
    CHECK(checked.code == 0);
}

namespace {

/// An export in a folder of that name, and how its scripts are called there.
json appOf(const std::filesystem::path& folder, const std::string& name, const model::Sequence& sequence,
           const project::ArtFiles& artFiles) {
    const auto made = exported(sequence, artFiles, {}, "react-native");
    writeTo(folder / name, made);
    for (const auto& file : made.files) {
        if (file.path.ends_with("/launch.ts")) {
            const auto at = file.bytes.find("= new Launch<Gate>");
            const auto from = file.bytes.rfind("const ", at) + 6;
            return {{"app", name},
                    {"module", file.path.substr(0, file.path.size() - 9)},
                    {"data", file.bytes.substr(from, at - from - 1)}};
        }
    }
    FAIL("no script");
    return {};
}

/// The component played by way of React Native for Web, as plays of react_native_judge.mjs.
void addPlays(json& plays, const std::filesystem::path& folder, const std::string& name,
              const project::ArtFiles& artFiles, const model::Sequence& sequence,
              const std::vector<Look>& looks) {
    const auto app = appOf(folder, name, sequence, artFiles);
    for (const auto& look : looks) {
        auto conditions = scheduleOf(sequence, look).conditions;
        conditions.target = "react-native";
        const auto s = schedule::resolve(sequence, conditions);
        if (isNever(s.metrics.shown)) {
            continue;
        }
        const render::Scene scene(*s.sequence, artFiles, s.conditions.appearance, 1);
        json opened = json::object();
        for (std::size_t i = 0; i < s.gates.size(); ++i) {
            opened[sequence.gates[i].id] = s.gates[i].timedOut ? kNever : s.gates[i].open;
        }
        const bool isOffline = std::string(kOutcomes[static_cast<int>(s.outcome)]) == "offline";
        const auto when = isOffline ? model::ShownWhen::Offline : model::ShownWhen::Always;
        json shots = json::array();
        const int count = look.calm || look.landscape ? 5 : 10;
        const double from = s.beats[0].end;
        for (int i = 0; i < count; ++i) {
            // On the browser's frames, which come every 16 ms.
            const double t =
                std::ceil((from + 40 + (s.metrics.shown - from - 60) * i / (count - 1.0)) / 16) * 16;
            render::StillOptions options;
            options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
            options.roundScreen = options.bars = false;
            const auto picture = fmt::format("{}/shot-{}-{}.png", name, look.name, i);
            REQUIRE(render::still(scene, s, t, options)
                        .save(QString::fromStdString((folder / picture).string())));
            shots.push_back({{"t", t}, {"picture", picture}, {"least", 0.98}});
        }
        auto play = app;
        play.update({{"width", s.screen.width},
                     {"height", s.screen.height},
                     {"insets",
                      {{"top", s.safeArea.y},
                       {"bottom", s.screen.height - s.safeArea.bottom()},
                       {"left", s.safeArea.x},
                       {"right", s.screen.width - s.safeArea.right()}}},
                     {"dark", s.conditions.appearance == model::Appearance::Dark},
                     {"reduced", s.conditions.reducedMotion},
                     {"start", "cold"},
                     {"openingEnd", from},
                     {"opened", opened},
                     {"background", fmt::format("#{:06x}", sheetOf(sequence, s, when) & 0xFFFFFF)},
                     {"outcome", kOutcomes[static_cast<int>(s.outcome)]},
                     {"shots", shots}});
        plays.push_back(play);
    }
}

}

TEST_CASE("The exported React Native component, played in a browser, shows what the preview shows",
          "[long]") {
    const TemporaryFolder folder;
    json plays = json::array();
    const std::vector<Look> every{std::begin(kLooks), std::end(kLooks)};
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto plain = withPlainFirstScreens(project.sequence);
        const auto name = path.stem().string();
        addPlays(plays, folder.path(), name, *project.artFiles, plain, every);
        addPlays(plays, folder.path(), name + "-boxes", *project.artFiles, withOtherBoxes(plain),
                 {kLooks[3]});
    }
    const auto first = openSample(samples().front());
    for (const unsigned seed : seeds(900, 3)) {
        addPlays(plays, folder.path(), fmt::format("random-{}", seed), randomArtFiles(first),
                 withPlainFirstScreens(randomWithoutClips(seed)), every);
    }
    REQUIRE(DiskFiles().writeAtomically(folder.path() / "plays.json", plays.dump()));
    const auto judged =
        runJudge("react_native_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    keepIfAsked(folder);
    CHECK(judged.code == 0);
}

TEST_CASE("Every situation ends under React Native as the contract says") {
    const TemporaryFolder folder;
    json app;
    SituationCases cases;
    // Scripts have one thread, and an app's root one component that shows the launch.
    cases.isMet = [](const json& situation) {
        return !situation.value("thread", false) && !hasAct(situation, {"second"});
    };
    cases.add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles,
                    const std::string& title) { app = appOf(folder.path(), title, sequence, artFiles); };
    cases.complete = [&](json& it, const model::Sequence& sequence) {
        it.update(app);
        it["names"] = gateNames(sequence);
    };
    const auto all = cases.made();
    REQUIRE(DiskFiles().writeAtomically(folder.path() / "cases.json", casesText(all)));
    const auto judged =
        runJudge("react_native_situations.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    keepIfAsked(folder);
    REQUIRE(judged.code == 0);
    checkSeen(all, json::parse(readWhole(folder.path() / "seen.json")));
}

TEST_CASE("The React Native steps' own code blocks run, its example tests among them") {
    for (const auto& path : samples()) {
        INFO(path);
        const TemporaryFolder folder;
        const auto project = openSample(path);
        appOf(folder.path(), "app", project.sequence, *project.artFiles);
        const auto judged = runJudge("react_native_steps.mjs",
                                     {judges(), QString::fromStdString((folder.path() / "app").string())});
        INFO(judged.output);
        keepIfAsked(folder);
        CHECK(judged.code == 0);
    }
}

TEST_CASE("The type checker would see a mistake in the exported component") {
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    auto made = exported(project.sequence, *project.artFiles, {}, "react-native");
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
        const auto made = exported(project.sequence, *project.artFiles, {}, "react-native");
        const auto& script = fileOf(made, "/launch.ts");
        std::string folder;
        for (const auto& file : made.files) {
            folder = file.path.ends_with("/launch.ts") ? file.path.substr(0, file.path.size() - 9) : folder;
        }
        std::size_t count = 0;
        for (auto at = script.find("require('./"); at != std::string::npos;
             at = script.find("require('./", at + 1)) {
            const auto from = at + 11;
            const auto file = folder + script.substr(from, script.find('\'', from) - from);
            INFO(file);
            const auto stem = file.substr(0, file.size() - 4);
            CHECK((hasFile(made, file) || hasFile(made, stem + "@3x.png")));
            ++count;
        }
        CHECK(count > 2);
    }
}
