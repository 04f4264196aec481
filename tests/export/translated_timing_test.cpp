// SPDX-License-Identifier: MIT
#include "export/flutter/flutter_exporter.h"
#include "support/judges.h"
#include "support/timing_table.h"
#include "support/whole_player.h"

#include "export/common/timing_tree.h"

/// The timing of the Dart player, run: translated to JavaScript by its language's grammar, since no compiler
/// of Dart is to be had here. The same table of cases as for the other players.
using namespace scaena;
using namespace scaena::test;

namespace {

std::string dartPlayer() {
    return wholePlayer(readWhole(repository() / "src/export/flutter/player/launch_timing.dart"));
}

RunResult judged(const std::string& player, unsigned randomOnes) {
    const TemporaryFolder folder;
    DiskFiles files;
    const auto cases = timingTable(folder.path(), "dart", "flutter", exporting::dartTiming, 201, randomOnes);
    REQUIRE(files.writeAtomically(folder.path() / "cases.txt", cases));
    REQUIRE(files.writeAtomically(folder.path() / "player.txt", player));
    const auto at = [&](const char* name) { return QString::fromStdString((folder.path() / name).string()); };
    const auto translated = runJudge("translate/translate.mjs", {judges(), at("player.txt"), at("")});
    INFO(translated.output);
    keepIfAsked(folder);
    REQUIRE(translated.code == 0);
    return runJudge("timing_cases.mjs", {at("timing.mjs"), at("cases.txt"), at("")});
}

}

TEST_CASE("The exported Dart timing gives the core's numbers, translated and run") {
    const auto result = judged(dartPlayer(), 40);
    INFO(result.output);
    CHECK(result.code == 0);
    CHECK(result.output.find("compared, 0 different") != std::string::npos);
}

TEST_CASE("A mistake in the Dart timing would be seen") {
    auto player = dartPlayer();
    const std::string sound = "state.y += value;";
    const auto at = player.find(sound);
    REQUIRE(at != std::string::npos);
    player.replace(at, sound.size(), "state.y -= value;");
    const auto result = judged(player, 0);
    INFO(result.output);
    CHECK(result.code != 0);
    CHECK(result.output.find("value 2 is") != std::string::npos);
}
