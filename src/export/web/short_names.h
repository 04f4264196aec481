// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace scaena::exporting {

/// A script whose own names – of variables, parameters, functions and classes – are as short as can be, those
/// used most the shortest. What it asks of others, and the names of members, stay. `script`: a whole module
/// of ours that exports nothing. A name is another everywhere or nowhere, so it has to mean something of the
/// script's own wherever it stands: none may be a variable here and the browser's there.
[[nodiscard]] std::string withShortNames(std::string_view script);

}
