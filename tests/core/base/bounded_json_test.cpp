// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"
#include "core/base/bounded_json.h"
#include "core/file/phrase_file.h"
#include "core/file/sequence_file.h"
#include "core/start/app_project.h"

#include "support/slowness.h"

#include <catch2/catch.hpp>
#include <chrono>

using namespace scaena;

namespace {

std::string nested(std::size_t depth) { return std::string(depth, '[') + std::string(depth, ']'); }

std::string objectOf(std::size_t keys) {
    std::string text = "{";
    for (std::size_t i = 0; i < keys; ++i) {
        text += (i > 0 ? ",\"" : "\"") + std::to_string(i) + "\":0";
    }
    return text + "}";
}

/// What once went through: each text is of the right syntax, or nearly, and of the wrong kind.
std::vector<std::string> hostileTexts() {
    std::vector<std::string> texts = {"",
                                      "null",
                                      "1e999",
                                      "-1e999",
                                      "[1e999]",
                                      "\"\\ud800\"",
                                      "{\"a\"",
                                      "\xff\xfe",
                                      nested(100'000),
                                      std::string(100'000, '['),
                                      objectOf(50'000)};
    for (const char* key :
         {"format", "version", "name",    "palette", "layers", "cues",  "phrases", "w",    "fr",   "op",
          "ip",     "assets",  "markers", "images",  "colors", "files", "art",     "text", "path", "pid"}) {
        for (const char* value :
             {"5", "1e999", "null", "true", "[]", "{}", "[[5]]", "[{\"filename\": 5}]",
              "[{\"appearances\": 5, \"color\": 5}]", "{\"components\": 5}", "\"\"", "-1"}) {
            texts.push_back("{\"" + std::string(key) + "\": " + value + "}");
            texts.push_back(
                "{\"format\": \"scaena-phrases\", \"phrases\": [{\"name\": \"a\", \"cues\": [{\"" +
                std::string(key) + "\": " + value + "}]}]}");
            texts.push_back("{\"w\": 9, \"h\": 9, \"fr\": 30, \"ip\": 0, \"op\": 9, \"layers\": [{\"ty\": " +
                            std::string(value) + "}], \"" + key + "\": " + value + "}");
        }
    }
    return texts;
}

}

TEST_CASE("No JSON ends the program: every reader gives a value or says what is wrong") {
    for (const auto& text : hostileTexts()) {
        INFO(text.substr(0, 200));
        const auto begun = std::chrono::steady_clock::now();
        if (const auto json = parseJson(text); !json) {
            CHECK_FALSE(json.error().front().message.empty());
        }
        if (const auto sequence = file::read(text); !sequence) {
            CHECK_FALSE(sequence.error().front().message.empty());
        }
        if (const auto phrases = file::readPhrases(text); !phrases) {
            CHECK_FALSE(phrases.error().front().message.empty());
        }
        if (const auto clip = art::readClip(text); !clip) {
            CHECK_FALSE(clip.error().front().message.empty());
        }
        const std::atomic<bool> stop = false;
        MemoryFiles files;
        for (const char* set : {"Logo.imageset", "Brand.colorset"}) {
            files.contents[std::string("App/Assets.xcassets/") + set + "/Contents.json"] = text;
        }
        (void)start::lookThrough(files, "App", stop);
        CHECK(std::chrono::steady_clock::now() - begun < std::chrono::seconds(2) * test::kSlowness);
    }
}

TEST_CASE("A number no double holds is named with its line, and a wrong type is one of the problems") {
    const auto number = parseJson("{\n\"a\": 1,\n\"b\": 1e999}", "a.scaena");
    REQUIRE_FALSE(number);
    CHECK(number.error().front().place == "line 3");
    CHECK(number.error().front().message.find("too large") != std::string::npos);
    const auto deep = parseJson(nested(65));
    REQUIRE_FALSE(deep);
    CHECK(deep.error().front().message.find("nested") != std::string::npos);
    CHECK(parseJson(nested(64)));
    CHECK_FALSE(parseJson("[1,2,3]", {}, {.values = 3}));
    CHECK(parseJson("[1,2]", {}, {.values = 3}));
    CHECK_FALSE(parseJson(objectOf(4), {}, {.keys = 3}));
    CHECK_FALSE(parseJson("\"long\"", {}, {.bytes = 3}));
}

TEST_CASE("What is looked up is of the asked kind or empty") {
    const auto json = parseJson(R"({"text": "a", "number": 2.5, "list": [1]})").value();
    CHECK(textOf(json, "text") == "a");
    CHECK(textOf(json, "number").empty());
    CHECK(textOf(Json(5), "text").empty());
    CHECK(numberOf(json, "number") == 2.5);
    CHECK_FALSE(numberOf(json, "text"));
    CHECK(listOf(json, "list").size() == 1);
    CHECK(listOf(json, "text").empty());
    CHECK(memberOf(json, "nothing") == nullptr);
}

TEST_CASE("A phrase that no sequence could hold is refused where it comes in") {
    const auto phrases = [](const std::string& fields) {
        return file::readPhrases(
            R"({"format": "scaena-phrases", "version": 1, "phrases": [{"name": "a", "cues": [
            {"id": "a", "layer": "", "beat": "", "move": {"kind": "pulse"}, )" +
            fields + "}]}]}");
    };
    CHECK(phrases(R"("length": 300)"));
    CHECK_FALSE(phrases(R"("length": 1000000000)"));
    CHECK_FALSE(phrases(R"("length": -5)"));
    CHECK_FALSE(phrases(R"("length": 300, "repeat": {"times": 1000000000})"));
    CHECK_FALSE(phrases(R"("length": 300, "anchor": {"kind": "beat-start", "offset": 999999999})"));
}
