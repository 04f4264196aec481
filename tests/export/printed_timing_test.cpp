// SPDX-License-Identifier: MIT
#include "export/common/player_needs.h"
#include "export/common/script_data.h"
#include "export/common/timing_tree.h"
#include "support/judges.h"
#include "support/timing_table.h"
#include "support/whole_player.h"

#include <regex>

/// The timing is written once (src/export/timing) and printed for every player; an export gets of it what its
/// sequence speaks of.
using namespace scaena;
using namespace scaena::test;
using exporting::onlyUsed;
using exporting::UsedParts;

TEST_CASE("The players' timing is what its one source gives in each language") {
    const auto printer = repository() / "tools/print_timing/main.mjs";
    const auto checked =
        run(QStringLiteral("node"), {QString::fromStdString(printer.string()), judges(), "--check"});
    INFO(checked.output);
    CHECK(checked.code == 0);
    CHECK(checked.output.find("25 of 25 players are as printed and laid out") != std::string::npos);
}

TEST_CASE("The source of the timing is sound TypeScript") {
    // Of two ways to say something one is there.
    const auto source =
        std::regex_replace(readWhole(repository() / "src/export/timing/launch_timing.ts"),
                           std::regex(R"(\n  stateAt.*//\? Layers\.alone\n(    .*\n)*  \}\n)"), "\n");
    const TemporaryFolder folder;
    REQUIRE(DiskFiles().writeAtomically(folder.path() / "launch_timing.ts", source));
    const auto checked =
        run(QStringLiteral("node"),
            {judges() + "/node_modules/typescript/bin/tsc", "--strict", "--strictPropertyInitialization",
             "false", "--noEmit", "--target", "es2022", "launch_timing.ts"},
            folder.path());
    INFO(checked.output);
    CHECK(checked.code == 0);
}

TEST_CASE("The printer refuses what some language could not say, and names the line") {
    const auto refused = [](const std::string& sound, const std::string& broken) {
        const TemporaryFolder folder;
        DiskFiles files;
        auto source = readWhole(repository() / "src/export/timing/launch_timing.ts");
        const auto at = source.find(sound);
        REQUIRE(at != std::string::npos);
        source.replace(at, sound.size(), broken);
        REQUIRE(files.writeAtomically(folder.path() / "launch_timing.ts", source));
        const auto reader = (repository() / "tools/print_timing/read.mjs").string();
        const auto script = fmt::format("import {{ readFileSync }} from 'node:fs';\n"
                                        "import {{ read }} from '{}';\n"
                                        "read(readFileSync('launch_timing.ts', 'utf8'), process.argv[2]);\n",
                                        reader);
        REQUIRE(files.writeAtomically(folder.path() / "try.mjs", script));
        return run(QStringLiteral("node"), {"try.mjs", judges()}, folder.path());
    };
    const auto mixed = refused("let base = from;", "let base = from;\n      const odd: Int = 0.5;");
    CHECK(mixed.code != 0);
    CHECK(mixed.output.find("a whole number is wanted") != std::string::npos);
    const auto unmarked =
        refused("flip(value, state); break; //? Property.flip", "flip(value, state); break;");
    CHECK(unmarked.code != 0);
    CHECK(unmarked.output.find("flip is there only with Property.flip") != std::string::npos);
    CHECK(unmarked.output.find("launch_timing.ts:") != std::string::npos);
    const auto inside = refused("let ready: Int = 0;", "let ready: Int = 0; //? Beat.yields");
    CHECK(inside.output.find("only what is declared may be left out") != std::string::npos);
    const auto all = refused("      default: state.opacity = within(value);", "      case 'opacity': break;");
    CHECK(all.output.find("one word at least has to be left") != std::string::npos);
    CHECK(refused("cue.anchor === 'beatEnd'", "cue.anchor === 'beatMiddle'").code != 0);
}

TEST_CASE("A declaration of a player stays only with what it serves") {
    const std::string player = "import a\n//? Cue.adds|Key.onTop\nimport b\n\n"
                               "//? Cue.adds\n/** What. */\n@A\nfun f(\n    one: Int,\n) {\n"
                               "    g()\n\n    h()\n}\n\n"
                               "class A {\n    //? Key.onTop\n    val x = 1\n    val y = 2\n\n"
                               "    //? Cue.adds\n    fun k() = 1\n}\n";
    CHECK(onlyUsed(player, {"Cue.adds"}) ==
          "import a\nimport b\n\n/** What. */\n@A\nfun f(\n    one: Int,\n) {\n    g()\n\n    h()\n}\n\n"
          "class A {\n    val y = 2\n\n    fun k() = 1\n}\n");
    CHECK(onlyUsed(player, {"Key.onTop"}) ==
          "import a\nimport b\n\nclass A {\n    val x = 1\n    val y = 2\n}\n");
    CHECK(onlyUsed(player, {}) == "import a\n\nclass A {\n    val y = 2\n}\n");
}

