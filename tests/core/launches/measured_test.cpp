// SPDX-License-Identifier: MIT
#include "core/launches/measured.h"

#include "core/launches/read_records.h"
#include "core/valid/validate.h"
#include "support/builders.h"
#include "support/files_of_repository.h"

#include "core/file/sequence_file.h"

#include <catch2/catch.hpp>
#include <fmt/format.h>

/// Records of launches on people's devices, read back.
using namespace scaena;

namespace {

const std::atomic<bool> kGoOn = false;

model::Sequence moraine() {
    auto sequence = file::read(test::readWhole(test::repository() / "samples/moraine/moraine.scaena"), "m");
    REQUIRE(sequence);
    return std::move(*sequence);
}

std::string line(int session, int huts, const char* more = "") {
    return fmt::format(
               R"({{"launch":"Moraine Huts","start":"cold","firstFrame":500,"gates":{{"session":{},"huts":{})"
               R"(,"map-tiles":null}},"outcome":"complete","shown":{},"lateFrames":0{}}})",
               session, huts, huts + 900, more) +
           "\n";
}

}

TEST_CASE("Records are read out of a log, and what is none is counted") {
    const auto read =
        launches::readLaunchRecords("11-29 10:00:00 I/Launch: " + line(900, 2000) + "starting {\n" +
                                        "{\"launch\":5}\n{\"a\":1}\r\n\n" + line(800, 1900) + "{ nothing }",
                                    "a.log", kGoOn);
    REQUIRE(read);
    CHECK(read->records.size() == 2);
    CHECK(read->unreadable == 3);
    const auto& record = read->records.front();
    CHECK(record.launch == "Moraine Huts");
    CHECK(record.firstFrame == 500);
    CHECK(record.gates.at(GateId("huts")) == 2000);
    CHECK_FALSE(record.gates.at(GateId("map-tiles")));
    CHECK(record.shown == 2900);
}

TEST_CASE("What no record is, or is too much, is a problem in words") {
    for (const std::string& text :
         {std::string(), std::string("nothing"), std::string("{}"),
          std::string(R"({"launch":"x","gates":[]})"),
          std::string(R"({"launch":"x","firstFrame":1e999,"gates":{}})"),
          std::string(R"({"launch":"x","firstFrame":-4,"gates":{}})"),
          "{\"launch\":\"" + std::string(70'000, 'x') + "\",\"firstFrame\":1,\"gates\":{}}",
          std::string(5000, '{') + std::string(5000, '}')}) {
        INFO(text.substr(0, 60));
        const auto read = launches::readLaunchRecords(text, "a.log", kGoOn);
        REQUIRE_FALSE(read);
        CHECK(read.error().front().file == "a.log");
    }
    const std::atomic<bool> stop = true;
    CHECK_FALSE(launches::readLaunchRecords(line(1, 2), "a.log", stop));
}

TEST_CASE("Loads are counted from when they could start, and become the gates' times") {
    const auto sequence = moraine();
    std::string text;
    for (int i = 1; i <= 10;
         ++i) { // session loads 100 … 1000 ms after the first frame, huts twice as long after it
        text += line(500 + 100 * i, 500 + 300 * i);
    }
    text += line(600, 700, R"(,"start":"warm")"); // as nothing is loaded there it does not count
    const auto read = launches::readLaunchRecords(text, "a", kGoOn);
    REQUIRE(read);
    auto records = read->records;
    records.back().start = model::StartKind::Warm;
    const auto launches = launches::measured(sequence, records);
    CHECK(launches.counted == 10);
    CHECK(launches.elsewhere == 1);
    CHECK(launches.outcomes.at(model::Outcome::Complete) == 10);
    CHECK(launches.smooth == 1);
    CHECK(launches.shownTypical == 500 + 1500 + 900);
    REQUIRE(launches.gates.size() == 3);
    const auto& session = launches.gates[0];
    CHECK(session.gate == GateId("session"));
    CHECK(session.opened == 10);
    CHECK(session.times.fast == 100);
    CHECK(session.times.typical == 500);
    CHECK(session.times.slow == 900);
    CHECK(launches.gates[1].times.typical == 1000); // it needs the session
    CHECK(launches.gates[2].opened == 0);
    CHECK(launches.gates[2].stayedShut == 10);
    const auto next = launches::withMeasuredTimes(sequence, launches);
    CHECK(next.gates[0].typical == 500);
    CHECK(next.gates[0].slow == 900);
    CHECK(next.gates[2] == sequence.gates[2]); // never seen open: left as it is
    CHECK(valid::problemsOf(next).empty());
}

TEST_CASE("Launches of other sequences count only if there are no others, and unknown gates are named") {
    auto sequence = moraine();
    sequence.name = "Renamed";
    sequence.gates.pop_back();
    const auto read = launches::readLaunchRecords(line(900, 2000) + line(900, 2000), "a", kGoOn);
    REQUIRE(read);
    auto records = read->records;
    auto launches = launches::measured(sequence, records);
    CHECK(launches.counted == 2);
    CHECK(launches.unknown == std::vector<std::string>{"map-tiles"});
    records.back().launch = "Renamed";
    launches = launches::measured(sequence, records);
    CHECK(launches.counted == 1);
    CHECK(launches.elsewhere == 1);
    CHECK(launches::measured(sequence, {}).gates.empty());
}

TEST_CASE("Measured times stay within what a document may hold") {
    const auto sequence = moraine();
    const auto read = launches::readLaunchRecords(line(500, 80'000'000), "a", kGoOn);
    REQUIRE(read);
    const auto next = launches::withMeasuredTimes(sequence, launches::measured(sequence, read->records));
    CHECK(valid::problemsOf(next).empty());
}
