// SPDX-License-Identifier: MIT
#include "export/common/script_data.h"
#include "export/common/timing_tree.h"
#include "support/random_sequence.h"
#include "support/timing_table.h"
#include "support/variants.h"
#include "support/web_app.h"
#include "support/whole_player.h"

#include <QImage>

/// The web export in a real browser, and its timing in a real engine.
using namespace scaena;
using namespace scaena::test;

namespace {

/// A first screen of one colour, and what the system's bars cover, as the case says.
std::string sheet(const json& it) {
    const int colour = it["sheet"];
    const int offline = it["offlineSheet"];
    return fmt::format(
        "<style>html,body {{ margin: 0; background: #000 }} #app {{ position: fixed; inset: 0; "
        "background: #{:06x} }} #app.offline {{ background: #{:06x} }} "
        "[id$='-launch'] {{ --launch-top: {}px !important; --launch-bottom: {}px !important }}</style>",
        colour & 0xFFFFFF, offline & 0xFFFFFF, it["insets"][1].get<double>(), it["insets"][3].get<double>());
}

/// The moments of a case that are looked at: the static frame, and those of `addShots`.
void addWebShots(WebApp& app, json& shots, json it, const model::Sequence& sequence,
                 const project::ArtFiles& artFiles, const schedule::Schedule& s) {
    json pictures = json::array();
    addShots(it, pictures, app.path(), sequence, artFiles, s);
    const auto page = app.addPage(sheet(it), "<div id=\"app\"></div>\n");
    json opened = json::object();
    for (std::size_t i = 0; i < s.gates.size(); ++i) {
        opened[sequence.gates[i].id] = s.gates[i].timedOut ? kNever : s.gates[i].open;
    }
    const auto add = [&](const json& t, const std::string& picture) {
        shots.push_back({{"page", page},
                         {"width", it["width"]},
                         {"height", it["height"]},
                         {"dark", it["dark"]},
                         {"reduced", it["calm"]},
                         {"offline", std::string(kOutcomes[static_cast<int>(s.outcome)]) == "offline"
                                         ? s.beats.back().start
                                         : kNever},
                         {"t", t},
                         {"openingEnd", s.beats[0].end},
                         {"opened", opened},
                         {"picture", picture},
                         {"least", 0.98}});
    };
    const auto still = fmt::format("{}-still.png", it["name"].get<std::string>());
    render::StillOptions options;
    options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
    options.roundScreen = options.bars = false;
    const render::Scene scene(sequence, artFiles, s.conditions.appearance, 1);
    REQUIRE(render::still(scene, s, s.beats[0].end / 2.0, options)
                .save(QString::fromStdString((app.path() / still).string())));
    add(nullptr, still);
    for (std::size_t i = 0; i < pictures.size(); ++i) {
        add(it["shots"][i], pictures[i]["picture"]);
    }
}

/// As scheduleOf, on the web's own target.
schedule::Schedule webSchedule(const model::Sequence& sequence, const Look& look) {
    auto conditions = scheduleOf(sequence, look).conditions;
    conditions.target = "web";
    return schedule::resolve(sequence, conditions);
}

}

TEST_CASE("The exported page shows in a browser what the preview shows", "[long]") {
    WebApp app;
    json shots = json::array();
    const auto shoot = [&](const std::string& name, const project::ArtFiles& artFiles,
                           const model::Sequence& sequence, const std::vector<Look>& looks) {
        app.add(name, sequence, artFiles);
        for (const auto& look : looks) {
            const auto s = webSchedule(sequence, look);
            if (!isNever(s.metrics.shown)) {
                addWebShots(app, shots, caseOf(sequence, name + "-" + look.name, s), sequence, artFiles, s);
            }
        }
    };
    const std::vector<Look> every{std::begin(kLooks), std::end(kLooks)};
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto name = path.stem().string();
        const auto plain = withPlainFirstScreens(project.sequence);
        shoot(name, *project.artFiles, plain, every);
        shoot(name + "-boxes", *project.artFiles, withOtherBoxes(plain), {kLooks[3]});
    }
    const auto first = openSample(samples().front());
    shoot("parts", withPictureParts(*first.artFiles), withPlainFirstScreens(first.sequence),
          {kLooks[0], kLooks[3]});
    for (const unsigned seed : seeds(800, 4)) {
        shoot(fmt::format("random-{}", seed), randomArtFiles(first),
              withPlainFirstScreens(randomWithoutClips(seed)), every);
    }
    app.write("shots.json", shots.dump());
    const auto judged = app.judged("web_judge.mjs");
    INFO(judged.output);
    CHECK(judged.code == 0);
    CHECK(shots.size() > 200);
}

TEST_CASE("Firefox and WebKit show it, too, and play it to its end", "[long]") {
    WebApp app;
    json shots = json::array();
    json plays = json::array();
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto name = path.stem().string();
        const auto plain = withPlainFirstScreens(project.sequence);
        app.add(name, plain, *project.artFiles);
        for (const auto& look : kLooks) {
            const auto s = webSchedule(plain, look);
            addWebShots(app, shots, caseOf(plain, name + "-" + look.name, s), plain, *project.artFiles, s);
        }
        plays.push_back({{"page", shots.back()["page"]}, {"gates", gateNames(plain)}});
    }
    app.write("shots.json", shots.dump());
    app.write("plays.json", plays.dump());
    const auto firefox = app.judged("web_engines_judge.mjs", {"firefox"});
    INFO(firefox.output);
    CHECK(firefox.code == 0);
    const auto script = (repository() / "tests/judges/web_engines_judge.mjs").string();
    const auto webkit = run("xvfb-run", {"-a", "-s", "-screen 0 2000x1600x24", "node", script.c_str(),
                                         judges(), QString::fromStdString(app.path().string()), "webkit"});
    INFO(webkit.output);
    CHECK(webkit.code == 0);
}

