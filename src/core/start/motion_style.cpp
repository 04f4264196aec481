// SPDX-License-Identifier: MIT
#include "core/start/motion_style.h"

#include "core/art/css_text.h"

#include <vector>

namespace scaena::start {

MotionStyle::MotionStyle(const pugi::xml_document& document) {
    for (const auto& node : document.select_nodes("//*[local-name()='style']")) {
        m_css += art::withoutComments(node.node().text().get()) + "\n";
    }
    std::vector<std::string> ignored; // whoever reads the art names them
    m_sheet.add(m_css, ignored);
}

std::string MotionStyle::value(const pugi::xml_node& element, const char* property) const {
    const auto own = of(element);
    const auto found = own.find(property);
    return found == own.end() ? std::string() : found->second;
}

bool MotionStyle::isMovedByStyle(pugi::xml_node element) const {
    for (; element && element.parent().parent(); element = element.parent()) {
        const auto transform = value(element, "transform");
        if (!transform.empty() && transform != "none" &&
            transform != art::stripped(element.attribute("transform").value())) {
            return true;
        }
    }
    return false;
}

void silence(pugi::xml_node element, const char* declaration) {
    auto style = element.attribute("style");
    const std::string before = style.value();
    (style ? style : element.append_attribute("style"))
        .set_value((before.empty() ? std::string() : before + "; ").append(declaration).c_str());
}

}
