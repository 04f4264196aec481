// SPDX-License-Identifier: MIT
#include "export/common/code_value.h"

#include <catch2/catch.hpp>
#include <sstream>

/// How generated data is written in each language: names, colours, and lines that are never too long.
using namespace scaena::exporting;

namespace {

CodeValue numbers(int count) {
    CodeList list{CodeList::Of::Numbers, {}};
    for (int i = 0; i < count; ++i) {
        list.items.push_back({i / 8.0});
    }
    return {std::move(list)};
}

CodeValue cueLike(const std::string& path = "M0,0L1,1Z") {
    return CodeCall("Cue")
        .named("layer", {4})
        .named("end", {CodeWord{"RepeatEnd", "hand-off"}})
        .named("path", {path})
        .named("ink", {CodeColour{0x80FF0A0B}})
        .named("adds", {true})
        .value();
}

std::size_t longestLine(const std::string& text) {
    std::istringstream lines(text);
    std::size_t longest = 0;
    for (std::string line; std::getline(lines, line);) {
        longest = std::max(longest, line.size());
    }
    return longest;
}

/// What a language's own text of several pieces says: the pieces put together.
std::string joined(const std::string& text, const std::string& before, const std::string& after) {
    std::string out;
    std::istringstream lines(text);
    for (std::string line; std::getline(lines, line);) {
        const auto from = line.find(before);
        const auto to = line.rfind(after);
        if (from != std::string::npos && to != std::string::npos && to > from) {
            out += line.substr(from + before.size(), to - from - before.size());
        }
    }
    return out;
}

std::string longPath() {
    std::string path = "M0,0";
    for (int i = 0; i < 80; ++i) {
        path += "C" + std::to_string(i) + ".125,3.5 4.25,-6 7.75," + std::to_string(i);
    }
    return path + "Z";
}

/// Swift has a formatter of its own that says how long a line may be.
std::size_t columnsOf(const Dialect* dialect) { return dialect == &swiftDialect() ? 120 : 150; }

const Dialect* const kDialects[] = {&kotlinDialect(), &swiftDialect(), &dartDialect(), &scriptDialect()};

}

TEST_CASE("Each language says names, words, colours and truths its own way") {
    CHECK(kotlinDialect().text(cueLike()) ==
          R"(Cue(layer = 4, end = RepeatEnd.HAND_OFF, path = "M0,0L1,1Z", ink = 0x80FF0A0B, adds = true))");
    CHECK(swiftDialect().text(cueLike()) ==
          R"(Cue(layer: 4, end: .handOff, path: "M0,0L1,1Z", ink: 0x80FF_0A0B, adds: true))");
    CHECK(
        dartDialect().text(cueLike()) ==
        R"(LaunchCue(layer: 4, end: LaunchRepeatEnd.handOff, path: 'M0,0L1,1Z', ink: 0x80FF0A0B, adds: true))");
    CHECK(scriptDialect().text(cueLike()) ==
          R"({ layer: 4, end: 'handOff', path: 'M0,0L1,1Z', ink: 0x80FF0A0B, adds: true })");
}

TEST_CASE("In Swift every argument has its name, in Dart what is always there has none") {
    const auto value = CodeCall("Colors").plain("name", {"ink"}).plain("light", {CodeColour{1}}).value();
    CHECK(swiftDialect().text(value) == R"(Colors(name: "ink", light: 0x0000_0001))");
    CHECK(dartDialect().text(value) == R"(LaunchColors('ink', 0x00000001))");
}

TEST_CASE("Lines are filled and never too long, whatever stands before them") {
    for (const auto* dialect : kDialects) {
        for (const int indent : {0, 4, 12, 40}) {
            const auto value = CodeCall("Track")
                                   .named("property", {1})
                                   .named("keys", numbers(90))
                                   .named("rest", {2})
                                   .value();
            const auto text =
                std::string(static_cast<std::size_t>(indent), ' ') + dialect->text(value, indent);
            CHECK(longestLine(text) <= columnsOf(dialect));
            CHECK(longestLine(text) > 90);
        }
    }
}

TEST_CASE("What alone is long begins at the end of its line, but in Swift") {
    CodeList one;
    one.items.push_back(
        CodeCall("Track").named("property", {1}).named("keys", numbers(60)).named("rest", {2}).value());
    const auto value = CodeCall("Cue").named("layer", {3}).named("moves", {one}).named("offset", {4}).value();
    const auto firstLine = [&](const Dialect& dialect) {
        const auto text = dialect.text(value);
        return text.substr(0, text.find('\n'));
    };
    CHECK(firstLine(kotlinDialect()) ==
          "Cue(layer = 3, offset = 4, moves = listOf(Track(property = 1, rest = 2, keys = doubleArrayOf(");
    CHECK(kotlinDialect().text(value).ends_with("\n))))"));
    CHECK(firstLine(dartDialect()) ==
          "LaunchCue(layer: 3, offset: 4, moves: [LaunchTrack(property: 1, rest: 2, keys: [");
    CHECK(firstLine(scriptDialect()) == "{ layer: 3, offset: 4, moves: [{ property: 1, rest: 2, keys: [");
    CHECK(firstLine(swiftDialect()) == "Cue(");
}

TEST_CASE("A long path is broken at its words, and nothing of it is lost") {
    const auto path = longPath();
    for (const auto* dialect : kDialects) {
        const auto text = dialect->text(cueLike(path), 8);
        CHECK(longestLine(text) <= columnsOf(dialect));
    }
    const auto within = [&](const Dialect& dialect, const char* before, const char* after) {
        return joined(dialect.text({path}, 8), before, after);
    };
    CHECK(within(kotlinDialect(), "\"", "\"") == path);
    CHECK(within(dartDialect(), "'", "'") == path);
    CHECK(within(scriptDialect(), "'", "'") == path);
    // Swift: between the marks, each line but the last ends in a backslash that takes its end away.
    const auto swift = swiftDialect().text({path}, 8);
    std::string said;
    std::istringstream lines(swift);
    for (std::string line; std::getline(lines, line);) {
        if (line.find("\"\"\"") == std::string::npos) {
            said += line.substr(12, line.ends_with('\\') ? line.size() - 13 : std::string::npos);
        }
    }
    CHECK(said == path);
}

TEST_CASE("Words that would have to be escaped are never broken") {
    const std::string words(300, '"');
    for (const auto* dialect : kDialects) {
        CHECK(dialect->text({words}, 4).find('\n') == std::string::npos);
    }
}

TEST_CASE(
    "A comma stands behind the last of several lines only where the language and its formatter want it") {
    CodeList one, two;
    one.items.push_back(cueLike(longPath()));
    two.items = {cueLike(), cueLike(longPath())};
    CHECK(swiftDialect().text({one}).ends_with(")\n]"));
    CHECK(swiftDialect().text({two}).ends_with("),\n]"));
    CHECK(dartDialect().text({two}).ends_with("),\n]"));
    CHECK(kotlinDialect().text({two}).ends_with(")\n)"));
}
