// SPDX-License-Identifier: MIT
#include "core/file/phrase_file.h"

#include "core/file/pretty_json.h"
#include "core/file/read_archive.h"
#include "core/file/write_archive.h"
#include "core/valid/validate.h"

namespace scaena::file {

namespace {

constexpr const char* kPhraseFormat = "scaena-phrases";

struct PhraseBook {
    std::vector<model::Phrase> phrases;
};

template <class A>
void describe(A& a, PhraseBook& book) {
    a.field("phrases", book.phrases);
}

}

std::string writePhrases(const std::vector<model::Phrase>& phrases) {
    PhraseBook book{phrases};
    WriteArchive archive;
    describe(archive, book);
    Json document = {{"format", kPhraseFormat}, {"version", 1}};
    document.update(archive.take());
    return prettyJson(document);
}

Result<std::vector<model::Phrase>> readPhrases(std::string_view text, const std::string& name) {
    const auto json = parseJson(text, name, {.bytes = model::limits::kFileBytes});
    if (!json || textOf(*json, "format") != kPhraseFormat) {
        return failure(ProblemKind::Invalid,
                       fmt::format("holds no phrases: the key \"format\" has to be \"{}\"", kPhraseFormat),
                       name);
    }
    Problems problems;
    PhraseBook book;
    ReadArchive archive(*json, "", problems);
    describe(archive, book);
    for (const auto& phrase : book.phrases) {
        auto more = problems.empty() ? valid::problemsOf(phrase) : Problems();
        problems.insert(problems.end(), more.begin(), more.end());
    }
    if (!problems.empty()) {
        for (auto& problem : problems) {
            problem.file = name;
        }
        return tl::unexpected(std::move(problems));
    }
    return std::move(book.phrases);
}

}
