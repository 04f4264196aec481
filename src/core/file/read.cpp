// SPDX-License-Identifier: MIT
#include "core/file/fields.h"
#include "core/file/migrate.h"
#include "core/file/sequence_file.h"
#include "core/file/version.h"
#include "core/model/limits.h"
#include "core/model/validate.h"

#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <set>

namespace scaena::file {

namespace {

using Json = nlohmann::ordered_json;

std::string listWords(const auto& words) { return fmt::format("one of {}", fmt::join(words, ", ")); }

/// Fills things from JSON and notes everything that is not as expected; it never stops at the first problem.
class ReadArchive {
public:
    ReadArchive(const Json& json, std::string place, Problems& problems)
        : m_json(json), m_place(std::move(place)), m_problems(problems) {}

    template <class T>
    void field(const char* key, T& value) {
        m_known.insert(key);
        const auto found = m_json.find(key);
        if (found == m_json.end()) {
            report(key, "is missing");
        } else {
            read(*found, m_place + "/" + key, value);
        }
    }
    template <class T>
    void optional(const char* key, T& value, const T&) {
        m_known.insert(key);
        if (const auto found = m_json.find(key); found != m_json.end()) {
            read(*found, m_place + "/" + key, value);
        }
    }
    void extras(model::Extras& extras) {
        for (const auto& item : m_json.items()) {
            if (m_known.count(item.key()) == 0) {
                extras[item.key()] = item.value().dump();
            }
        }
    }
    void parameters(std::map<std::string, model::MoveValue>& parameters) {
        for (const auto& item : m_json.items()) {
            if (m_known.count(item.key()) > 0) {
                continue;
            }
            if (item.value().is_number()) {
                parameters[item.key()] = item.value().get<double>();
            } else if (item.value().is_string()) {
                parameters[item.key()] = item.value().get<std::string>();
            } else {
                report(item.key(), "has to be a number or a word");
            }
        }
    }
    void starts(const char* key, model::StartBeats& starts) {
        m_known.insert(key);
        const auto found = m_json.find(key);
        if (found == m_json.end()) {
            return;
        }
        const std::string place = m_place + "/" + key;
        if (!found->is_object()) {
            report(key, "has to be an object");
            return;
        }
        for (const auto& item : found->items()) {
            if (const auto kind = model::fromWord<model::StartKind>(item.key())) {
                read(item.value(), place + "/" + item.key(),
                     starts[static_cast<std::size_t>(*kind)].emplace());
            } else {
                m_problems.push_back({ProblemKind::Invalid,
                                      "has to be " + listWords(model::Words<model::StartKind>::list),
                                      {},
                                      place + "/" + item.key()});
            }
        }
    }
    void know(const char* key) { m_known.insert(key); }

private:
    void report(const std::string& key, std::string message) {
        reportAt(m_place + "/" + key, std::move(message));
    }
    void reportAt(const std::string& place, std::string message) {
        if (m_problems.size() < 200) {
            m_problems.push_back({ProblemKind::Invalid, std::move(message), {}, place});
        }
    }

    void read(const Json& json, const std::string& place, std::string& value) {
        if (json.is_string()) {
            value = json.get<std::string>();
        } else {
            reportAt(place, "has to be a text");
        }
    }
    void read(const Json& json, const std::string& place, bool& value) {
        if (json.is_boolean()) {
            value = json.get<bool>();
        } else {
            reportAt(place, "has to be true or false");
        }
    }
    void read(const Json& json, const std::string& place, int& value) {
        const bool whole = json.is_number_integer() ||
                           (json.is_number_float() && json.get<double>() == std::floor(json.get<double>()));
        if (whole && std::abs(json.get<double>()) <= 1e9) {
            value = static_cast<int>(json.get<double>());
        } else {
            reportAt(place, "has to be a whole number");
        }
    }
    void read(const Json& json, const std::string& place, double& value) {
        if (json.is_number() && std::isfinite(json.get<double>())) {
            value = json.get<double>();
        } else {
            reportAt(place, "has to be a number");
        }
    }
    void read(const Json& json, const std::string& place, Colour& value) {
        const auto colour = json.is_string() ? parseHexColour(json.get<std::string>()) : std::nullopt;
        if (colour) {
            value = *colour;
        } else {
            reportAt(place, "has to be a colour such as \"#1E2027\" or \"#1E202780\"");
        }
    }
    void read(const Json& json, const std::string& place, model::Easing& value) {
        const auto easing = json.is_string() ? model::parseEasing(json.get<std::string>()) : std::nullopt;
        if (easing) {
            value = *easing;
        } else {
            reportAt(place, "has to be an easing such as \"ease-out\", \"cubic-bezier(0.2, 0, 0, 1)\" or "
                            "\"spring(1, 180, 12)\"");
        }
    }
    void read(const Json& json, const std::string& place, std::map<std::string, Id>& values) {
        if (!json.is_object()) {
            reportAt(place, "has to be an object");
            return;
        }
        for (const auto& item : json.items()) {
            read(item.value(), place + "/" + item.key(), values[item.key()]);
        }
    }
    template <class T>
    void read(const Json& json, const std::string& place, std::optional<T>& value) {
        read(json, place, value.emplace());
    }
    template <class T>
    void read(const Json& json, const std::string& place, std::vector<T>& values) {
        if (!json.is_array()) {
            reportAt(place, "has to be a list");
            return;
        }
        if (json.size() > model::limits::kThings) {
            reportAt(place,
                     fmt::format("holds {} entries; the limit is {}", json.size(), model::limits::kThings));
            return;
        }
        values.resize(json.size());
        for (std::size_t i = 0; i < values.size(); ++i) {
            read(json[i], fmt::format("{}/{}", place, i), values[i]);
        }
    }
    template <class T>
    void read(const Json& json, const std::string& place, T& value) {
        if constexpr (std::is_enum_v<T>) {
            const auto known = json.is_string() ? model::fromWord<T>(json.get<std::string>()) : std::nullopt;
            if (known) {
                value = *known;
            } else {
                reportAt(place, "has to be " + listWords(model::Words<T>::list));
            }
        } else if (!json.is_object()) {
            reportAt(place, "has to be an object");
        } else {
            ReadArchive inner(json, place, m_problems);
            describe(inner, value);
        }
    }

    const Json& m_json;
    std::string m_place;
    Problems& m_problems;
    std::set<std::string> m_known;
};

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
