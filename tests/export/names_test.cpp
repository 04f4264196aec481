// SPDX-License-Identifier: MIT
#include "export/common/names.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace scaena::exporting;

TEST_CASE("Resource names are what Android allows, whatever a person typed") {
    CHECK(resourceName("Moraine Huts", "launch") == "moraine_huts");
    CHECK(resourceName("  2nd -- Try!  ", "launch") == "nd_try");
    CHECK(resourceName("太陽", "launch") == "launch");
    CHECK(resourceName("class", "launch") == "class_launch");
    for (const char* name : {"a", "Ä B", "x]]>y", "\"quotes\"", "$HOME", "back\\slash", "emoji 🏔 hut",
                             "مرحبا app", "__x__", "A1B2"}) {
        const auto made = resourceName(name, "launch");
        INFO(name << " → " << made);
        CHECK(made.front() >= 'a');
        CHECK(made.front() <= 'z');
        CHECK(std::all_of(made.begin(), made.end(), [](char c) {
            return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || c == '_';
        }));
    }
    CHECK(resourceName(std::string(500, 'x'), "launch").size() <= 40);
}

TEST_CASE("Type names are identifiers") {
    CHECK(typeName("Moraine Huts", "App") == "MoraineHuts");
    CHECK(typeName("3 little pigs", "App") == "LittlePigs");
    CHECK(typeName("…", "App") == "App");
}

TEST_CASE("Package names are checked against the languages' rules") {
    for (const char* good : {"com.example.app", "a", "com.example_1.b2"}) {
        CHECK(isPackageName(good));
    }
    for (const char* bad : {"", ".", "com..app", "com.example.", "1com.app", "com.class.app", "com.ex-ample",
                            "com.exämple", "com.app;rm", "com.fun.app"}) {
        INFO(bad);
        CHECK_FALSE(isPackageName(bad));
    }
}

TEST_CASE("Kotlin strings cannot be broken out of") {
    CHECK(kotlinString("plain") == "\"plain\"");
    CHECK(kotlinString("a\"b\\c$d") == "\"a\\\"b\\\\c\\$d\"");
    CHECK(kotlinString("line\nbreak\ttab") == "\"line\\u000abreak\\u0009tab\"");
}

TEST_CASE("A comment cannot be ended by what stands in it") {
    for (const char* hostile : {"*/ evil() /*", "--> <evil/>", "\\u002a\\u002f", "a\nb", "<!-- -- -->"}) {
        const auto made = commentText(hostile);
        INFO(made);
        CHECK(made.find("*/") == std::string::npos);
        CHECK(made.find("--") == std::string::npos);
        CHECK(made.find('\n') == std::string::npos);
        CHECK(made.find('\\') == std::string::npos);
    }
}
