// SPDX-License-Identifier: MIT
#include "support/judges.h"
#include "support/random_sequence.h"
#include "support/situations.h"
#include "support/variants.h"

#include <regex>

/// Exports for Flutter played whole: their Dart translated by its grammar, in a stand-in of the framework
/// (tests/judges/flutter) whose canvas Skia paints. No compiler of Dart is to be had here.
using namespace scaena;
using namespace scaena::test;

namespace {

class FlutterApp {
public:
    /// Exports a sequence; what a case of it needs.
    json add(const std::string& name, const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        const auto made = exported(sequence, artFiles, {}, "flutter");
        writeTo(m_folder.path() / name, made);
        for (const auto& file : made.files) {
            if (file.path.ends_with("/launch.dart")) {
                std::smatch found;
                REQUIRE(std::regex_search(file.bytes, found, std::regex(R"(final Launch<(\w+)> (\w+) = )")));
                return {{"app", name},
                        {"module", file.path.substr(0, file.path.size() - 12)},
                        {"data", found[2].str()},
                        {"gateType", sequence.gates.empty() ? "" : found[1].str()}};
            }
        }
        FAIL("no Dart");
        return {};
    }

    json play(const std::string& cases) const {
        REQUIRE(DiskFiles().writeAtomically(m_folder.path() / "cases.json", cases));
        const auto judged = runJudge("flutter_play.mjs", {judges(), folder()});
        INFO(judged.output);
        keepIfAsked(m_folder);
        REQUIRE(judged.code == 0);
        return json::parse(readWhole(m_folder.path() / "seen.json"));
    }

    [[nodiscard]] const std::filesystem::path& path() const { return m_folder.path(); }
    [[nodiscard]] QString folder() const { return QString::fromStdString(m_folder.path().string()); }

private:
    TemporaryFolder m_folder;
};

}

TEST_CASE("In the stand-in of Flutter every sample shows what the preview shows", "[long]") {
    FlutterApp app;
    json cases = json::array(), pictures = json::array();
    std::map<std::string, std::string> told;
    const auto add = [&](const std::string& title, const model::Sequence& sequence,
                         const project::ArtFiles& artFiles, const std::vector<Look>& looks) {
        const auto where = app.add(title, sequence, artFiles);
        for (const auto& look : looks) {
            auto conditions = scheduleOf(sequence, look).conditions;
            conditions.target = "flutter";
            const auto s = schedule::resolve(sequence, conditions);
            if (isNever(s.metrics.shown)) {
                continue;
            }
            auto it = caseOf(sequence, title + "-" + look.name, s);
            it.update(where);
            it["gates"] = json::array();
            it["after"] = 400;
            told[it["name"]] = kOutcomes[static_cast<int>(s.outcome)];
            addShots(it, pictures, app.path(), sequence, artFiles, s);
            cases.push_back(it);
        }
    };
    const std::vector<Look> every{std::begin(kLooks), std::end(kLooks)};
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto plain = withPlainFirstScreens(project.sequence);
        add(path.stem().string(), plain, *project.artFiles, every);
        add(path.stem().string() + "-boxes", withOtherBoxes(plain), *project.artFiles, {kLooks[3]});
    }
    const auto first = openSample(samples().front());
    add("parts", withPlainFirstScreens(first.sequence), withPictureParts(*first.artFiles),
        {kLooks[0], kLooks[3]});
    for (const unsigned seed : seeds(1200, 12)) {
        add(fmt::format("random-{}", seed), withPlainFirstScreens(randomWithoutClips(seed)),
            randomArtFiles(first), every);
    }
    const auto seen = app.play(json{{"cases", cases}}.dump());
    for (const auto& [name, outcome] : told) {
        INFO(name);
        checkEnd(seen.at(name));
        CHECK(seen.at(name)["told"] == json::array({outcome}));
        CHECK(seen.at(name)["said"].empty());
    }
    for (auto& it : pictures) {
        it["seen"] = fmt::format("seen/{}-{}.png", it["case"].get<std::string>(), it["shot"].get<int>());
    }
    REQUIRE(DiskFiles().writeAtomically(app.path() / "pictures.json", pictures.dump()));
    const auto judged = runJudge("pictures_judge.mjs", {judges(), app.folder()});
    INFO(judged.output);
    CHECK(judged.code == 0);
}

TEST_CASE("In the stand-in of Flutter every situation ends as the contract says") {
    FlutterApp app;
    SituationCases cases;
    // What runs beside the interface is an isolate, which knows no gates; an app has one root.
    cases.isMet = [](const json& situation) {
        return !situation.value("thread", false) && !hasAct(situation, {"second"});
    };
    json where;
    cases.add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles,
                    const std::string& title) { where = app.add(title, sequence, artFiles); };
    cases.complete = [&](json& it, const model::Sequence&) { it.update(where); };
    const auto all = cases.made();
    checkSeen(all, app.play(casesText(all)));
}

TEST_CASE("The Flutter steps' own code blocks run, the example test among them") {
    for (const auto& path : samples()) {
        INFO(path);
        FlutterApp app;
        const auto project = openSample(path);
        const auto where = app.add("app", project.sequence, *project.artFiles);
        const auto judged = runJudge("flutter_steps.mjs", {judges(), app.folder() + "/app",
                                                           QString::fromStdString(where["module"]),
                                                           QString::fromStdString(where["data"])});
        INFO(judged.output);
        CHECK(judged.code == 0);
    }
}

TEST_CASE("What no Dart compiler would take is seen in the stand-in of Flutter") {
    const auto project = openSample(samples().front());
    const Situations cases(project.sequence, "app");
    const std::vector<std::pair<std::string, std::string>> mistakes = {
        {"width: room.maxWidth,", "room.maxWidth,"},        // an argument without its name
        {"height: room.maxHeight", "high: room.maxHeight"}, // one of another name
        {"debugPrint(", "debugPrnt("},
        {"_allowFirstFrame();", "_allowFristFrame();"}};
    for (const auto& [right, wrong] : mistakes) {
        FlutterApp app;
        auto it = cases.played(json{{"told", {"complete"}}}, 0).it;
        it.update(app.add("app", project.sequence, withPictureParts(*project.artFiles)));
        const auto player = app.path() / "app" / it["module"].get<std::string>() / "launch_player.dart";
        auto text = readWhole(player);
        INFO(right);
        REQUIRE(text.find(right) != std::string::npos);
        text.replace(text.find(right), right.size(), wrong);
        REQUIRE(DiskFiles().writeAtomically(player, text));
        CHECK(app.play(json{{"cases", {it}}}.dump()).at("app-0").contains("error"));
    }
}
