// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_exporter.h"
#include "export/ios/ios_parts.h"
#include "support/judges.h"
#include "support/timing_table.h"

/// The timing of the Dart and Swift players, run: translated to JavaScript by their languages' grammars,
/// since no compiler of either is to be had here. The same table of cases as for the other players.
using namespace scaena;
using namespace scaena::test;

namespace {

struct Language {
    const char* name;   ///< of the grammar, and the ending of its files
    const char* player; ///< the timing's source
    plan::TargetId target;
    std::string (*data)(const exporting::Plans&);
};

std::string swiftFile(const exporting::Plans& plans) {
    return "import Foundation\n\nenum Data {\n" + exporting::swiftTiming(plans) + "}\n";
}

const Language kDart{"dart", "src/export/flutter/player/launch_timing.dart", "flutter",
                     exporting::dartTiming};
const Language kSwift{"swift", "src/export/ios/player/LaunchTiming.swift", "ios", swiftFile};

RunResult judged(const Language& language, const std::string& player, unsigned randomOnes) {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto cases =
        timingTable(folder.path(), language.name, language.target, language.data, 201, randomOnes);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    REQUIRE(files.writeAtomically(folder.path() / "player.txt", player));
    const auto at = [&](const char* name) { return QString::fromStdString((folder.path() / name).string()); };
    const auto translated = runJudge(
        "translate/translate.mjs", {judges(), QString::fromLatin1(language.name), at("player.txt"), at("")});
    INFO(translated.output);
    keepIfAsked(folder);
    REQUIRE(translated.code == 0);
    return runJudge("timing_cases.mjs", {at("timing.mjs"), at("cases.txt"), at("")});
}

void checkTiming(const Language& language) {
    const auto result = judged(language, readWhole(repository() / language.player), 40);
    INFO(result.output);
    CHECK(result.code == 0);
    CHECK(result.output.find("compared, 0 different") != std::string::npos);
}

/// The judge is awake: one changed sign of the player is found.
void checkWakes(const Language& language, const std::string& sound, const std::string& broken,
                const std::string& complaint) {
    auto player = readWhole(repository() / language.player);
    const auto at = player.find(sound);
    REQUIRE(at != std::string::npos);
    player.replace(at, sound.size(), broken);
    const auto result = judged(language, player, 0);
    INFO(result.output);
    CHECK(result.code != 0);
    CHECK(result.output.find(complaint) != std::string::npos);
}

}

TEST_CASE("The exported Dart timing gives the core's numbers, translated and run") { checkTiming(kDart); }

TEST_CASE("A mistake in the Dart timing would be seen") {
    checkWakes(kDart, "state.y += value(LaunchProperty.y);", "state.y -= value(LaunchProperty.y);",
               "value 2 is");
}

TEST_CASE("The exported Swift timing gives the core's numbers, translated and run") { checkTiming(kSwift); }

TEST_CASE("A mistake in the Swift timing would be seen") {
    checkWakes(kSwift, "state.y += value(.y)", "state.y -= value(.y)", "value 2 is");
}

TEST_CASE(
    "A mixture of whole and other numbers, which Swift's compiler refuses, is seen in the Swift timing") {
    checkWakes(kSwift, "base + cue.offset", "base + 0.5 + cue.offset", "Swift would refuse");
}
