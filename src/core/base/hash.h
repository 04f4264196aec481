// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace scaena {

/// SHA-256 in lower-case hexadecimal, so that a person can check a manifest with sha256sum.
[[nodiscard]] std::string sha256(std::string_view bytes);

/// Whether the text is such a hash, and so a harmless name for a file.
[[nodiscard]] bool isSha256(std::string_view text);

}
