// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/result.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <string_view>

/// The one door by which JSON comes in, wherever it was found: files, clipboard, journals, asset catalogues.
/// What passes is bounded in size, depth and count, and everything else is a problem told in words; nothing
/// throws.
namespace scaena {

using Json = nlohmann::ordered_json;

struct JsonBounds {
    std::size_t bytes = 16u << 20;
    std::size_t depth = 64;         ///< of nested lists and objects; a stack is not endless
    std::size_t values = 2'000'000; ///< in all
    std::size_t keys = 8192; ///< of one object: looking them up takes time that grows with their square
};

/// The value; or what is wrong and on which line: not JSON, a number that no double holds, or beyond a bound.
[[nodiscard]] Result<Json> parseJson(std::string_view text, const std::string& name = {},
                                     const JsonBounds& bounds = {});

/// The member of that name; null where `json` is no object or has none.
[[nodiscard]] const Json* memberOf(const Json& json, std::string_view key);
/// Its text; empty where it is no text.
[[nodiscard]] std::string textOf(const Json& json, std::string_view key);
/// Its number; nothing where it is none.
[[nodiscard]] std::optional<double> numberOf(const Json& json, std::string_view key);
/// Its elements; an empty list where it is no list.
[[nodiscard]] const Json& listOf(const Json& json, std::string_view key);

}
