// SPDX-License-Identifier: MIT
#pragma once

#include <string>

namespace scaena::exporting {

/// ".png", ".webp" or ".jpg" from the picture's first bytes (the signatures of PNG, RIFF/WEBP and JFIF); empty
/// for what platforms do not read.
[[nodiscard]] std::string pictureEnding(const std::string& bytes);

}
