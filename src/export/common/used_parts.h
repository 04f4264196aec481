// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"

#include <functional>
#include <set>
#include <string>

/// Players hold all that any sequence may ask for; an export gets the declarations its own data speaks of.
namespace scaena::exporting {

/// Names of what the data uses: "Cue.adds" for a field that is said, "Property.flip" for a word.
using UsedParts = std::set<std::string, std::less<>>;

void collectParts(UsedParts& parts, const CodeValue& value);

/// All that a player's marks name.
[[nodiscard]] UsedParts everyPart(std::string_view player);

/// A player without the declarations that serve only what is not used. A mark, "//? A|B" on a line of its
/// own, says that the declaration behind it – a type, a function, a member, a case, an import, with its
/// comments – is there for A or B. On the first line it speaks of the whole file, of which nothing is left
/// then.
[[nodiscard]] std::string onlyUsed(std::string_view player, const UsedParts& parts);

}
