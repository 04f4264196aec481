// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <string>
#include <vector>

namespace scaena::art {

inline constexpr std::size_t kMostLosses = 50; ///< nobody reads more

/// Names something a file holds that is not carried, each once.
inline void noteLoss(std::vector<std::string>& losses, const std::string& what) {
    if (losses.size() < kMostLosses && std::find(losses.begin(), losses.end(), what) == losses.end()) {
        losses.push_back(what);
    }
}

}
