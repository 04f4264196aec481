// SPDX-License-Identifier: MIT
#pragma once

#include "core/study/study.h"

namespace scaena::render {

/// What studies ask of painting: the program's own, for as long as it runs.
[[nodiscard]] const study::Instruments& instruments();

}
