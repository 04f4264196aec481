// SPDX-License-Identifier: MIT
#include "core/file/migrate.h"
#include "core/file/read_archive.h"
#include "core/file/sequence_file.h"
#include "core/file/version.h"
#include "core/model/with_copies.h"
#include "core/valid/validate.h"

#include <fmt/format.h>

namespace scaena::file {

namespace {

Result<int> versionOf(const Json& json, const std::string& name) {
    if (textOf(json, "format") != kFormatName) {
        return failure(
            ProblemKind::Invalid,
            fmt::format("is not a launch sequence: the key \"format\" has to be \"{}\"", kFormatName), name,
            "/format");
    }
    const auto version = json.find("version");
    if (version == json.end() || !version->is_number_integer() || version->get<std::int64_t>() < 1) {
        return failure(ProblemKind::Invalid, "has to be a whole number from 1 on", name, "/version");
    }
    if (version->get<std::int64_t>() > kVersion) {
        return failure(ProblemKind::Unsupported,
                       fmt::format("was written in format version {}; this program reads versions up to {}. "
                                   "Please use a newer Scaena",
                                   version->get<std::int64_t>(), kVersion),
                       name, "/version");
    }
    return version->get<int>();
}

}

Result<model::Sequence> read(std::string_view text, const std::string& name) {
    auto json = parseJson(text, name, {.bytes = model::limits::kFileBytes});
    if (!json) {
        return tl::unexpected(json.error());
    }
    const auto version = versionOf(*json, name);
    if (!version) {
        return tl::unexpected(version.error());
    }
    migrate(*json, *version);
    model::Sequence sequence;
    Problems problems;
    ReadArchive archive(*json, "", problems);
    archive.know("format");
    archive.know("version");
    describe(archive, sequence);
    if (problems.empty()) {
        problems = valid::problemsOf(sequence);
    }
    if (!problems.empty()) {
        for (auto& problem : problems) {
            problem.file = name;
        }
        return tl::unexpected(std::move(problems));
    }
    return model::withCopies(std::move(sequence));
}

Result<model::Sequence> load(const FileAccess& files, const std::filesystem::path& path) {
    const auto text = files.read(path, model::limits::kFileBytes);
    if (!text) {
        return tl::unexpected(text.error());
    }
    return read(*text, path.string());
}

}
