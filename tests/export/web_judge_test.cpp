// SPDX-License-Identifier: MIT
#include "export/common/script_data.h"
#include "export/common/timing_tree.h"
#include "render/frames/still.h"
#include "support/judges.h"
#include "support/timing_table.h"
#include "support/variants.h"

#include <QImage>
#include <nlohmann/json.hpp>

/// The web export in a real browser, and its timing in a real engine.
using namespace scaena;
using namespace scaena::test;

namespace {

std::string gateList(const model::Sequence& sequence) { return "[" + exporting::scriptGates(sequence) + "]"; }

/// A page as a person makes it by the instructions, with a first screen of one colour.
std::string pageOf(const exporting::Export& made, const model::Sequence& sequence,
                   const schedule::Schedule& s) {
    std::string background;
    for (const auto& layer : sequence.layers) {
        if (layer.as<model::FirstScreenContent>() && layer.shownWhen == model::ShownWhen::Always) {
            background =
                toHex(model::colourOf(sequence.palette, layer.get<model::FirstScreenContent>().background,
                                      s.conditions.appearance));
        }
    }
    return fmt::format("<!doctype html><html><head><meta charset=\"utf-8\">{}<style>html,body {{ margin: 0; "
                       "background: #000 }} "
                       "#app {{ position: fixed; inset: 0; background: {} }} [id$='-launch'] {{ padding: "
                       "{}px 0 {}px !important "
                       "}}</style></head><body>{}<div id=\"app\"></div></body></html>",
                       fileOf(made, "head.html"), background, s.safeArea.y,
                       s.screen.height - s.safeArea.bottom(), fileOf(made, "body.html"));
}

}

