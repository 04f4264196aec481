// SPDX-License-Identifier: MIT
#include "core/schedule/evaluate.h"
#include "export/android/kotlin_data.h"
#include "export/common/timing_tree.h"
#include "support/export_helper.h"
#include "support/random_sequence.h"
#include "support/timing_cases.h"
#include "support/whole_player.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <regex>
#include <set>

/// The exported Kotlin, compiled by a real compiler: the timing is run on the JVM against the core's own
/// numbers, the player and the data are type-checked against the shape of the platform's classes.
using namespace scaena;
using namespace scaena::test;
using namespace scaena::schedule;

namespace {

/// It does not run long enough for the second of Java's own compilers.
RunResult kotlinc(const QStringList& arguments, const std::filesystem::path& folder) {
    qputenv("JAVA_OPTS", "-Xmx1g -XX:TieredStopAtLevel=1 -XX:+UseSerialGC");
    return run(QStringLiteral("kotlinc"), arguments, folder);
}

/// The activity and the navigation of the steps for Compose, as they stand there.
std::string composeApp(const std::string& steps, const std::string& package) {
    std::string out =
        "package " + package +
        "\n\nimport android.os.Bundle\nimport androidx.activity.*\nimport "
        "androidx.activity.compose.*\nimport androidx.compose.runtime.*\nimport androidx.navigation.*\n";
    std::vector<std::string> blocks;
    for (auto at = steps.find("```kotlin\n"); at != std::string::npos;
         at = steps.find("```kotlin\n", at + 1)) {
        blocks.push_back(steps.substr(at + 10, steps.find("```", at + 10) - at - 10));
    }
    REQUIRE(blocks.size() == 2);
    return out + blocks[0] +
           "\n@Composable fun FirstScreen() {}\n@Composable fun OfflineScreen() {}\n"
           "@Composable internal fun Steps(controller: NavController, outcome: State<Outcome?>) {\n" +
           blocks[1] + "}\n";
}

std::string withPackage(std::string text, const std::string& package) {
    return std::regex_replace(text, std::regex("@PACKAGE@"), package);
}

}

