// SPDX-License-Identifier: MIT
#pragma once

#include <pugixml.hpp>

namespace scaena::art {

/// Goes through the tree without recursion, which a hostile file would make too deep.
template <class Use>
void eachNode(const pugi::xml_node& root, Use use) {
    for (auto it = root; it;) {
        use(it);
        if (it.first_child()) {
            it = it.first_child();
            continue;
        }
        while (it && it != root && !it.next_sibling()) {
            it = it.parent();
        }
        it = it == root ? pugi::xml_node{} : it.next_sibling();
    }
}

/// A document may call its elements "svg:path", or "x:path": from here on they are called "path".
void dropPrefix(pugi::xml_node root);

}
