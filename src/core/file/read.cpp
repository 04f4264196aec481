// SPDX-License-Identifier: MIT
#include "core/file/migrate.h"
#include "core/file/read_archive.h"
#include "core/file/sequence_file.h"
#include "core/file/version.h"
#include "core/model/validate.h"

#include <fmt/format.h>

namespace scaena::file {

namespace {

/// Nothing deeper than this stands in any sequence; deeper nesting is refused before it can exhaust the
/// stack.
constexpr int kDeepest = 64;

Result<Json> parse(std::string_view text, const std::string& name) {
    if (text.size() > model::limits::kFileBytes) {
        return failure(ProblemKind::Refused, "is larger than a sequence may be", name);
    }
    bool tooDeep = false;
    const auto watch = [&tooDeep](int depth, Json::parse_event_t, Json&) {
        tooDeep = tooDeep || depth > kDeepest;
        return !tooDeep;
    };
    try {
        auto json = Json::parse(text.begin(), text.end(), watch);
        if (tooDeep) {
            return failure(ProblemKind::Invalid, "is nested too deeply", name);
        }
        return json;
    } catch (const Json::parse_error& error) {
        const auto end = std::min<std::size_t>(error.byte, text.size());
        const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(end), '\n');
        return failure(ProblemKind::Unreadable,
                       "is not readable JSON here; a bracket, comma or quote is missing or too many", name,
                       fmt::format("line {}", line));
    }
}

Result<int> versionOf(const Json& json, const std::string& name) {
    if (!json.is_object() || json.value("format", std::string()) != kFormatName) {
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
    auto json = parse(text, name);
    if (!json) {
        return tl::unexpected(json.error());
    }
    try {
        const auto version = versionOf(*json, name);
        if (!version) {
            return tl::unexpected(version.error());
        }
        migrate(*json, *version);
    } catch (const Json::exception&) {
        return failure(ProblemKind::Invalid, "is not a launch sequence", name);
    }
    model::Sequence sequence;
    Problems problems;
    ReadArchive archive(*json, "", problems);
    archive.know("format");
    archive.know("version");
    describe(archive, sequence);
    if (problems.empty()) {
        problems = model::validate(sequence);
    }
    if (!problems.empty()) {
        for (auto& problem : problems) {
            problem.file = name;
        }
        return tl::unexpected(std::move(problems));
    }
    return sequence;
}

Result<model::Sequence> load(const FileAccess& files, const std::filesystem::path& path) {
    const auto text = files.read(path, model::limits::kFileBytes);
    if (!text) {
        return tl::unexpected(text.error());
    }
    return read(*text, path.string());
}

}
