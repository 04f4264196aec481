// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"

#include <functional>
#include <set>
#include <string>

/// Players hold all that any sequence may ask for; an export gets what its own data speaks of.
namespace scaena::exporting {

/// Names of what the data uses: "Cue.adds" for a field that is said, "Property.flip" for a word.
using UsedParts = std::set<std::string, std::less<>>;

void collectParts(UsedParts& parts, const CodeValue& value);

/// All that a player's marks name.
[[nodiscard]] UsedParts everyPart(std::string_view player);

/// What is left of a player is written as its language is.
struct LanguageHabits {
    /// How a variable begins that may change, and one that does not; nothing where it does not matter.
    std::string_view changes, stays;
    /// How a body of one statement stands behind its condition or its name: `if (a) b`, `if a { b }`.
    enum class Short { Kotlin, Swift, Script, Dart } shortly;
};
inline constexpr LanguageHabits kKotlinHabits{"var ", "val ", LanguageHabits::Short::Kotlin};
inline constexpr LanguageHabits kSwiftHabits{"var ", "let ", LanguageHabits::Short::Swift};
inline constexpr LanguageHabits kScriptHabits{"let ", "const ", LanguageHabits::Short::Script};
inline constexpr LanguageHabits kDartHabits{"", "", LanguageHabits::Short::Dart};

/// A player whole, but for what only the systems of Android need.
[[nodiscard]] std::string wholePlayer(std::string_view player, const LanguageHabits& habits);

/// TypeScript in which parameters that nothing uses begin with an underscore, as its compiler asks for.
[[nodiscard]] std::string withNamedUnused(const std::string& player);

/// A player without the lines that serve only what is not used. A line that ends in "//? A|B C" stays if C
/// and one of A and B are used, and what
/// stands between "//?{ A|B C" and "//?}" likewise; "//? import" stays if the last name of the line is used
/// in another one. Variables that nothing changes any more become constants, as the languages' compilers ask
/// for, and what is left as the one statement of a block stands on its line.
[[nodiscard]] std::string onlyUsed(std::string_view player, const UsedParts& parts,
                                   const LanguageHabits& habits);

}
