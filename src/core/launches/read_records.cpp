// SPDX-License-Identifier: MIT
#include "core/launches/read_records.h"

#include "core/base/bounded_json.h"

#include <algorithm>
#include <cmath>

namespace scaena::launches {

namespace {

constexpr std::size_t kLongestLine = 64u << 10;
constexpr std::size_t kMostRecords = 200'000;
constexpr double kLatest = 86'400'000; // a day; nobody waits longer

std::optional<Millis> timeOf(const Json& value) {
    if (!value.is_number()) {
        return std::nullopt;
    }
    const double time = value.get<double>();
    return time >= 0 && time <= kLatest ? std::optional(static_cast<Millis>(std::llround(time)))
                                        : std::nullopt;
}

std::optional<Millis> timeAt(const Json& record, std::string_view key) {
    const auto* value = memberOf(record, key);
    return value ? timeOf(*value) : std::nullopt;
}

/// Letters alone, in lower case.
std::string lettersOf(std::string_view word) {
    std::string plain;
    for (const char c : word.substr(0, 40)) {
        if (c >= 'A' && c <= 'Z') {
            plain += static_cast<char>(c - 'A' + 'a');
        } else if (c >= 'a' && c <= 'z') {
            plain += c;
        }
    }
    return plain;
}

/// The players spell the same word as their languages do: "WENT_ON", "wentOn".
template <class Word>
std::optional<Word> wordOf(std::string_view spelt) {
    const auto letters = lettersOf(spelt);
    const auto& words = model::Words<Word>::list;
    const auto found = std::find_if(words.begin(), words.end(),
                                    [&](std::string_view it) { return lettersOf(it) == letters; });
    return found == words.end() ? std::nullopt : std::optional(static_cast<Word>(found - words.begin()));
}

std::optional<Record> recordFrom(std::string_view text) {
    JsonBounds bounds;
    bounds.bytes = kLongestLine;
    bounds.depth = 4;
    bounds.values = 4000;
    const auto json = parseJson(text, {}, bounds);
    const auto* gates = json ? memberOf(*json, "gates") : nullptr;
    const auto first = json ? timeAt(*json, "firstFrame") : std::nullopt;
    if (!gates || !gates->is_object() || !first || textOf(*json, "launch").empty()) {
        return std::nullopt;
    }
    Record record;
    record.launch = textOf(*json, "launch");
    record.start = wordOf<model::StartKind>(textOf(*json, "start"));
    record.firstFrame = *first;
    record.outcome = wordOf<model::Outcome>(textOf(*json, "outcome"));
    record.shown = timeAt(*json, "shown");
    record.lateFrames = static_cast<int>(std::clamp(numberOf(*json, "lateFrames").value_or(0), 0.0, 1e6));
    for (const auto& [id, value] : gates->items()) {
        if (const auto time = timeOf(value); time || value.is_null()) {
            record.gates.emplace(GateId(id), time);
        }
    }
    return record;
}

}

Result<LaunchRecords> readLaunchRecords(std::string_view text, const std::string& name,
                                        const std::atomic<bool>& stop) {
    LaunchRecords found;
    while (!text.empty() && found.records.size() < kMostRecords) {
        if (stop) {
            return failure(ProblemKind::Refused, "was not read to its end", name);
        }
        const auto end = std::min(text.find('\n'), text.size());
        const auto line = text.substr(0, end);
        text.remove_prefix(std::min(end + 1, text.size()));
        const auto open = line.find('{');
        const auto close = line.rfind('}');
        if (open == std::string_view::npos || close == std::string_view::npos || close < open) {
            continue;
        }
        auto record = recordFrom(line.substr(open, close - open + 1));
        if (record) {
            found.records.push_back(std::move(*record));
        } else {
            ++found.unreadable;
        }
    }
    if (found.records.empty()) {
        return failure(
            ProblemKind::Invalid,
            "holds no record of a launch: lines of JSON as the player's onRecord gives them, one a launch",
            name);
    }
    return found;
}

}
