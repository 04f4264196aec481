// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"

#include <set>
#include <string>

/// Players hold all that any sequence may ask for; an export gets what its own data speaks of.
namespace scaena::exporting {

/// Names of what the data uses: "Cue.adds" for a field that is said, "Property.flip" for a word.
using UsedParts = std::set<std::string>;

void collectParts(UsedParts& parts, const CodeValue& value);

/// All that a player's marks name.
[[nodiscard]] UsedParts everyPart(std::string_view player);

/// How a language begins a variable that may change, and one that does not; nothing where it does not matter.
struct VariableWords {
    std::string_view changes, stays;
};
inline constexpr VariableWords kKotlinVariables{"var ", "val "};
inline constexpr VariableWords kSwiftVariables{"var ", "let "};
inline constexpr VariableWords kScriptVariables{"let ", "const "};

/// A player whole, but for what only the systems of Android need.
[[nodiscard]] std::string wholePlayer(std::string_view player, const VariableWords& words = {});

/// TypeScript in which parameters that nothing uses begin with an underscore, as its compiler asks for.
[[nodiscard]] std::string withNamedUnused(const std::string& player);

/// A player without the lines that serve only what is not used. A line that ends in "//? A|B C" stays if C
/// and one of A and B are used, and what
/// stands between "//?{ A|B C" and "//?}" likewise; "//? import" stays if the last name of the line is used
/// in another one. Variables that nothing changes any more become constants, as the languages' compilers ask
/// for.
[[nodiscard]] std::string onlyUsed(std::string_view player, const UsedParts& parts,
                                   const VariableWords& words = {});

}
