// SPDX-License-Identifier: MIT
#include "export/common/player_needs.h"
#include "export/common/script_data.h"
#include "export/common/timing_tree.h"
#include "support/judges.h"
#include "support/timing_table.h"

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
    CHECK(checked.output.find("5 of 5 files are as printed") != std::string::npos);
}

TEST_CASE("The source of the timing is sound TypeScript") {
    const auto source = (repository() / "src/export/timing/launch_timing.ts").string();
    const auto checked =
        run(QStringLiteral("node"),
            {judges() + "/node_modules/typescript/bin/tsc", "--strict", "--strictPropertyInitialization",
             "false", "--noEmit", "--target", "es2022", QString::fromStdString(source)});
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
        refused("if (before.cue.adds) continue; //? Cue.adds", "if (before.cue.adds) continue;");
    CHECK(unmarked.code != 0);
    CHECK(unmarked.output.find("Cue.adds is there only with Cue.adds") != std::string::npos);
    CHECK(unmarked.output.find("launch_timing.ts:") != std::string::npos);
    const auto left = refused("const decided = t >= this.outcomeAt; //? Shown.offline|Shown.message",
                              "const decided = t >= this.outcomeAt;");
    CHECK(left.output.find("is used only with Shown.offline or Shown.message") != std::string::npos);
    CHECK(refused("cue.anchor === 'beatEnd'", "cue.anchor === 'beatMiddle'").code != 0);
}

TEST_CASE("A line of a player stays only with what it serves") {
    const std::string player = "import a.min //? import\nimport a.max //? import\n"
                               "fun f(\n    one: Int,\n    two: Int, //? Cue.adds\n) {\n"
                               "    var sum = max(one, 1)\n"
                               "    sum += two //? Cue.adds\n"
                               "    if (x) return //? Cue.adds|Key.onTop Beat.yields\n"
                               "    return sum\n}\n";
    CHECK(onlyUsed(player, {"Cue.adds"}, exporting::kKotlinHabits) ==
          "import a.max\nfun f(one: Int, two: Int) {\n    var sum = max(one, 1)\n    sum += two\n"
          "    return sum\n}\n");
    CHECK(onlyUsed(player, {"Key.onTop", "Beat.yields"}, exporting::kKotlinHabits) ==
          "import a.max\nfun f(one: Int) {\n    val sum = max(one, 1)\n    if (x) return\n"
          "    return sum\n}\n");
}

TEST_CASE("What has become a second name for something is called by the first, but for labels and members") {
    const std::string kotlin =
        "class A {\n    var d = c\n    fun f(a: Int): Int {\n        var b = a\n"
        "        b += 1 //? No.thing\n        g(b: b, it.b)\n"
        "        var sum = b + 1\n        sum += 2 //? No.thing\n        return sum\n    }\n"
        "    fun h() {\n        d = 2 //? No.thing\n    }\n}\n";
    CHECK(onlyUsed(kotlin, {}, exporting::kKotlinHabits) ==
          "class A {\n    val d = c\n    fun f(a: Int): Int {\n        g(b: a, it.b)\n"
          "        return a + 1\n    }\n    fun h() {}\n}\n");
    // Not where the other changes, nor in a language in which a name may be label and value at once.
    const std::string changed =
        "fun f() {\n    var a = 1\n    var b = a\n    b += 1 //? No.thing\n    a += 1\n    g(b)\n}\n";
    CHECK(onlyUsed(changed, {}, exporting::kKotlinHabits).find("val b = a\n") != std::string::npos);
    const std::string script = "f() {\n  let b = a;\n  b += 1; //? No.thing\n  g({ b });\n}\n";
    CHECK(onlyUsed(script, {}, exporting::kScriptHabits) == "f() {\n  const b = a;\n  g({ b });\n}\n");
}

