// SPDX-License-Identifier: MIT
#pragma once

#include "core/base/geometry.h"

#include <optional>
#include <string>

namespace scaena::art {

/// ".png", ".webp" or ".jpg" from the picture's first bytes (the signatures of PNG, RIFF/WEBP and JFIF);
/// empty for what platforms do not read.
[[nodiscard]] std::string pictureEnding(const std::string& bytes);

/// Width and height in pixels as the head of such a file tells them.
[[nodiscard]] std::optional<Size> pictureSize(const std::string& bytes);

}
