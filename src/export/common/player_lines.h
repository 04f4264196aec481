// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/used_parts.h"

#include <string>
#include <string_view>
#include <vector>

/// A player's lines while it is cut down to what a sequence uses.
namespace scaena::exporting {

struct PlayerLine {
    std::string text;
    bool stays = true;
    bool imports = false; ///< stays if its last name is used elsewhere
};
using PlayerLines = std::vector<PlayerLine>;

/// What a line of parameters may be filled up to, with a "{" behind it.
inline constexpr std::size_t kFilled = 118;

[[nodiscard]] bool isPartOfName(char c);

/// Where `name` stands as a whole word at or after `from`.
[[nodiscard]] std::size_t findName(std::string_view text, std::string_view name, std::size_t from = 0);

[[nodiscard]] std::size_t indentOf(std::string_view line);

/// Whether a line is of a function's body, by what its block begins with.
[[nodiscard]] bool isLocal(const PlayerLines& lines, std::size_t at);

/// Blocks in which one statement is left stand on a line, fields of one type and members of an interface
/// share some, as the language has it.
void shorten(PlayerLines& lines, LanguageHabits::Short language);

}