TEST_CASE("Web apps of several frameworks are built for production by the steps as they stand", "[long]") {
    const auto builds = repository() / "build/web-builds";
    REQUIRE(std::filesystem::exists(builds / "installed.json")); // ./test --all: tests/judges/builds/install
    const TemporaryFolder folder;
    const auto project = openSample(samples().front());
    writeTo(folder.path() / "public", exported(project.sequence, *project.artFiles, {}, "web"));
    const auto judged = runJudge("web_builds.mjs", {judges(), QString::fromStdString(builds.string()),
                                                    QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    keepIfAsked(folder);
    CHECK(judged.code == 0);
}

TEST_CASE("In a browser every situation ends as the contract says") {
    WebApp app;
    std::string page;
    SituationCases cases;
    // A page has one window, lives as long as it, and has one thread.
    cases.isMet = [](const json& situation) {
        const auto acts = situation.value("acts", json::array());
        return !situation.value("thread", false) &&
               !hasAct(situation, {"recreate", "recreate, opening", "second"}) &&
               std::none_of(acts.begin(), acts.end(), [](const json& act) { return act["at"] == "shown"; });
    };
    cases.add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles,
                    const std::string& title) {
        app.add(title, sequence, artFiles);
        page = app.addPage("<style>#first { position: fixed; inset: 30% }</style>",
                           "<div id=\"app\"><button id=\"first\">First</button></div>\n");
    };
    cases.complete = [&](json& it, const model::Sequence& sequence) {
        it["page"] = page;
        it["names"] = gateNames(sequence);
    };
    const auto all = cases.made();
    app.write("cases.json", casesText(all));
    const auto judged = app.judged("web_situations.mjs");
    INFO(judged.output);
    REQUIRE(judged.code == 0);
    checkSeen(all, json::parse(readWhole(app.path() / "seen.json")));
}

TEST_CASE("The web player keeps its promises to the page around it in a browser") {
    for (const auto& path : samples()) {
        INFO(path);
        const auto project = openSample(path);
        const auto name = path.stem().string();
        WebApp app;
        app.add(name, project.sequence, *project.artFiles);
        const auto gates = gateNames(project.sequence);
        const auto& ink = project.sequence.palette.front(); // a plain colour in every sample
        const std::string content = "<div id=\"app\"><button id=\"first\">First</button></div>\n";
        const std::string inlineScript =
            fmt::format("<script>window.told = ['inline']; window.early = null;\n"
                        "launch.openWhen('{0}', Promise.resolve(7)).then((it) => (early = it));</script>\n"
                        "<script type=\"module\">told.push('module'); for (const it of {1}) launch.open(it);"
                        "</script>\n",
                        project.sequence.gates.front().id, gates.dump());
        // Long enough that it is parsed in parts, the last of them after the player has begun.
        const auto page = app.addPage("", content);
        const auto early = app.addPage(inlineScript, content);
        const auto late = app.addPage("", "<p hidden>" + std::string(3'000'000, 'x') + "</p>\n" + content);
        const auto nested = name + "/one/two/page.html";
        app.write(nested, readWhole(app.path() / page));
        schedule::Conditions conditions;
        conditions.target = "web";
        conditions.start = model::StartKind::First;
        conditions.loading = schedule::Loading::Never;
        const auto shown = schedule::resolve(project.sequence, conditions);
        // The page's opening has no length of its own: it lasts until the player comes.
        const Millis longest =
            isNever(shown.metrics.shown) ? 15'000 : shown.metrics.shown - shown.metrics.opening;
        const auto& steps = fileOf(app.made(), "INTEGRATE.md");
        const auto at = steps.find("'sha256-") + 8;
        std::string exportName;
        for (const auto& file : app.made().files) {
            if (file.path.ends_with("/stub.js")) {
                exportName = std::filesystem::path(file.path).parent_path().filename().string();
                CHECK(file.bytes.size() < 1024);
            }
        }
        app.write("behaviour.json",
                  json{{"name", name},
                       {"export", exportName},
                       {"page", page},
                       {"early", early},
                       {"late", late},
                       {"strict", page},
                       {"nested", nested},
                       {"hash", steps.substr(at, steps.find('\'', at) - at)},
                       {"gates", gates},
                       {"colour", {{"id", ink.id}, {"light", toHex(ink.light)}, {"dark", toHex(ink.dark)}}},
                       {"longest", longest}}
                      .dump());
        const auto judged = app.judged("web_behaviour.mjs");
        INFO(judged.output);
        CHECK(judged.code == 0);
    }
}

TEST_CASE("The script players' timing gives the core's numbers, for samples and for random sequences") {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto timing = [](const exporting::Plans& plans) {
        return exporting::scriptTiming(plans, "export const timing");
    };
    const auto cases = timingTable(folder.path(), "mjs", "web", timing, 101, 40);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    // The module is told to be one by its ending: the export's own stands in a folder without a package.json.
    REQUIRE(files.writeAtomically(
        folder.path() / "timing.mjs",
        wholePlayer(readWhole(repository() / "src/export/web/player/launch-timing.js"))));
    const auto at = [&](const char* name) { return QString::fromStdString((folder.path() / name).string()); };
    const auto judged = runJudge("timing_cases.mjs", {at("timing.mjs"), at("cases.txt"), at("")});
    keepIfAsked(folder);
    INFO(judged.output);
    CHECK(judged.code == 0);
    CHECK(judged.output.find("compared, 0 different") != std::string::npos);
}
