// SPDX-License-Identifier: MIT
#include "export/common/xml.h"

#include <sstream>

namespace scaena::exporting {

std::string xmlText(const pugi::xml_document& document) {
    std::ostringstream stream;
    stream << "<?xml version=\"1.0\" encoding=\"utf-8\"?>\n"
              "<!-- Written by Scaena; yours without conditions. The next export replaces it if you leave it "
              "unchanged. -->\n";
    document.save(stream, "    ",
                  pugi::format_indent | pugi::format_no_declaration | pugi::format_indent_attributes,
                  pugi::encoding_utf8);
    return stream.str();
}

pugi::xml_node with(pugi::xml_node node, const char* name, const std::string& value) {
    node.append_attribute(name) = value.c_str();
    return node;
}

}
