// SPDX-License-Identifier: MIT
#include "core/file/sequence_file.h"
#include "support/builders.h"
#include "support/files_of_repository.h"
#include "support/random_sequence.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena;
using namespace scaena::test;

namespace {

std::string minimal(const std::string& more = "") {
    return R"({"format": "scaena-sequence", "version": 1, "name": "Small", )" + more +
           R"("palette": [{"id": "paper", "name": "Paper", "light": "#FFFFFF", "dark": "#000000"}], "opening": {"colour": "paper"},
            "layers": [], "beats": [{"id": "opening", "name": "Opening", "kind": "opening"}, {"id": "hand-off", "name": "Hand-off", "kind": "hand-off"}]})";
}

std::vector<std::string> placesOf(const Problems& problems) {
    std::vector<std::string> places;
    for (const auto& problem : problems) {
        places.push_back(problem.place);
    }
    return places;
}

}

TEST_CASE("A minimal file is read") {
    const auto sequence = file::read(minimal());
    REQUIRE(sequence);
    CHECK(sequence->name == "Small");
    CHECK(sequence->beats.size() == 2);
}

TEST_CASE("Every sample is read, and written again byte for byte after one canonical writing") {
    REQUIRE_FALSE(samples().empty());
    for (const auto& path : samples()) {
        INFO(path.string());
        const auto given = readWhole(path);
        const auto sequence = file::read(given, path.string());
        REQUIRE(sequence);
        const auto text = file::write(*sequence);
        CHECK(text == given); // the first save changes no line that nobody touched
        const auto again = file::read(text);
        REQUIRE(again);
        CHECK(*again == *sequence);
        CHECK(file::write(*again) == text);
    }
}

TEST_CASE("Random sequences survive writing and reading") {
    RandomSequences random(7);
    for (int i = 0; i < 200; ++i) {
        const auto sequence = random.next();
        const auto read = file::read(file::write(sequence));
        INFO(i << ": " << (read ? "" : describe(read.error())));
        REQUIRE(read);
        CHECK(*read == sequence);
    }
}

TEST_CASE("Keys a newer program wrote are kept, at every level") {
    auto text = minimal(R"("mood": {"calm": [1, 2]}, )");
    text.replace(text.find(R"("kind": "hand-off")"), 18, R"("kind": "hand-off", "curtain": true)");
    text.replace(text.find(R"("colour": "paper")"), 17, R"("colour": "paper", "texture": "linen")");
    const auto sequence = file::read(text);
    REQUIRE(sequence);
    const auto written = file::write(*sequence);
    CHECK(written.find(R"("mood": {"calm": [1, 2]})") != std::string::npos);
    CHECK(written.find(R"("curtain": true)") != std::string::npos);
    CHECK(written.find(R"("texture": "linen")") != std::string::npos);
}

TEST_CASE("Key order is fixed and numbers are written plainly") {
    const auto text = file::write(aSequence()
                                      .withBeat(play("arrive", 800))
                                      .withCue(cue("in", "arrive", 0, 400, model::MoveKind::Rise))
                                      .build());
    CHECK(text.find("\"format\"") < text.find("\"version\""));
    CHECK(text.find("\"palette\"") < text.find("\"layers\""));
    CHECK(text.find("\"layers\"") < text.find("\"beats\""));
    CHECK(text.find("100.0") == std::string::npos);
    CHECK(text.back() == '\n');
}

TEST_CASE("All problems of a bad file are reported with their place") {
    const std::string text = R"({"format": "scaena-sequence", "version": 1, "name": 5,
        "palette": [{"id": "paper", "name": "Paper", "light": "white", "dark": "#000000"}],
        "opening": [], "layers": [{"id": "a", "name": "A", "kind": "hologram"}], "beats": {},
        "gates": [{"id": "g", "name": "G", "typical": "soon", "fast": 1.5, "slow": 1}],
        "cues": [{"id": "c", "layer": "a", "beat": "b", "length": 1, "move": {"kind": "fade"}, "easing": "wobble"}]})";
    const auto result = file::read(text, "bad.scaena");
    REQUIRE_FALSE(result);
    const auto places = placesOf(result.error());
    for (const char* place : {"/name", "/palette/0/light", "/opening", "/layers/0/kind", "/beats",
                              "/gates/0/typical", "/gates/0/fast", "/cues/0/easing"}) {
        INFO(place);
        CHECK(std::count(places.begin(), places.end(), place) == 1);
    }
    CHECK(result.error().front().file == "bad.scaena");
}

TEST_CASE("Broken JSON is reported with its line") {
    const auto result = file::read("{\n  \"format\": \"scaena-sequence\",\n  oops\n}");
    REQUIRE_FALSE(result);
    CHECK(result.error().front().kind == ProblemKind::Unreadable);
    CHECK(result.error().front().place == "line 3");
}

TEST_CASE("Other formats and newer versions are refused with a sentence") {
    CHECK(file::read("[]").error().front().place == "/format");
    CHECK(file::read("{\"format\": 3}").error().front().kind == ProblemKind::Invalid);
    CHECK(file::read(R"({"format": "scaena-sequence", "version": 0})").error().front().place == "/version");
    const auto newer = file::read(R"({"format": "scaena-sequence", "version": 99})");
    REQUIRE_FALSE(newer);
    CHECK(newer.error().front().kind == ProblemKind::Unsupported);
    CHECK(newer.error().front().message.find("99") != std::string::npos);
}

TEST_CASE("Every prefix and suffix of a good file fails politely") {
    const auto text = readWhole(samples().front());
    for (std::size_t i = 0; i < text.size(); i += 7) {
        CHECK_FALSE(file::read(std::string_view(text).substr(0, i)));
        if (i > 0) {
            CHECK_FALSE(file::read(std::string_view(text).substr(i)));
        }
    }
}

TEST_CASE("Deep nesting and large files are refused") {
    CHECK_FALSE(file::read(std::string(100'000, '[')));
    CHECK_FALSE(file::read(minimal(R"("deep": )" + std::string(80, '[') + std::string(80, ']') + ", ")));
    CHECK(file::read(std::string(20u << 20, ' ')).error().front().kind == ProblemKind::Refused);
}

TEST_CASE("Damaged bytes anywhere in a file never crash the reader") {
    const auto text = readWhole(samples().front());
    std::mt19937 engine(3);
    int readable = 0;
    for (int i = 0; i < 1500; ++i) {
        auto damaged = text;
        for (int k = 0; k < 3; ++k) {
            damaged[engine() % damaged.size()] = static_cast<char>(engine() % 256);
        }
        readable += file::read(damaged) ? 1 : 0;
    }
    CHECK(readable < 1500); // most damage is noticed
}

TEST_CASE("Saving that fails leaves the old file") {
    MemoryFiles files;
    const auto before = aSequence().build();
    REQUIRE(file::save(files, "a.scaena", before));
    files.failAfter = 0;
    const auto result = file::save(files, "a.scaena", aSequence().withBeat(play("arrive", 1)).build());
    REQUIRE_FALSE(result);
    CHECK(file::load(files, "a.scaena").value() == before);
}