TEST_CASE("Long lists of Kotlin data are made in parts, of which each fits a method of the platform") {
    exporting::TimingTree tree;
    for (int i = 0; i < 200; ++i) {
        // Among short ones some that alone are long.
        const std::string name(i % 50 == 49 ? 11'000 : 140, 'n');
        tree.cues.push_back(
            {fmt::format("cue {}", i), exporting::CodeCall("Cue").named("name", {name}).value()});
    }
    const auto text = exporting::kotlinTiming(tree, "val");
    std::size_t parts = 0, cues = 0;
    for (auto at = text.find("private fun cues"); at != std::string::npos;
         at = text.find("private fun cues", at + 1)) {
        const auto part = text.substr(at, text.find("\n    )\n", at) - at);
        ++parts;
        CHECK(part.size() < 13'000);
        for (auto cue = part.find(" Cue("); cue != std::string::npos; cue = part.find(" Cue(", cue + 1)) {
            ++cues;
        }
        // A comma behind each but the last, whether its name stands above it or behind.
        const auto end = part.rfind(')');
        CHECK(part.find(',', end) == std::string::npos);
    }
    CHECK(parts > 5);
    CHECK(cues == 200);
    CHECK(text.find("        addAll(cues0())\n        addAll(cues1())") != std::string::npos);
}

TEST_CASE("The exported Kotlin timing gives the core's numbers, for samples and for random sequences") {
    const TemporaryFolder folder;
    DiskFiles files;
    std::string cases;
    std::string registry = "package launch\n\ninternal fun allTimings(): Map<String, LaunchTiming> = mapOf(";
    int count = 0;
    const auto add = [&](const model::Sequence& sequence, const std::vector<Conditions>& conditions) {
        const auto name = fmt::format("Case{}", count++);
        REQUIRE(files.writeAtomically(
            folder.path() / (name + ".kt"),
            fmt::format("package launch\n\ninternal object {} {{\n{}}}\n", name,
                        exporting::kotlinTiming(exporting::timingTree(plansOf(sequence, "android"))))));
        registry += fmt::format("{}\n    \"{}\" to {}.timing", count > 1 ? "," : "", name, name);
        cases += "sequence " + name + "\n";
        for (const auto& each : conditions) {
            cases += casesOf(sequence, each);
        }
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(project.sequence, allConditions({"android12", "android"}));
    }
    for (const unsigned seed : seeds(1, 24)) {
        RandomSequences random(seed);
        const auto sequence = random.next();
        std::vector<Conditions> many;
        for (int i = 0; i < 8; ++i) {
            many.push_back(random.conditions(sequence));
        }
        add(sequence, many);
    }
    REQUIRE(files.writeAtomically(folder.path() / "Registry.kt", registry + "\n)\n"));
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    const auto player = readWhole(repository() / "src/export/android/player/LaunchTiming.kt");
    REQUIRE(
        files.writeAtomically(folder.path() / "LaunchTiming.kt", withPackage(wholePlayer(player), "launch")));
    REQUIRE(files.writeAtomically(folder.path() / "TimingCases.kt",
                                  readWhole(repository() / "tests/judges/TimingCases.kt")));
    const auto compiled = kotlinc({".", "-nowarn", "-d", "out.jar"}, folder.path());
    INFO(compiled.output);
    REQUIRE(compiled.code == 0);
    const auto judged = run(QStringLiteral("kotlin"),
                            {"-classpath", "out.jar", "launch.TimingCasesKt", "cases.txt"}, folder.path());
    INFO(judged.output);
    CHECK(judged.code == 0);
    CHECK(judged.output.find("compared, 0 different") != std::string::npos);
}

TEST_CASE("The exported player, its wrapper and data compile against the shape of the platform") {
    const TemporaryFolder folder;
    DiskFiles files;
    // One compilation for all samples, each in a package of its own: starting the compiler is the slow part.
    QStringList sources;
    for (const auto& path : samples()) {
        const auto name = path.stem().string();
        sources << QString::fromStdString("app/" + name + "/java")
                << QString::fromStdString("app/" + name + "/compose");
        const auto project = openSample(path);
        auto made = exported(project.sequence, *project.artFiles, "com.example." + name);
        writeTo(folder.path() / "app" / name, made);
        // The class R that the resource compiler would make, with every resource the export has.
        std::map<std::string, std::set<std::string>> resources;
        for (const auto& file : made.files) {
            std::smatch match;
            if (std::regex_match(file.path, match,
                                 std::regex("res/(drawable)[^/]*/([a-z0-9_]+)\\.(xml|png|jpg|webp)"))) {
                resources[match[1]].insert(match[2]);
            }
            static const std::regex colour("<(color|string|bool|array)\\s+name=\"([a-z0-9_]+)\"");
            auto begin = std::sregex_iterator(file.bytes.begin(), file.bytes.end(), colour);
            for (; begin != std::sregex_iterator(); ++begin) {
                resources[(*begin)[1]].insert((*begin)[2]);
            }
        }
        const auto app = folder.path() / "app" / name / "java/com/example" / name;
        REQUIRE(files.writeAtomically(app / "MainActivity.kt",
                                      composeApp(fileOf(made, "COMPOSE.md"), "com.example." + name)));
        resources["style"] = {"YourAppTheme"};
        std::string r = "package com.example." + name + ";\npublic final class R {\n";
        for (const auto& [kind, names] : resources) {
            r += "  public static final class " + kind + " {\n";
            for (const auto& resource : names) {
                r += "    public static final int " + resource + " = 1;\n";
            }
            r += "  }\n";
        }
        REQUIRE(files.writeAtomically(app / "R.java", r + "}\n"));
    }
    // The native module of React Native, against the shape of the framework's own declarations.
    const auto module = openSample(samples().front());
    const auto native = exported(module.sequence, *module.artFiles, "com.example.hold", "react-native");
    REQUIRE(
        files.writeAtomically(folder.path() / "app/native/LaunchHold.kt", fileOf(native, "LaunchHold.kt")));
    sources << "app/native";
    const auto stubs = QString::fromStdString((repository() / "tests/judges/android-shape").string());
    const auto compiled = kotlinc(sources + QStringList{stubs, "-nowarn", "-d", "app.jar"}, folder.path());
    INFO(compiled.output);
    CHECK(compiled.code == 0);
}
