// SPDX-License-Identifier: MIT
#pragma once

#include "core/art/svg_style_sheet.h"

#include <pugixml.hpp>
#include <string>

namespace scaena::start {

/// The style of a document's elements while its motion is read out of it.
class MotionStyle {
public:
    explicit MotionStyle(const pugi::xml_document& document);

    [[nodiscard]] art::Declarations of(const pugi::xml_node& element) const {
        return art::cascade(element, m_sheet);
    }
    [[nodiscard]] std::string value(const pugi::xml_node& element, const char* property) const;
    /// Whether the element, or one it lies in, is moved by its style and not by its attribute alone: where
    /// its motion leads is not worked out then.
    [[nodiscard]] bool isMovedByStyle(pugi::xml_node element) const;
    /// All rules, without comments.
    [[nodiscard]] const std::string& css() const { return m_css; }

private:
    std::string m_css;
    art::StyleSheet m_sheet;
};

/// Sets a property above all rules: the layer has it from now on, and what the file says would count a second
/// time.
void silence(pugi::xml_node element, const char* declaration);

}
