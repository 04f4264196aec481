// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/art.h"

#include <optional>

namespace scaena::art {

/// Art taken apart in the order it is painted: each piece is either all paths or a single picture, and
/// painted one after another they are the whole. Nothing where they would not be, since a group of several
/// fades as one.
[[nodiscard]] std::optional<std::vector<Art>> strataOf(const Art& art);

}
