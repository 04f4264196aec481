// SPDX-License-Identifier: MIT
#include "export/common/player_needs.h"

#include <array>

namespace scaena::exporting {

namespace {

/// What stands in the place of what a sequence does not use.
struct Plain {
    const char* need;
    const char* without;
};
constexpr std::array<Plain, 3> kPlain = {{
    {"Layers.alone", "Layer.parent"}, // no layer lies in a group
    {"Art.whole", "Property.draw"},   // none is drawn by and by
    {"Looks.upright", "Look.wide"},   // none is drawn otherwise where the screen is wider than high
}};

}

UsedParts playerNeeds(const TimingTree& tree, UsedParts looks) {
    UsedParts parts = partsOf(tree);
    parts.merge(looks);
    for (const auto& it : kPlain) {
        if (!parts.contains(it.without)) {
            parts.insert(it.need);
        }
    }
    return parts;
}

const UsedParts& namesOfNeeds() {
    static const auto names = [] {
        UsedParts all;
        for (const auto& it : kPlain) {
            all.insert(it.need);
        }
        return all;
    }();
    return names;
}

}
