// SPDX-License-Identifier: MIT
#include "core/base/files.h"
#include "core/base/number_text.h"
#include "core/moves/definition.h"
#include "support/files_of_repository.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <fmt/format.h>

/// docs/format/moves.md says what the definitions say; renew it with SCAENA_APPROVE=1.
using namespace scaena;
using namespace scaena::test;

namespace {

std::string cellsOf(const moves::MoveParameter& it) {
    if (it.isChoice()) {
        std::string words;
        for (const auto& word : it.choices) {
            words += fmt::format("{}`{}`", words.empty() ? "" : ", ", word);
        }
        return fmt::format("{} | `{}`", words, it.choices.front());
    }
    const auto unit = it.unit.empty() ? std::string() : fmt::format(" {}", it.unit);
    return fmt::format("{} … {}{} | {}{}", numberText(it.least), numberText(it.most), unit,
                       numberText(it.standard), unit);
}

std::string movesPage() {
    std::string page = "# Moves\n\n"
                       "A cue's `move` is `{\"kind\": …}` and the parameters that differ from these. A cue "
                       "without an `easing` has the one that "
                       "stands here.\nWhere a move has a `measure`, its distances in dp are told in percent "
                       "of that instead, within the same "
                       "bounds: `screen` its width or\nheight, `itself` the layer's own, `edge` the way "
                       "until the layer is just outside of the "
                       "screen on that side.\n\n"
                       "This page is written from the definitions the program works by (`src/core/moves`), "
                       "and a test holds it to them.\n\n"
                       "| kind | what the layer does | parameter | from … to, or one of | without |\n| --- | "
                       "--- | --- | --- | --- |\n";
    std::string easings = "\n| kind | easing | length of a new cue |\n| --- | --- | --- |\n";
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        const auto& it = moves::definitionOf(static_cast<model::MoveKind>(i));
        std::string head = fmt::format("`{}` | {}", model::word(it.kind), it.does);
        if (it.parameters.empty()) {
            page += fmt::format("| {} | | | |\n", head);
        }
        for (const auto& parameter : it.parameters) {
            page += fmt::format("| {} | `{}` | {} |\n", head, parameter.key, cellsOf(parameter));
            head = " | ";
        }
        easings += fmt::format("| `{}` | `{}` | {} ms |\n", model::word(it.kind), model::toText(it.easing),
                               it.length);
    }
    return page + easings;
}

}

TEST_CASE("The format's page of moves says what the definitions say") {
    const auto path = repository() / "docs/format/moves.md";
    if (std::getenv("SCAENA_APPROVE")) {
        REQUIRE(DiskFiles().writeAtomically(path, movesPage()));
    }
    CHECK(readWhole(path) == movesPage());
}
