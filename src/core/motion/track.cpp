// SPDX-License-Identifier: MIT
#include "core/motion/track.h"

namespace scaena::motion {

std::string_view propertyWord(Property property) {
    static constexpr std::string_view kWords[kProperties] = {
        "opacity", "x",       "y",        "x-screen", "y-screen", "x-itself", "y-itself", "x-edge", "y-edge",
        "scale-x", "scale-y", "rotation", "flip",     "reveal",   "draw",     "travel",   "panel",  "clip"};
    return kWords[static_cast<std::size_t>(property)];
}

}