TEST_CASE("A case of a player is left out with all that it does, and nothing behind it") {
    const std::string swift = "switch a {\ncase .x: f()\n//? B.y\ncase .y:\n    if b {\n        g()\n    }\n"
                              "//? B.z\ncase .z: h()\n}\nend()\n";
    CHECK(onlyUsed(swift, {}) == "switch a {\ncase .x: f()\n}\nend()\n");
    CHECK(onlyUsed(swift, {"B.z"}) == "switch a {\ncase .x: f()\ncase .z: h()\n}\nend()\n");
    const std::string kotlin =
        "when (a) {\n    //? B.x\n    X -> {\n        f()\n    }\n    else -> g()\n}\n";
    CHECK(onlyUsed(kotlin, {}) == "when (a) {\n    else -> g()\n}\n");
    const std::string script =
        "const A = {\n  //? B.x\n  x: ({ y }) => [\n    y,\n  ],\n  //? B.y\n  y: f(\n    1,\n  ).g,\n"
        "};\n";
    CHECK(onlyUsed(script, {}) == "const A = {\n};\n");
}

TEST_CASE("A mark on a file's first line speaks of the file") {
    const std::string file = "//? Property.draw\n// What.\nimport a\n\nfun f() {}\n";
    CHECK(onlyUsed(file, {}).empty());
    CHECK(onlyUsed(file, {"Property.draw"}) == "// What.\nimport a\n\nfun f() {}\n");
    CHECK(onlyUsed("// What.\n", {}) == "// What.\n");
    CHECK(onlyUsed("a\n//? B.c", {}) == "a\n"); // a mark without anything behind it
}

TEST_CASE("What a player needs is read off the data") {
    UsedParts parts;
    exporting::collectParts(parts, exporting::CodeCall("Cue")
                                       .named("adds", {true})
                                       .named("anchor", {exporting::CodeWord{"Anchor", "after-cue"}})
                                       .named("other", {3}, true)
                                       .value());
    CHECK(parts == UsedParts{"Cue.adds", "Cue.anchor", "Anchor.afterCue"});
    CHECK(exporting::everyPart("//? A.b|C.d\na\n  //? E.f\nb\n") == UsedParts{"A.b", "C.d", "E.f"});
}

TEST_CASE("A player cut down to its own sequence gives the core's numbers") {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto player = readWhole(repository() / "src/export/web/player/launch-timing.js");
    int count = 0;
    std::size_t least = player.size();
    const auto timing = [&](const exporting::Plans& plans) {
        const auto cut = onlyUsed(player, exporting::playerNeeds(exporting::timingTree(plans), {}));
        least = std::min(least, cut.size());
        REQUIRE(files.writeAtomically(folder.path() / fmt::format("case{}.player.mjs", count++), cut));
        return exporting::scriptTiming(plans, "export const timing");
    };
    const auto cases = timingTable(folder.path(), "mjs", "web", timing, 601, 60);
    CHECK(least < player.size() * 2 / 3);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    keepIfAsked(folder);
    const auto at = [&](const char* name) { return QString::fromStdString((folder.path() / name).string()); };
    const auto judged = runJudge("timing_cases.mjs", {"each", at("cases.txt"), at("")});
    INFO(judged.output);
    CHECK(judged.code == 0);
    CHECK(judged.output.find("compared, 0 different") != std::string::npos);
}

namespace {

/// What `script` prints that knows `timing`, `launch` (a cold one whose app comes after 200 ms, nothing
/// opened) and the web player's LaunchSchedule.
std::string saidOf(const model::Sequence& sequence, const std::string& script) {
    const TemporaryFolder folder;
    const auto whole = wholePlayer(readWhole(repository() / "src/export/web/player/launch-timing.js")) +
                       exporting::scriptTiming(plansOf(sequence, "web"), "const timing") +
                       "const launch = { start: 'cold', reducedMotion: false, messageAt: 0, retriedAt: 0, "
                       "openingEnd: 200, opened: "
                       "timing.gates.map(() => NEVER) };\n" +
                       script;
    REQUIRE(DiskFiles().writeAtomically(folder.path() / "script.mjs", whole));
    return run(QStringLiteral("node"), {"script.mjs"}, folder.path()).output;
}

}