TEST_CASE("Parameters of a cut player fill lines, one line if that is enough") {
    const auto cut = [](const std::string& player) { return onlyUsed(player, {}, exporting::kKotlinHabits); };
    const std::string words(70, 'a'), others(70, 'b');
    CHECK(cut("class A(\n    val " + words + ": Int,\n    val " + others + ": Int,\n    val c: Int,\n)\n") ==
          "class A(\n    val " + words + ": Int,\n    val " + others + ": Int, val c: Int\n)\n");
    CHECK(cut("class A {\n  const A({\n    required this.b,\n    this.c = 0, //? A.c\n  });\n\n  final int "
              "b;\n}\n") == "class A {\n  const A({required this.b});\n\n  final int b;\n}\n");
    CHECK(cut("  const A(this.b, {\n    this.c, //? A.c\n  });\n") == "  const A(this.b);\n");
    // A call that nests another is left as it was written.
    const std::string nested = "f(\n    g(\n        1\n    )\n)\n";
    CHECK(cut(nested) == "f(\n    g(1)\n)\n");
    // Nothing is left of a function before the end.
    CHECK(cut("{\n    a\n\n    b //? B\n}\n") == "{\n    a\n}\n");
}

TEST_CASE("What is left as the one statement of a block stands on its line, as the language has it") {
    const auto cut = [](const std::string& player, const exporting::LanguageHabits& habits) {
        return onlyUsed(player, {}, habits);
    };
    const auto& kotlin = exporting::kKotlinHabits;
    CHECK(cut("fun f(): Int {\n    g() //? No.thing\n    return a + 1\n}\n", kotlin) ==
          "fun f(): Int = a + 1\n");
    CHECK(cut("for (a in b) {\n    c()\n}\nif (a) {\n    b()\n} else {\n    c()\n}\n", kotlin) ==
          "for (a in b) c()\nif (a) {\n    b()\n} else {\n    c()\n}\n");
    // Neither what declares something nor what is a block of its own.
    CHECK(cut("if (a) {\n    val b = 1\n}\nfor (a in b) {\n    if (a) c()\n}\n", kotlin) ==
          "if (a) {\n    val b = 1\n}\nfor (a in b) {\n    if (a) c()\n}\n");
    CHECK(cut("func f() -> Int {\n    return a\n}\nif a {\n    b()\n}\n", exporting::kSwiftHabits) ==
          "func f() -> Int { a }\nif a { b() }\n");
    CHECK(cut("f(a) {\n  return a;\n}\nwhile (a) {\n  b();\n}\n", exporting::kScriptHabits) ==
          "f(a) { return a; }\nwhile (a) b();\n");
    // Dart's own rules want braces around what a loop does.
    CHECK(cut("int f() {\n  return a;\n}\nfor (;;) {\n  b();\n}\nif (a) {\n  b();\n}\n",
              exporting::kDartHabits) == "int f() => a;\nfor (;;) {\n  b();\n}\nif (a) b();\n");
    const std::string wide(110, 'a');
    CHECK(cut("fun f(): Int {\n    return " + wide + "\n}\n", kotlin) ==
          "fun f(): Int {\n    return " + wide + "\n}\n");
    // A member may be changed from elsewhere.
    CHECK(cut("class A {\n    var b = 0\n    fun f() {\n        b = 1 //? No.thing\n    }\n}\nfun g(a: A) "
              "{\n    a.b = 2\n}\n",
              kotlin)
              .find("    var b = 0\n") != std::string::npos);
    CHECK(exporting::withNamedUnused("function f(a: A, b: B): A { return a; }\n") ==
          "function f(a: A, _b: B): A { return a; }\n");
}

TEST_CASE("Fields of one type share a line in Dart, and members of an interface in TypeScript") {
    const auto dart = [](const std::string& player) { return onlyUsed(player, {}, exporting::kDartHabits); };
    CHECK(dart("class A {\n  final double x;\n  final double y; //? A.y\n  final double z;\n  final int n;\n "
               " int a = 1;\n"
               "  int b = 2;\n\n  /// What.\n  int c = 3;\n\n  void f() {\n    int d = 1;\n    int e = 2;\n  "
               "}\n}\n") == "class A {\n  final double x, z;\n  final int n;\n  int a = 1, b = 2;\n\n  /// "
                            "What.\n  int c = 3;\n\n"
                            "  void f() {\n    int d = 1;\n    int e = 2;\n  }\n}\n");
    CHECK(dart("import 'a';\nimport 'b';\n") == "import 'a';\nimport 'b';\n");
    const auto script = [](const std::string& player) {
        return onlyUsed(player, {}, exporting::kScriptHabits);
    };
    CHECK(script("interface A {\n  x: number;\n  y: number; //? A.y\n  z?: string;\n}\n") ==
          "interface A { x: number; z?: string }\n");
    CHECK(script("interface A {\n  x: number;\n  /** What. */\n  z: string;\n}\n") ==
          "interface A {\n  x: number;\n  /** What. */\n  z: string;\n}\n");
    CHECK(script("constructor(readonly a: A) {\n  this.b = 1; //? A.b\n}\n") ==
          "constructor(readonly a: A) {}\n");
}

