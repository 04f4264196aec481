// SPDX-License-Identifier: MIT
#pragma once

#include <algorithm>
#include <string>
#include <vector>

namespace scaena::art {

/// Names something a file holds that is not carried, each once.
inline void noteLoss(std::vector<std::string>& losses, const std::string& what) {
    if (std::find(losses.begin(), losses.end(), what) == losses.end()) {
        losses.push_back(what);
    }
}

}
