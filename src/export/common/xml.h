// SPDX-License-Identifier: MIT
#pragma once

#include <pugixml.hpp>
#include <string>

namespace scaena::exporting {

/// The document as text: UTF-8, four blanks a level, a head that says where it comes from.
[[nodiscard]] std::string xmlText(const pugi::xml_document& document);

/// Adds an attribute and gives the node back, so that calls can be chained.
pugi::xml_node with(pugi::xml_node node, const char* name, const std::string& value);

}
