// SPDX-License-Identifier: MIT
#pragma once

#include <string>
#include <string_view>

namespace scaena {

/// RFC 4648 §4, with padding.
[[nodiscard]] std::string base64(std::string_view bytes);

}