TEST_CASE("The exported page shows in a browser what the preview shows", "[long]") {
    const TemporaryFolder folder;
    DiskFiles files;
    nlohmann::json shots = nlohmann::json::array();
    const auto shoot = [&](const std::string& name, const project::Project& project,
                           const model::Sequence& sequence, const std::vector<JudgedLook>& looks) {
        const auto made = exported(sequence, *project.shelf, {}, "web");
        writeTo(folder.path() / name, made);
        for (const auto& look : looks) {
            schedule::Conditions conditions;
            conditions.target = "web";
            conditions.appearance = look.appearance;
            conditions.reducedMotion = look.reduced;
            conditions.landscape = look.landscape;
            const auto s = schedule::resolve(sequence, conditions);
            const auto page = fmt::format("{}/page-{}.html", name, shots.size());
            REQUIRE(files.writeAtomically(folder.path() / page, pageOf(made, sequence, s)));
            nlohmann::json opened;
            for (std::size_t i = 0; i < s.gates.size(); ++i) {
                opened[sequence.gates[i].id] = s.gates[i].open;
            }
            const render::Scene scene(sequence, *project.shelf, look.appearance, 1);
            const double from = s.beats[0].end;
            const int count = look.reduced || look.landscape ? 5 : 12;
            for (int i = -1; i < count; ++i) {
                const double t =
                    i < 0 ? from / 2 : from + 3 + (s.metrics.shown - from - 6) * i / (count - 1.0);
                render::StillOptions options;
                options.pixels = QSize(static_cast<int>(s.screen.width), static_cast<int>(s.screen.height));
                options.roundScreen = options.bars = false;
                const auto picture = fmt::format("{}/shot-{}.png", name, shots.size());
                REQUIRE(render::still(scene, s, t, options)
                            .save(QString::fromStdString((folder.path() / picture).string())));
                shots.push_back({{"page", page},
                                 {"width", s.screen.width},
                                 {"height", s.screen.height},
                                 {"dark", look.appearance == model::Appearance::Dark},
                                 {"reduced", look.reduced},
                                 {"start", "cold"},
                                 {"t", i < 0 ? nlohmann::json() : nlohmann::json(t)},
                                 {"openingEnd", from},
                                 {"opened", opened},
                                 {"picture", picture},
                                 {"least", 0.98}});
            }
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        const auto name = path.stem().string();
        const auto plain = withPlainFirstScreens(project.sequence);
        const JudgedLook wide{model::Appearance::Light, false, true};
        shoot(name, project, plain, {{}, {model::Appearance::Dark}, {model::Appearance::Light, true}, wide});
        shoot(name + "-boxes", project, withOtherBoxes(plain), {wide});
    }
    REQUIRE(files.writeAtomically(folder.path() / "shots.json", shots.dump()));
    const auto judged = runJudge("web_judge.mjs", {judges(), QString::fromStdString(folder.path().string())});
    INFO(judged.output);
    keepIfAsked(folder);
    CHECK(judged.code == 0);
    CHECK(shots.size() > 100);
}

TEST_CASE("The web player keeps its promises to the app around it, in a browser") {
    static const char* outcomes[] = {"complete", "wentOn", "offline", "message"};
    for (const auto& path : samples()) {
        INFO(path);
        const TemporaryFolder folder;
        DiskFiles files;
        const auto project = openSample(path);
        const auto made = exported(project.sequence, *project.shelf, {}, "web");
        writeTo(folder.path(), made);
        REQUIRE(files.writeAtomically(
            folder.path() / "page.html",
            fmt::format("<!doctype html><html><head><meta charset=\"utf-8\">{}</head><body>{}"
                        "<div id=\"app\"><button id=\"first\">First</button></div></body></html>",
                        fileOf(made, "head.html"), fileOf(made, "body.html"))));
        REQUIRE(files.writeAtomically(
            folder.path() / "early.html",
            fmt::format("<!doctype html><html><head><meta charset=\"utf-8\">{}</head><body>"
                        "<script>window.told = []; window.early = null;"
                        "for (const gate of {}) {{ launch.open(gate); told.push('opened'); }}"
                        "launch.openWhen('{}', Promise.resolve(7)).then((it) => (early = it));</script>{}"
                        "<div id=\"app\"></div></body></html>",
                        fileOf(made, "head.html"), gateList(project.sequence),
                        project.sequence.gates.front().id, fileOf(made, "body.html"))));
        std::vector<std::string> gates;
        for (const auto& gate : project.sequence.gates) {
            gates.push_back(gate.id);
        }
        schedule::Conditions conditions;
        conditions.target = "web";
        conditions.start = model::StartKind::First;
        const auto ending = [&] {
            const auto s = schedule::resolve(project.sequence, conditions);
            return nlohmann::json{{"outcome", outcomes[static_cast<int>(s.outcome)]}, {"at", s.end}};
        };
        conditions.loading = schedule::Loading::Never;
        const auto alone = ending();
        const auto shown = schedule::resolve(project.sequence, conditions);
        // The page's opening has no length of its own: it lasts until the player comes.
        const Millis longest =
            isNever(shown.metrics.shown) ? 15'000 : shown.metrics.shown - shown.metrics.opening;
        conditions.gateTimes[GateId(gates.front())] = 0;
        const nlohmann::json task = {{"page", "page.html"}, {"early", "early.html"}, {"gates", gates},
                                     {"alone", alone},      {"timeOut", ending()},   {"longest", longest}};
        REQUIRE(files.writeAtomically(folder.path() / "behaviour.json", task.dump()));
        const auto judged =
            runJudge("web_behaviour.mjs", {judges(), QString::fromStdString(folder.path().string())});
        INFO(judged.output);
        CHECK(judged.code == 0);
    }
}

TEST_CASE("The script players' timing gives the core's numbers, for samples and for random sequences") {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto timing = [](const exporting::Plans& plans) {
        return "export const timing = " + exporting::scriptTiming(plans) + ";\n";
    };
    const auto cases = timingTable(folder.path(), "mjs", "web", timing, 101, 40);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    // The module is told to be one by its ending: the export's own stands in a folder without a package.json.
    REQUIRE(files.writeAtomically(
        folder.path() / "timing.mjs",
        exporting::wholePlayer(readWhole(repository() / "src/export/web/player/launch-timing.js"))));
    const auto at = [&](const char* name) { return QString::fromStdString((folder.path() / name).string()); };
    const auto judged = runJudge("timing_cases.mjs", {at("timing.mjs"), at("cases.txt"), at("")});
    INFO(judged.output);
    CHECK(judged.code == 0);
    CHECK(judged.output.find("compared, 0 different") != std::string::npos);
}