TEST_CASE("A cue in steps has an edge at each, so that nothing goes evenly across one") {
    auto sequence = aSequence()
                        .withBeat(play("a", 800))
                        .withCue(cue("in", "a", 0, 800, model::MoveKind::Rise))
                        .build(200);
    sequence.cues.front().easing = model::Steps{4, model::Steps::Jump::End};
    CHECK(
        saidOf(sequence,
               "const edges = new LaunchSchedule(timing, launch).edgesOf(timing.cues[0].layer, 'y', 5000);\n"
               "console.log([...new Set(edges)].sort((a, b) => a - b).join(' '));\n") ==
        "200 400 600 800 1000\n");
}

TEST_CASE("Progress goes on from where a message stopped it when people try again") {
    auto data = gate("data", 1000);
    data.timeOut = 600;
    data.onTimeOut = model::TimeOutAction::Message;
    auto sequence = aSequence().withGate(data).withBeat(wait("wait")).build(200);
    model::Layer ring;
    ring.id = "ring";
    ring.contents = model::contentsOf(model::LayerKind::Progress);
    sequence.layers.push_back(ring);
    CHECK(saidOf(sequence, "const first = new LaunchSchedule(timing, launch);\n"
                           "const again = new LaunchSchedule(timing, { ...launch, messageAt: 600, retriedAt: "
                           "2000, opened: [2300] });\n"
                           "const at = (schedule, t) => schedule.loadedPart(0, t);\n"
                           "let [last, runsBack] = [0, 0];\n"
                           "for (let t = 0; t < 3000; t += 10) {\n"
                           "  const now = at(t < 2000 ? first : again, t);\n"
                           "  if (now < last) runsBack++;\n"
                           "  last = now;\n"
                           "}\n"
                           "console.log(first.outcome, at(first, 550).toFixed(3), at(first, 1999), at(again, "
                           "2299), last, runsBack);\n") == "message 0.495 0.9 0.9 1 0\n");
}

namespace {

/// All that the exporters' sources say of data: `CodeCall("Look")`, `.named("angle"`, "Progress.ring".
std::string exporterSources() {
    std::string text;
    for (const auto& it : std::filesystem::recursive_directory_iterator(repository() / "src/export")) {
        if (it.path().extension() == ".cpp" || it.path().extension() == ".h") {
            text += readWhole(it.path());
        }
    }
    return text;
}

/// Whether some sequence can make its exporter name it.
bool canBeNamed(const std::string& name, const std::string& sources, const std::string& timing) {
    const auto dot = name.find('.');
    const auto type = name.substr(0, dot), part = name.substr(dot + 1);
    const auto in = [&](const std::string& text, const std::string& what) {
        return text.find(what) != std::string::npos;
    };
    return exporting::namesOfNeeds().contains(name) || in(sources, '"' + name + '"') ||
           in(timing, "'" + part + "'") || in(timing, "readonly " + part + ":") ||
           (in(sources, '"' + type + '"') && in(sources, '"' + part + '"')) ||
           in(sources, '"' + type + ".\"");
}

}

TEST_CASE("Each mark in a player names something an export can need, and there are few") {
    const auto sources = exporterSources();
    const auto timing = readWhole(repository() / "src/export/timing/launch_timing.ts");
    int marks = 0;
    for (const auto& it : std::filesystem::recursive_directory_iterator(repository() / "src/export")) {
        if (it.path().parent_path().filename() != "player") {
            continue;
        }
        INFO(it.path().string());
        const auto player = readWhole(it.path());
        for (const auto& name : exporting::everyPart(player)) {
            INFO(name);
            CHECK(canBeNamed(name, sources, timing));
            CHECK(name.find(".no") == std::string::npos); // what is needed, not what is not
        }
        for (auto at = player.find("//?"); at != std::string::npos; at = player.find("//?", at + 1)) {
            ++marks;
            const auto line = player.rfind('\n', at) + 1; // it stands on a line of its own
            CHECK(player.find_first_not_of(' ', line) == at);
        }
    }
    CHECK(marks > 50);
    CHECK(marks < 500);
    CHECK_FALSE(canBeNamed("Look.colour", sources, timing));
    CHECK_FALSE(canBeNamed("player.nothing", sources, timing));
    CHECK_FALSE(canBeNamed("Layers.nothing", sources, timing));
}

TEST_CASE("What nothing is said about has the same default in the model and in the players") {
    const auto timing = readWhole(repository() / "src/export/timing/launch_timing.ts");
    const auto says = [&](const std::string& field) {
        INFO(field);
        CHECK(timing.find(field) != std::string::npos);
    };
    says(fmt::format("readonly blend: Int = {};", model::Beat().blend));
    says(fmt::format("readonly typical: Int = {};", model::Gate().typical));
    says(fmt::format("readonly fillFrom: Double = {};", motion::kFillFrom));
    says(fmt::format("readonly pivotX: Double = {};", model::Layer().pivot.x));
    says(fmt::format("readonly times: Int = {};", model::Repeat().times));
}
