// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/player_needs.h"

namespace scaena::test {

/// All of a player, but for what stands in the place of something else that is there.
inline std::string wholePlayer(std::string_view player) {
    auto parts = exporting::everyPart(player);
    for (const auto& plain : exporting::namesOfNeeds()) {
        parts.erase(plain);
    }
    return exporting::onlyUsed(player, parts);
}

}
