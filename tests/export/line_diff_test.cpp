// SPDX-License-Identifier: MIT
#include "export/common/line_diff.h"

#include <catch2/catch.hpp>
#include <random>

using namespace scaena::exporting;

namespace {

std::string joined(const std::vector<DiffLine>& diff, LineKind without) {
    std::string text;
    for (const auto& line : diff) {
        text += line.kind == without ? "" : line.text + "\n";
    }
    return text;
}

int edits(const std::vector<DiffLine>& diff) {
    int count = 0;
    for (const auto& line : diff) {
        count += line.kind == LineKind::Same ? 0 : 1;
    }
    return count;
}

}

TEST_CASE("A difference is the fewest lines that lead from one text to the other") {
    CHECK(edits(diffLines("a\nb\nc\n", "a\nb\nc\n")) == 0);
    CHECK(edits(diffLines("a\nb\nc\n", "a\nx\nc\n")) == 2);
    CHECK(edits(diffLines("", "a\nb\n")) == 2);
    CHECK(edits(diffLines("a\nb\n", "")) == 2);
    CHECK(edits(diffLines("a\nb\nc\na\nb\nb\na\n", "c\nb\na\nb\na\nc\n")) == 5); // the example of the paper
    CHECK(diffLines("", "").empty());
    CHECK(linesOf("a\n\nb") == std::vector<std::string>{"a", "", "b"});
}

TEST_CASE("A difference always gives both texts back") {
    std::mt19937 engine(7);
    for (int round = 0; round < 200; ++round) {
        std::string from, to;
        for (unsigned i = engine() % 30; i > 0; --i) {
            from += std::string(1, static_cast<char>('a' + engine() % 4)) + "\n";
        }
        for (unsigned i = engine() % 30; i > 0; --i) {
            to += std::string(1, static_cast<char>('a' + engine() % 4)) + "\n";
        }
        const auto diff = diffLines(from, to);
        CHECK(joined(diff, LineKind::New) == from);
        CHECK(joined(diff, LineKind::Gone) == to);
    }
}

TEST_CASE("Texts that have nothing in common come as blocks, quickly") {
    std::string from, to;
    for (int i = 0; i < 6000; ++i) {
        from += "a" + std::to_string(i) + "\n";
        to += "b" + std::to_string(i) + "\n";
    }
    CHECK(edits(diffLines(from, to)) == 12000);
}
