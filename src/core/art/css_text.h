// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace scaena::art {

/// Without white space at both ends.
[[nodiscard]] std::string_view stripped(std::string_view text);
/// The parts between any of the separators, stripped, without empty ones.
[[nodiscard]] std::vector<std::string> splitTrimmed(std::string_view text, std::string_view separators);
/// Without /* comments */.
[[nodiscard]] std::string withoutComments(std::string_view css);

}