TEST_CASE("Variables that nothing changes any more become constants, what people wrote stays") {
    const std::string swift =
        "final class A {\n    var field = 0\n    func f() {\n        var a = 1\n"
        "        a += 2 //? No.thing\n        var list = [0]\n        list[0] = 2\n"
        "        var n = 0\n        n += 1\n        n = 3 //? No.thing\n"
        "        var note = 1\n        call(&note)\n        field = 1 //? No.thing\n    }\n}\n";
    CHECK(onlyUsed(swift, {}, exporting::kSwiftHabits) ==
          "final class A {\n    let field = 0\n    func f() {\n        let a = 1\n        var list = [0]\n"
          "        list[0] = 2\n        var n = 0\n        n += 1\n        var note = 1\n"
          "        call(&note)\n    }\n}\n");
}

TEST_CASE("What a player needs is read off the data") {
    UsedParts parts;
    exporting::collectParts(parts, exporting::CodeCall("Cue")
                                       .named("adds", {true})
                                       .named("anchor", {exporting::CodeWord{"Anchor", "after-cue"}})
                                       .named("other", {3}, true)
                                       .value());
    CHECK(parts == UsedParts{"Cue.adds", "Cue.anchor", "Anchor.afterCue"});
    CHECK(exporting::everyPart("a //? A.b|C.d E.f\nb\n") == UsedParts{"A.b", "C.d", "E.f"});
}

TEST_CASE("A player cut down to its own sequence gives the core's numbers") {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto player = readWhole(repository() / "src/export/web/player/launch-timing.js");
    int count = 0;
    std::size_t least = player.size();
    const auto timing = [&](const exporting::Plans& plans) {
        auto needs = exporting::playerNeeds(exporting::Player::Web, exporting::timingTree(plans), {});
        needs.erase("player.retry"); // the judge asks again for nothing, and passes no time for it
        const auto cut = onlyUsed(player, needs, exporting::kScriptHabits);
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

TEST_CASE("Each mark in a player names something an export can need") {
    const auto sources = exporterSources();
    const auto timing = readWhole(repository() / "src/export/timing/launch_timing.ts");
    int names = 0;
    for (const auto& it : std::filesystem::recursive_directory_iterator(repository() / "src/export")) {
        if (it.path().parent_path().filename() != "player") {
            continue;
        }
        INFO(it.path().string());
        for (const auto& name : exporting::everyPart(readWhole(it.path()))) {
            INFO(name);
            CHECK((name == "import" || canBeNamed(name, sources, timing)));
            CHECK(name.find(".no") == std::string::npos); // what is needed, not what is not
            ++names;
        }
    }
    CHECK(names > 200);
    CHECK_FALSE(canBeNamed("Look.colour", sources, timing));
    CHECK_FALSE(canBeNamed("player.nothing", sources, timing));
}

TEST_CASE("What nothing is said about has the same default in the model and in the players") {
    const auto timing = readWhole(repository() / "src/export/timing/launch_timing.ts");
    const auto says = [&](const std::string& field) {
        INFO(field);
        CHECK(timing.find(field) != std::string::npos);
    };
    says(fmt::format("readonly blend: Int = {};", model::Beat().blend));
    says(fmt::format("readonly typical: Int = {};", model::Gate().typical));
    says(fmt::format("typical = {};", model::Gate().typical));
    says(fmt::format("readonly fillFrom: Double = {};", motion::kFillFrom));
    says(fmt::format("readonly pivotX: Double = {};", model::Layer().pivot.x));
    says(fmt::format("readonly times: Int = {};", model::Repeat().times));
}
