// SPDX-License-Identifier: MIT
#pragma once

#include <nlohmann/json.hpp>
#include <string>

namespace scaena::file {

/// JSON text made for reading and for line-wise comparison: what fits on a line of 100 characters stands on
/// one line, everything larger has one member a line. Ends with a newline.
[[nodiscard]] std::string prettyJson(const nlohmann::ordered_json& value);

}
