// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/code_value.h"

#include <optional>

namespace scaena::exporting {

/// Art by day and by night as one, where they differ in nothing but colours: `Plain(color, dark)` and
/// `Gradient(…, colors, darkColors)` say both. Nothing where they differ in more.
[[nodiscard]] std::optional<CodeValue> dayAndNight(const CodeValue& day, const CodeValue& night);

}
