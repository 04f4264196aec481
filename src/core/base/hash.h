// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace scaena {

/// SHA-256 in lower-case hexadecimal, so that a person can check a manifest with sha256sum.
[[nodiscard]] std::string sha256(std::string_view bytes);

}
