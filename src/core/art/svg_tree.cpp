// SPDX-License-Identifier: MIT
#include "core/art/svg_tree.h"

#include <string>
#include <string_view>

namespace scaena::art {

void dropPrefix(pugi::xml_node root) {
    const std::string_view name = root.name();
    const auto colon = name.find(':');
    if (colon == std::string_view::npos) {
        return;
    }
    const std::string prefix(name.substr(0, colon + 1));
    eachNode(root, [&](pugi::xml_node node) {
        if (std::string_view(node.name()).starts_with(prefix)) {
            node.set_name(std::string(node.name()).substr(prefix.size()).c_str());
        }
    });
}

}
